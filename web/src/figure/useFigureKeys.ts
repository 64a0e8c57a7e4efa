import type { RefObject } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useRules } from "../api/useRules";
import { STATIONS } from "../api/types";
import type { Layer } from "../elevation/layers";
import { useFinderKey } from "../ui/useFinderKey";
import { behindDialog, useKey, useSign } from "../ui/useKey";
import { notices } from "../ui/notices";
import type { Place } from "../stations/registry";

interface Deeds {
  parts: string[];
  selected: string | null;
  select: (part: string | null) => void;
  goTo: (place: Place) => void;
  toggle: (layer: Layer) => void;
  turn: () => void;
  bench: () => void;
  /** The address of this place's print, where it has one. */
  print: string | null;
  finder: RefObject<HTMLInputElement | null>;
}

/** The part `by` places on from the selected one, round the end. */
export function nextPart(parts: string[], selected: string | null, by: 1 | -1): string | null {
  const at = selected === null ? -1 : parts.indexOf(selected);
  const from = at < 0 && by < 0 ? 0 : at;
  return parts[(from + by + parts.length) % parts.length] ?? null;
}

/** The keys of a figure page; none acts while typing, and House rules can switch them off. */
export function useFigureKeys(deeds: Deeds) {
  const { parts, selected, select, goTo, toggle, turn, bench, print, finder } = deeds;
  const single = useRules().data?.rules.single_keys ?? true;
  useHotkeys(
    "1,2,3,4,5,6,7,8",
    (_, key) => {
      const to = STATIONS[Number(key.keys?.join("")) - 1];
      if (to) goTo(to);
    },
    { enabled: single, ignoreEventWhen: behindDialog },
  );
  useKey("0", () => goTo("log"), single);
  useKey("w", () => toggle("wire"), single);
  useKey("k", () => toggle("core"), single);
  useKey("c", () => toggle("clay"), single);
  useKey("l", () => toggle("colour"), single);
  useKey("t", turn, single);
  useKey("b", bench, single);
  useSign("[", () => select(nextPart(parts, selected, -1)), single);
  useSign("]", () => select(nextPart(parts, selected, 1)), single);
  const paper = () => {
    if (print) window.open(print, "_blank", "noopener");
    else notices.create({ type: "info", title: "This station has no sheet to print." });
  };
  useKey("p", paper, single);
  useFinderKey(finder, single);
}
