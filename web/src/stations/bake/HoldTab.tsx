import { Box, Heading, Stack, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import type { BakePlan } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { length, other } from "../../units/format";
import { Note } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";

/** What has to be held up until it has set, and whether the figure goes into the oven. */
export function HoldTab({ bake }: { bake: BakePlan }) {
  const { plan, selected, select } = useFigurePage();
  const units = useUnits();
  const { fit } = bake;
  const elsewhere = plan.bake.bakes.filter(
    (row) => row.number !== bake.number && row.supports.length > 0,
  );
  const high = fit.state !== "in parts" && fit.state !== "not at all";
  return (
    <Stack gap="3">
      <Box as="section" aria-label="Whether it goes in">
        <Heading size="sm">Whether it goes in</Heading>
        <Text fontSize="sm" color={high ? "ink" : "stop"}>
          {fit.words}
        </Text>
        <Note>
          It is {fit.box_mm.map((size) => length(size, units)).join(" × ")}, broad, deep and high.
          {fit.above_mm !== null && fit.below_mm !== null
            ? ` Above it ${length(fit.above_mm, units)}, below the rack ${length(fit.below_mm, units)}.`
            : ""}
        </Note>
        {bake.turned ? <Text fontSize="sm">{bake.turned}</Text> : null}
        {fit.state === "not measured" ? (
          <Text asChild color="verdigris" fontWeight="600" fontSize="sm">
            <Link to="/rules">Measure it in House rules</Link>
          </Text>
        ) : null}
      </Box>
      <Box as="section" aria-label="What to hold up">
        <Heading size="sm">What to hold up</Heading>
        {bake.supports.length === 0 ? (
          <Note>
            Nothing that is raw in this bake hangs out further than hot clay can hold.
            {elsewhere.length
              ? ` In bake ${elsewhere.map((row) => row.number).join(" and ")} something does.`
              : ""}
          </Note>
        ) : null}
        {bake.supports.map((row) => (
          <Box
            key={row.part}
            py="1"
            borderBottomWidth="1px"
            borderColor="headline"
            bg={row.part === selected ? "claySoft" : undefined}
            cursor="pointer"
            onClick={() => select(row.part)}
          >
            <Text fontSize="sm" fontWeight="600">
              {row.label}: {row.kind}
            </Text>
            <Text fontSize="xs" color="inkSoft">
              {row.words}. It hangs out {length(row.overhang_mm, units)}; hot raw clay so thick
              holds {length(row.allowed_mm, units)}.
            </Text>
          </Box>
        ))}
      </Box>
      <Note>
        Self-weight against a yield of {other(4, "kPa", units, 1)} when hot, with a safety of 1.5
        (assumed). Card and foil take the oven; foam, wax and plastic do not. Supports are drawn on
        the elevations.
      </Note>
    </Stack>
  );
}
