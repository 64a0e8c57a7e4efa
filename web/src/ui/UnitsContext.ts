import { createContext, useContext } from "react";
import { METRIC, type Units } from "../units/format";

/** The person's units, from House rules. */
export const UnitsContext = createContext<Units>(METRIC);
export const useUnits = () => useContext(UnitsContext);
