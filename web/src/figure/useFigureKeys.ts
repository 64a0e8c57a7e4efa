import type { RefObject } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useRules } from "../api/useRules";
import { STATIONS } from "../api/types";
import type { Layer } from "../elevation/layers";
import { useFinderKey } from "../ui/useFinderKey";
import type { Place } from "./callouts";

interface Deeds {
  parts: string[];
  selected: string | null;
  select: (part: string | null) => void;
  goTo: (place: Place) => void;
  toggle: (layer: Layer) => void;
  undo: () => void;
  redo: () => void;
  turn: () => void;
  bench: () => void;
  /** The address of this place's print. */
  print: string;
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
  const { parts, selected, select, goTo, toggle, undo, redo, turn, bench, print, finder } = deeds;
  const keys = { enabled: useRules().data?.rules.single_keys ?? true };
  useHotkeys(
    "1,2,3,4,5,6,7,8",
    (_, key) => {
      const to = STATIONS[Number(key.keys?.join("")) - 1];
      if (to) goTo(to);
    },
    keys,
  );
  useHotkeys("0", () => goTo("log"), keys);
  useHotkeys("w", () => toggle("wire"), keys);
  useHotkeys("k", () => toggle("core"), keys);
  useHotkeys("c", () => toggle("clay"), keys);
  useHotkeys("l", () => toggle("colour"), keys);
  useHotkeys("t", turn, keys);
  useHotkeys("b", bench, keys);
  useHotkeys("[", () => select(nextPart(parts, selected, -1)), { ...keys, useKey: true });
  useHotkeys("]", () => select(nextPart(parts, selected, 1)), { ...keys, useKey: true });
  useHotkeys("z", undo, { ...keys, ignoreModifiers: false });
  useHotkeys("shift+z", redo, keys);
  useHotkeys("mod+z", undo, { preventDefault: true });
  useHotkeys("mod+shift+z", redo, { preventDefault: true });
  useHotkeys("p", () => window.open(print, "_blank", "noopener"), keys);
  useFinderKey(finder, keys.enabled);
}
