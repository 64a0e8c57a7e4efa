import { Box, Button, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Link as To } from "react-router";
import { client, data } from "../api/client";
import { keys } from "../api/keys";
import type { Lesson } from "../api/types";
import { useLessons } from "../api/useCheck";
import { useStores, useStoresChanges } from "../api/useRules";
import { useCosts } from "../api/useStock";
import { useFigurePage } from "../figure/useFigurePage";
import { Moves } from "../stores/Moves";
import { Note } from "../ui/fields";
import { tellProblem } from "../ui/notices";
import { useUnits } from "../ui/UnitsContext";
import { mass, other } from "../units/format";

/** What the weights that were kept teach of foil, clay and waste: offered with what it would move, then counted with. */
export function Lessons() {
  const { figure } = useFigurePage();
  const lessons = useLessons(figure.id).data ?? [];
  const costs = useCosts().data?.figures.find((row) => row.figure_id === figure.id);
  const units = useUnits();
  if (!lessons.length && costs?.waste_percent == null) return null;
  return (
    <Box as="section" aria-label="What it teaches">
      <Heading size="sm">What it teaches</Heading>
      {lessons.map((row) => (
        <Taught key={`${row.part} ${row.weighing.of}`} lesson={row} />
      ))}
      {costs?.waste_percent == null ? null : (
        <Text fontSize="sm">
          Waste: {mass(costs.clay_used_g, units)} of clay were taken for it and{" "}
          {mass(costs.clay_net_g, units)} are on it, {costs.waste_percent.toFixed(1)} % lost.{" "}
          <Link asChild color="verdigris">
            <To to="/stores">Count with it in Stores</To>
          </Link>
        </Text>
      )}
    </Box>
  );
}

function Taught({ lesson }: { lesson: Lesson }) {
  const units = useUnits();
  const stores = useStores().data;
  const { set } = useStoresChanges();
  const { weighing, before, after, counted } = lesson;
  const density = (g_cm3: number, digits = 3) => other(g_cm3, "g/cm³", units, digits);
  const moves = useQuery({
    queryKey: keys.moved(weighing),
    queryFn: () =>
      data(
        client.POST("/api/v1/calibrations/preview", {
          body: {
            lesson: weighing,
            waste_percent: null,
          },
        }),
      ),
    enabled: after !== null && !counted,
  }).data?.moves;
  const what = weighing.of === "foil" ? `foil squeezed ${weighing.id}` : "its clay";
  if (!after)
    return (
      <Text fontSize="sm" color="warn">
        ▲ {weighing.name}: no {what} weighs that; between {density(before.low)} and{" "}
        {density(before.high)} is usual. Weigh it again.
      </Text>
    );
  if (!stores) return null;
  const change = (weighings: typeof stores.stores.weighings) =>
    set.mutate({ ...stores.stores, weighings }, { onError: tellProblem });
  const same = (row: typeof weighing) =>
    row.name === weighing.name && row.of === weighing.of && row.mass_g === weighing.mass_g;
  return (
    <Box borderWidth="1px" borderColor="verdigris" borderRadius="sheet" p="2" my="1">
      <Text fontSize="sm" data-lesson={lesson.part}>
        {weighing.name}: {what} is <b>{density(after.value)}</b> ({density(after.low)} to{" "}
        {density(after.high)}); {counted ? "without it" : "until now"} {density(before.value)}.
      </Text>
      {counted ? null : moves ? (
        <Moves moves={moves} of={weighing.of} />
      ) : (
        <Note>Working out what it moves…</Note>
      )}
      <Flex mt="1">
        <Button
          size="xs"
          variant="outline"
          loading={set.isPending}
          onClick={() =>
            change(
              counted
                ? stores.stores.weighings.filter((row) => !same(row))
                : [...stores.stores.weighings, weighing],
            )
          }
        >
          {counted ? "Do not count with it" : "Count with it"}
        </Button>
      </Flex>
    </Box>
  );
}
