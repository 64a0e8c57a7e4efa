import { daySheet } from "../../api/useCalendar";
import { only } from "../../elevation/layers";
import { later } from "../../ui/later";
import { none, unmarked, type Station } from "../station";

export const order: Station = {
  Panel: later(() => import("./OrderPanel").then((file) => file.OrderPanel)),
  layers: only("clay"),
  overlays: {},
  callouts: none,
  marks: unmarked,
  prints: (figure) => daySheet([figure]),
};
