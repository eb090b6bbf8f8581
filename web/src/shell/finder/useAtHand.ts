import { beginning } from "../../question/useBegin";
import { useQuestionSearch } from "../../question/useQuestion";
import { useShade } from "../../theme/shade";
import { useAccount } from "../account";
import type { Found } from "./found";

type Page = readonly [path: string, name: string];

/** The pages somebody can open and the commands there are on each of them. onPassword: asks for another password. */
export function useAtHand(pages: readonly Page[], onPassword: () => void): Found[] {
  const { may, leave } = useAccount();
  const search = useQuestionSearch();
  const { shade, flip } = useShade();
  const begins = (what: string, pathname: string, name: string): Found => ({
    key: `begin ${what}`,
    kind: "Commands",
    name,
    to: { pathname, search: beginning(search, what) },
  });
  return [
    ...pages.map(([pathname, name]): Found => ({
      key: pathname,
      kind: "Pages",
      name,
      to: { pathname, search },
    })),
    ...(may("edit")
      ? [begins("rule", "/rules", "New rule"), begins("record-type", "/catalogue", "New record type")]
      : []),
    ...(may("import")
      ? [begins("person", "/people", "New person"), begins("people", "/people", "Add people")]
      : []),
    ...(may("accounts") ? [begins("sign-ins", "/people", "Sign-ins")] : []),
    { key: "shade", kind: "Commands", name: shade === "light" ? "Dark colours" : "Light colours", act: flip },
    { key: "password", kind: "Commands", name: "Change your password", act: onPassword },
    { key: "leave", kind: "Commands", name: "Sign out", act: leave },
  ];
}
