import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { Link as Path } from "react-router";
import type { Sitting } from "../api/types";
import { useLoads } from "../api/useLoads";
import { Loads } from "./Loads";
import { Note } from "../ui/fields";
import { useUnits } from "../ui/UnitsContext";
import { minutes, temperature } from "../units/format";

const WEEK_MS = 7 * 24 * 3600 * 1000;

interface Session {
  start: string;
  celsius: number;
  minutes: number;
  rows: Sitting[];
}

/** The loads of the oven in their order: what begins at one time is in it together. */
export function sessionsOf(sittings: Sitting[]): Session[] {
  const found = new Map<string, Session>();
  for (const row of sittings) {
    if (row.oven_c === null) continue;
    const load = found.get(row.start) ?? {
      start: row.start,
      celsius: row.oven_c,
      minutes: 0,
      rows: [],
    };
    found.set(row.start, {
      ...load,
      minutes: Math.max(load.minutes, row.minutes),
      rows: [...load.rows, row],
    });
  }
  return [...found.values()].sort((one, other) => one.start.localeCompare(other.start));
}

/** What is in the oven at this moment. */
function InNow({ figures }: { figures: string[] }) {
  const inside = useLoads(figures).data?.now ?? [];
  const [first] = inside;
  if (!first) return null;
  const since = new Date(first.since).toLocaleTimeString("en-GB", {
    hour: "2-digit",
    minute: "2-digit",
  });
  return (
    <Text fontSize="sm" py="1" borderBottomWidth="1px" borderColor="headline">
      <b>In it now</b>, since {since}:{" "}
      {inside.map((row, place) => (
        <Text as="span" key={row.figure}>
          {place ? ", " : ""}
          <Link asChild color="verdigris">
            <Path to={`/figures/${row.figure}/bake`}>{row.name}</Path>
          </Link>
        </Text>
      ))}
    </Text>
  );
}

/** What goes into the oven next, and for the week from then how long it is on. */
export function OvenSessions({ sittings, figures }: { sittings: Sitting[]; figures: string[] }) {
  const units = useUnits();
  const sessions = sessionsOf(sittings);
  const [next] = sessions;
  const until = next ? Date.parse(next.start) + WEEK_MS : 0;
  const week = sessions.filter((row) => Date.parse(row.start) < until);
  const on = week.reduce((sum, row) => sum + row.minutes, 0);
  return (
    <Box as="section" aria-label="The oven">
      <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5">
        The oven
      </Heading>
      <InNow figures={figures} />
      {next ? null : <Note>Nothing is left to bake, or no day has room for it.</Note>}
      {week.map((load, place) => (
        <Flex
          key={load.start}
          gap="3"
          py="1"
          borderBottomWidth="1px"
          borderColor="headline"
          data-load={load.rows.length}
        >
          <Text width="8.5rem" flexShrink="0" fontSize="sm" color={place ? "inkSoft" : "ink"}>
            {new Date(load.start).toLocaleDateString("en-GB", {
              weekday: "short",
              day: "numeric",
              month: "short",
            })}{" "}
            {load.start.slice(11, 16)}
          </Text>
          <Text flex="1" fontSize="sm" fontWeight={place ? 400 : 600}>
            {load.rows.map((row) => row.name).join(" with ")}
          </Text>
          <Text fontSize="sm" color="inkSoft">
            {temperature(load.celsius, units)}, {minutes(load.minutes)}
          </Text>
        </Flex>
      ))}
      {next ? (
        <Note>
          {week.length === 1 ? "One load" : `${week.length} loads`} in the week from then,{" "}
          {minutes(on)} in all, with putting in and taking out.
          {week.some((load) => load.rows.length > 1)
            ? " What goes in together is done at the hottest of its dials, which all of it stands."
            : ""}
        </Note>
      ) : null}
      <Loads figures={figures} />
    </Box>
  );
}
