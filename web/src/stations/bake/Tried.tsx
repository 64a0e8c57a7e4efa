import { Flex, Stack, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { BakePlan, PartBake, Preview } from "../../api/types";
import { PanelTable, type Row } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { minutes, temperature, type Units } from "../../units/format";
import { GRADES } from "./grades";

interface Props {
  now: BakePlan;
  tried: BakePlan;
  preview: Preview;
  children: ReactNode;
}

/** What a programme would make of a bake, beside what it is now: nothing of it is kept. */
export function Tried({ now, tried, preview, children }: Props) {
  const units = useUnits();
  const said = (rows: Preview["new"]) => rows.filter((row) => row.severity !== "note");
  return (
    <Stack gap="2" mt="2" role="group" aria-label="What this programme gives">
      <Flex gap="2">{children}</Flex>
      <PanelTable
        label="What this programme gives"
        head={["", "now", "tried"]}
        rows={[
          ...wholeBake(now, tried, units),
          ...beside(now, tried, units),
          ...byPart(now, tried),
        ]}
      />
      {said(preview.new).map((row) => (
        <Text key={`${row.id} ${row.subject}`} fontSize="sm" color="warn">
          ▲ {row.title}
        </Text>
      ))}
      {said(preview.gone).map((row) => (
        <Text key={`${row.id} ${row.subject}`} fontSize="sm" color="verdigris">
          ✓ no more: {row.title}
        </Text>
      ))}
    </Stack>
  );
}

const wholeBake = (now: BakePlan, tried: BakePlan, units: Units): Row[] => {
  const of = (name: string, said: (bake: BakePlan) => string): Row => ({
    key: name,
    cells: [name, said(now), said(tried)],
  });
  return [
    of("in the oven", (bake) => minutes(bake.advised_min.value)),
    of("air at its hottest", (bake) => temperature(bake.peak_air_c, units)),
    of("most scorch", (bake) => mostScorch(bake.parts)),
    of("heated", (bake) => crackWords(bake.parts)),
  ];
};

const byPart = (now: BakePlan, tried: BakePlan): Row[] =>
  tried.parts
    .map((part) => ({ part, was: now.parts.find((row) => row.id === part.id) }))
    .filter(({ part, was }) => part.raw_in || part.grade !== was?.grade)
    .map(({ part, was }) => ({
      key: part.id,
      cells: [part.label, was ? inside(was) : "", inside(part)],
    }));

const beside = (now: BakePlan, tried: BakePlan, units: Units): Row[] =>
  tried.inserts
    .filter((row) => !row.harmless)
    .map((row) => {
      const was = now.inserts.find((one) => one.what === row.what && one.id === row.id);
      const hot = (one: typeof row) =>
        `${temperature(one.peak_c, units)} of ${temperature(one.limit_c, units)}${one.peak_c > one.limit_c ? " ▲" : ""}`;
      return {
        key: `${row.what} ${row.id}`,
        cells: [`${row.label}, ${row.material}`, was ? hot(was) : "", hot(row)],
      };
    });

const inside = (part: PartBake): string =>
  part.grade === "fused" && part.model_min !== null
    ? `fused at ${minutes(part.model_min)}`
    : `${GRADES[part.grade]} (${Math.round(part.fusion * 100)} %)`;

const mostScorch = (parts: PartBake[]): string => {
  const worst = parts.reduce<PartBake | null>(
    (found, part) =>
      !found || part.scorch / part.scorch_limit > found.scorch / found.scorch_limit ? part : found,
    null,
  );
  return worst ? `${worst.scorch.toFixed(2)} of ${worst.scorch_limit}` : "none";
};

const RISKS: PartBake["crack_risk"][] = ["low", "moderate", "high"];
const CRACKS: Record<PartBake["crack_risk"], string> = {
  low: "slowly: cracks unlikely",
  moderate: "quickly: it may crack",
  high: "too quickly: it may well crack",
};
const crackWords = (parts: PartBake[]): string =>
  CRACKS[RISKS[Math.max(0, ...parts.map((part) => RISKS.indexOf(part.crack_risk)))] ?? "low"];
