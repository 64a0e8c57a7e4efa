import { createContext, useContext, type Dispatch } from "react";
import type { Change } from "../api/useFigure";
import type { Edited, FigureOut, Operation, Plan } from "../api/types";
import type { Place } from "../stations/registry";
import type { Deed, Looked } from "./state";

/** What every station's panel works with. */
export interface FigurePage {
  figure: FigureOut;
  plan: Plan;
  looked: Looked;
  act: Dispatch<Deed>;
  selected: string | null;
  select: (part: string | null) => void;
  /** Change the sheet; resolves when it is saved, rejects with what is wrong. */
  change: (label: string, operations: Operation[]) => Promise<unknown>;
  /** What the core makes operations of: something of the library, a copy of a part. */
  make: (change: Change) => Promise<unknown>;
  /** The same, where a refusal is only told. */
  apply: (label: string, operations: Operation[]) => Promise<unknown>;
  preview: (change: Change) => void;
  /** The same for joints, which follow at once. */
  turn: (change: Change) => void;
  /** Let go of what is previewed. */
  drop: () => void;
  /** Take an answer of the server as the figure. */
  keep: (edited: Edited) => void;
  /** The tab last looked at in each panel that has some. */
  tabSeen: Map<string, string>;
  goTo: (place: Place) => void;
}

export const FigurePageContext = createContext<FigurePage | null>(null);

export function useFigurePage(): FigurePage {
  const page = useContext(FigurePageContext);
  if (!page) throw new Error("a station stands on a figure page");
  return page;
}

export const set = (path: string, value: unknown): Operation => ({ path, value });
