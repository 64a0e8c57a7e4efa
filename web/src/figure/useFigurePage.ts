import { createContext, useContext } from "react";
import type { Tints } from "../elevation/Parts";
import type { Change } from "../api/useFigure";
import type { Edited, FigureOut, Operation, Plan, StationName } from "../api/types";

/** What every station's panel works with. */
export interface FigurePage {
  figure: FigureOut;
  plan: Plan;
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
  /** The other ages beside the figure, shown or not. */
  ghosts: boolean;
  showGhosts: (shown: boolean) => void;
  /** The wall of clay laid over the elevations. */
  wallsShown: boolean;
  showWalls: (shown: boolean) => void;
  /** The joint in hand: taken on the elevation or chosen in the panel. */
  joint: string | null;
  chooseJoint: (joint: string) => void;
  /** Posing turns the right and the left joint alike. */
  bothSides: boolean;
  setBothSides: (both: boolean) => void;
  /** Lay a colour over the parts of the elevation, or take it off. */
  setTints: (tints: Tints | null) => void;
  /** The tab last looked at in each panel that has some. */
  tabSeen: Map<string, string>;
  goTo: (station: StationName | "log") => void;
}

export const FigurePageContext = createContext<FigurePage | null>(null);

export function useFigurePage(): FigurePage {
  const page = useContext(FigurePageContext);
  if (!page) throw new Error("a station stands on a figure page");
  return page;
}

export const set = (path: string, value: unknown): Operation => ({ path, value });
