import type { StockUnit } from "../api/types";
import type { Measure } from "../api/useReading";

/** What an amount of a thing in Stores measures. */
export const MEASURES: Record<StockUnit, Measure | undefined> = {
  mm: "length",
  g: "mass",
  ml: "volume",
  count: undefined,
};
