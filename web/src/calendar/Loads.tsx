import { Box, Button, Flex, Link, Stack, Text } from "@chakra-ui/react";
import { Link as Path } from "react-router";
import type { SharedLoad } from "../api/types";
import { useLoadChanges, useLoads } from "../api/useLoads";
import { StartTiming } from "../stations/bake/StartTiming";
import { tellProblem } from "../ui/notices";
import { PrintLink } from "../ui/PrintLink";
import { useUnits } from "../ui/UnitsContext";
import { minutes, temperature } from "../units/format";

interface Props {
  /** In the order they are preferred; none is the order of the shelf. */
  figures: string[];
  /** Only loads that this bake of this figure is in. */
  of?: { figure: string; bake: number };
}

/** Loads that wait for one another, and those that could: what is saved against how much later. */
export function Loads({ figures, of }: Props) {
  const found = useLoads(figures).data;
  const { take, letGo, begin } = useLoadChanges();
  const mine = (load: SharedLoad) => !of || isIn(load, of.figure, of.bake);
  return (
    <>
      {(found?.taken ?? [])
        .filter((row) => mine(row.load))
        .map(({ key, load }) => (
          <Load key={key} load={load} of={of?.figure} taken>
            <StartTiming
              words={
                load.bakes.length > 1 ? "All of it is in: start timing" : "It is in: start timing"
              }
              loading={begin.isPending}
              onStart={(speed) => begin.mutate({ key, speed }, { onError: tellProblem })}
            />
            <PrintLink href={`/api/v1/loads/${key}/card`}>Print its card (PDF)</PrintLink>
            <Button
              size="xs"
              variant="plain"
              px="1"
              color="verdigris"
              textDecoration="underline dotted"
              loading={letGo.isPending}
              onClick={() => letGo.mutate(key, { onError: tellProblem })}
            >
              Let each go in by itself
            </Button>
          </Load>
        ))}
      {(found?.offered ?? []).filter(mine).map((load) => (
        <Load key={load.bakes.map((row) => row.figure).join(" ")} load={load} of={of?.figure}>
          <Button
            size="sm"
            variant="outline"
            borderColor="ink"
            loading={take.isPending}
            onClick={() => take.mutate(load, { onError: tellProblem })}
          >
            Bake them in one load
          </Button>
        </Load>
      ))}
    </>
  );
}

/** Names in a row. */
const listed = (names: string[]): string =>
  names.length > 1 ? `${names.slice(0, -1).join(", ")} and ${names.at(-1)}` : (names[0] ?? "");

/** Whether a bake of a figure is in a load. */
export const isIn = (load: SharedLoad, figure: string, bake: number): boolean =>
  load.bakes.some((row) => row.figure === figure && row.bake === bake);

interface LoadProps {
  load: SharedLoad;
  of: string | undefined;
  taken?: boolean;
  children: React.ReactNode;
}

function Load({ load, of, taken = false, children }: LoadProps) {
  const units = useUnits();
  const others = load.bakes.filter((row) => row.figure !== of);
  const day = load.start
    ? new Date(load.start).toLocaleDateString("en-GB", {
        weekday: "short",
        day: "numeric",
        month: "short",
      })
    : null;
  const whom = listed(others.map((row) => row.name));
  return (
    <Stack
      gap="1.5"
      mt="2"
      pl="3"
      borderLeftWidth="3px"
      borderColor={taken ? "clay" : "hairline"}
      role="group"
      aria-label={`${taken ? "Shared load" : "Could be one load"}: ${load.bakes.map((row) => row.name).join(", ")}`}
    >
      <Text fontSize="sm" fontWeight="600">
        {of ? (taken ? `Waits for ${whom}` : `Could wait for ${whom}`) : whom}
        {day ? `, ${day}` : ""}: {temperature(load.dial_c, units)}, {minutes(load.minutes)}
      </Text>
      {load.trouble.map((words) => (
        <Text key={words} fontSize="sm" color="warn">
          ▲ {words}
        </Text>
      ))}
      <Text fontSize="sm">{gain(load)}</Text>
      <Box>
        {load.bakes.map((row) => (
          <Text key={row.figure} fontSize="sm" color="inkSoft">
            <Link asChild color="ink" fontWeight="600">
              <Path to={`/figures/${row.figure}/bake`}>{row.name}</Path>
            </Link>{" "}
            by itself {temperature(row.dial_c, units)}, {minutes(row.minutes)}; stands{" "}
            {temperature(row.most_c, units)}
            {row.tray > 0 ? `; ${Math.round(row.tray * 100)} % of the tray` : ""}
            {row.scorch_left === null
              ? ""
              : `; scorch ${row.scorch.toFixed(2)} of the ${row.scorch_left.toFixed(2)} it has left`}
          </Text>
        ))}
      </Box>
      {load.bakes.some((row) => row.tray === 0) ? (
        <Text fontSize="sm" color="inkSoft">
          Whether all of it goes on the tray is for you to see: measure the inside of the oven in
          House rules and it is counted.
        </Text>
      ) : null}
      <Flex gap="3" align="center" wrap="wrap">
        {children}
      </Flex>
    </Stack>
  );
}

/** What is saved, and who is finished later or sooner for it. */
export function gain(load: SharedLoad): string {
  const loads = load.saved === 1 ? "One load fewer" : `${load.saved} loads fewer`;
  const saved =
    load.saved > 0
      ? `${loads}, ${minutes(Math.max(0, load.saved_min))} less of the oven.`
      : "They are ready together in any case: one card and one timing for all of it.";
  const later = load.later.map(
    (row) =>
      `${row.name} ${Math.abs(row.days)} ${Math.abs(row.days) === 1 ? "day" : "days"} ${row.days > 0 ? "later" : "sooner"}`,
  );
  return later.length
    ? `${saved} Finished: ${later.join(", ")}.`
    : `${saved} Nothing is finished later.`;
}
