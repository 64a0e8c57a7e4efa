import { daySheet } from "../../api/useCalendar";
import { only } from "../../elevation/layers";
import { none, panel, unmarked, type Station } from "../station";

export const order: Station = {
  Panel: panel(() => import("./OrderPanel").then((file) => file.OrderPanel)),
  layers: only("clay"),
  overlays: { links: true },
  callouts: none,
  marks: unmarked,
  prints: (figure) => daySheet([figure]),
};
