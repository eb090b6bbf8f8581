import { createContext, useContext } from "react";
import type { Session } from "../api/types";

export type Account = NonNullable<Session["account"]>;

type Standing = {
  account: Account;
  leave: () => void;
  /** Asks anew who is signed in and what they may do. */
  renew: () => void;
  /** Has the session ended while the page was open? */
  ended: boolean;
};

export const AccountContext = createContext<Standing | null>(null);

/** Who is signed in. Only for pages behind the sign-in. */
export function useAccount(): Standing & { may: (ability: Account["abilities"][number]) => boolean } {
  const context = useContext(AccountContext);
  if (!context) throw new Error("useAccount needs a signed-in user");
  return { ...context, may: (ability) => context.account.abilities.includes(ability) };
}
