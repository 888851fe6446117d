/** The user's units, wherever something is shown. */
import { createContext, useContext } from "react";

import type { System } from "./types";
import { METRIC } from "./units";

export const Units = createContext<System>(METRIC);
export const useUnits = (): System => useContext(Units);
