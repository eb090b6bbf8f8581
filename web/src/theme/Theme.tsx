import { App, ConfigProvider, theme } from "antd";
import { useEffect, useMemo, type ReactNode } from "react";
import { useShade } from "./shade";
import { inks } from "./tokens";

/** Ant Design under the theme of the account book. */
export function Theme({ children }: { children: ReactNode }) {
  const shade = useShade((store) => store.shade);
  useEffect(() => {
    document.documentElement.dataset.shade = shade;
  }, [shade]);
  const config = useMemo(() => {
    const ink = inks[shade];
    return {
      algorithm: shade === "dark" ? theme.darkAlgorithm : theme.defaultAlgorithm,
      token: {
        colorPrimary: ink.cobalt,
        colorInfo: ink.cobalt,
        colorLink: ink.cobalt,
        colorError: ink.vermilion,
        colorWarning: ink.ochre,
        colorSuccess: ink.verdigris,
        colorBgBase: ink.sheet,
        colorBgLayout: ink.paper,
        colorBgContainer: ink.sheet,
        colorBgElevated: ink.sheet,
        colorText: ink.ink,
        colorTextSecondary: ink.soft,
        colorTextDescription: ink.soft,
        colorTextPlaceholder: ink.soft,
        colorBorder: ink.ruleStrong,
        colorBorderSecondary: ink.rule,
        colorSplit: ink.rule,
        borderRadius: 2,
        borderRadiusLG: 2,
        borderRadiusSM: 2,
        fontSize: 14,
        fontFamily: "'Atkinson Hyperlegible Next', sans-serif",
        controlHeight: 28,
        boxShadow: "none",
        boxShadowSecondary: "0 2px 10px rgba(29, 36, 48, 0.18)",
        motion: false,
      },
      components: {
        Select: { optionSelectedBg: ink.wash, optionActiveBg: ink.wash, optionSelectedColor: ink.ink },
        Button: {
          primaryShadow: "none",
          defaultShadow: "none",
          fontWeight: 600,
          primaryColor: shade === "dark" ? inks.dark.paper : "#ffffff",
        },
      },
    };
  }, [shade]);
  return (
    <ConfigProvider theme={config} wave={{ disabled: true }}>
      <App component={false} message={{ top: 100, duration: 6 }}>
        {children}
      </App>
    </ConfigProvider>
  );
}
