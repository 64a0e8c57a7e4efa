import { Button, Flex, Stack, Text } from "@chakra-ui/react";
import { useSyncExternalStore } from "react";
import { later } from "../ui/later";
import { MineOrTheirs } from "../ui/Theirs";
import { typing } from "../ui/typing";
import { useUnits } from "../ui/UnitsContext";
import type { Units } from "../units/format";
import { length, shownDifference, temperature } from "../units/format";
import { labelOf, subjectOf } from "./sent";
import { useOutbox, useUnsaved } from "./useOutbox";

const Which = later(() => import("./Which").then((file) => file.Which));

/** Whether everything done is with the server, and if not, what is not and how to go on. */
export function Saved() {
  const { entries, stuck } = useUnsaved();
  const typed = useSyncExternalStore(typing.subscribe, typing.snapshot);
  const outbox = useOutbox();
  const left = entries.filter(
    (entry) => entry.state !== "waiting" || stuck.has(subjectOf(entry.sent)),
  );
  const words = left.length
    ? `${left.length} not saved`
    : entries.length
      ? "Saving…"
      : typed
        ? "Being typed, not saved yet"
        : "All changes saved";
  return (
    <Flex align="center" gap="2" flexShrink="0">
      <Text
        role="status"
        fontSize="sm"
        whiteSpace="nowrap"
        color={left.length ? "stop" : "inkSoft"}
      >
        {words}
      </Text>
      {left.length ? (
        <>
          {left.some((entry) => entry.state === "waiting") ? (
            <Button size="xs" variant="outline" borderColor="stop" onClick={outbox.tryAgain}>
              Try again
            </Button>
          ) : null}
          <Which entries={left} />
        </>
      ) : null}
    </Flex>
  );
}

/** What was changed here and elsewhere to different things, asked until it is answered. */
export function Asked() {
  const { entries } = useUnsaved();
  const outbox = useOutbox();
  const units = useUnits();
  const asked = entries.filter((entry) => entry.state === "asked");
  if (!asked.length) return null;
  return (
    <Stack role="alert" px="4" py="2" gap="2" bg="claySoft" borderBottomWidth="1px">
      {asked.map((entry) => {
        const [first] = entry.problem?.conflicts ?? [];
        const more = (entry.problem?.conflicts.length ?? 1) - 1;
        const theirs = first ? shown(first.path, first.theirs, units) : "something else";
        const mine = first ? shown(first.path, first.yours, units) : "this";
        return (
          <MineOrTheirs
            key={entry.key}
            answer={(keep) => (keep ? outbox.keepMine : outbox.giveUp)(entry.key)}
          >
            <b>{labelOf(entry.sent)}</b>: another tab set this to {theirs}, you to {mine}
            {more > 0 ? `, and ${more} more like it` : ""}. Keep yours or take theirs?
          </MineOrTheirs>
        );
      })}
    </Stack>
  );
}

/** Degrees apart, which have no zero to shift. */
const DIFFERENCE = /\b(offset_c|swing_c|ramp_c_min)$/;

/** A value of a sheet or of House rules as the person reads it. */
export function shown(path: string, value: unknown, units: Units): string {
  if (typeof value === "number") {
    if (path.endsWith("_mm")) return length(value, units);
    if (path.endsWith("_deg")) return `${Math.round(value * 10) / 10}°`;
    if (DIFFERENCE.test(path)) return `${shownDifference(value, units)} °${units.temperature_unit}`;
    if (path.endsWith("_c")) return temperature(value, units);
    return String(Math.round(value * 1000) / 1000);
  }
  if (typeof value === "string") return value || "nothing";
  if (typeof value === "boolean") return value ? "on" : "off";
  if (value === null) return "nothing";
  return "another choice";
}
