import { useState } from "react";

/**
 * The field that is edited beside the list: chosen, its identifier or ""; opening, a number that is another one each time a
 * field is opened, and the same while the identifier of the open one follows its name.
 */
export function useChosenField() {
  const [state, setState] = useState({ chosen: "", opening: 0 });
  return {
    ...state,
    choose: (chosen: string) => setState(({ opening }) => ({ chosen, opening: opening + 1 })),
    follow: (chosen: string) => setState(({ opening }) => ({ chosen, opening })),
  };
}
