/** The colours of the account book, light and dark; base.css names them for style sheets. */
export const inks = {
  light: {
    paper: "#f8f6f0",
    sheet: "#fdfcf8",
    rule: "#d8d3c4",
    ruleStrong: "#b9b29d",
    ink: "#1d2430",
    soft: "#5c6270",
    cobalt: "#1b3fa8",
    wash: "#e6ebf8",
    vermilion: "#b8361b",
    ochre: "#8c5a08",
    verdigris: "#1d6e5c",
  },
  dark: {
    paper: "#171a21",
    sheet: "#1d212a",
    rule: "#343a47",
    ruleStrong: "#525a6b",
    ink: "#e8e6df",
    soft: "#a9afbd",
    cobalt: "#8fa9f5",
    wash: "#26304d",
    vermilion: "#f08a70",
    ochre: "#dba64b",
    verdigris: "#6cc3ad",
  },
} as const;

export type Shade = keyof typeof inks;
