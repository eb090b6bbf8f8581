import { createContext, useContext } from "react";
import type { Session } from "../api/types";

export type Account = NonNullable<Session["account"]>;

export const AccountContext = createContext<{ account: Account; leave: () => void } | null>(null);

/** Who is signed in. Only for pages behind the sign-in. */
export function useAccount(): {
  account: Account;
  leave: () => void;
  may: (ability: Account["abilities"][number]) => boolean;
} {
  const context = useContext(AccountContext);
  if (!context) throw new Error("useAccount needs a signed-in user");
  return { ...context, may: (ability) => context.account.abilities.includes(ability) };
}
