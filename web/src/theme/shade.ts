import { createContext, useContext } from "react";
import type { Shade } from "./tokens";

export const ShadeContext = createContext<{ shade: Shade; flip: () => void }>({ shade: "light", flip: () => undefined });

/** The shade in use, and the way to the other one. */
export const useShade = () => useContext(ShadeContext);
