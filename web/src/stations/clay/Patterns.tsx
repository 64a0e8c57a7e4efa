import { Box, chakra, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { usePatterns } from "../../api/useReckoner";
import type { Pattern } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { tint } from "../../theme";
import { length, mass } from "../../units/format";
import { Note } from "../../ui/fields";
import { Waiting } from "../../ui/Waiting";
import { useUnits } from "../../ui/UnitsContext";
import { PrintLink } from "../../ui/PrintLink";

const BOX = 64;

/** Flat outlines of what is laid as a sheet, each with its paper at true size. */
export function Patterns() {
  const { figure, selected, select } = useFigurePage();
  const units = useUnits();
  const found = usePatterns(figure.id, figure.revision, true);
  const at = `/api/v1/figures/${figure.id}/prints/patterns`;
  return (
    <Box>
      <Heading size="sm">Flat patterns, to cut sheets by</Heading>
      {found.data ? null : <Waiting on={[found]} words="Laying them flat…" />}
      {found.data?.length === 0 ? <Note>Nothing of this figure is laid as a sheet.</Note> : null}
      {found.data?.length ? (
        <Box mt="1.5">
          <PrintLink href={at} small>
            Print them all (PDF)
          </PrintLink>
          {found.data.map((pattern) => (
            <Flex
              key={pattern.label}
              data-pattern={pattern.part}
              gap="3"
              py="1.5"
              borderBottomWidth="1px"
              borderColor="headline"
              bg={pattern.part === selected ? "claySoft" : undefined}
            >
              <Outline pattern={pattern} />
              <Box flex="1">
                <chakra.button
                  type="button"
                  fontSize="sm"
                  fontWeight="600"
                  cursor="pointer"
                  textAlign="left"
                  onClick={() => select(pattern.part)}
                >
                  {pattern.label}
                </chakra.button>
                <Text fontSize="xs">
                  {pattern.count > 1
                    ? `${pattern.count} gores, `
                    : pattern.bought
                      ? `${pattern.bought}, `
                      : `${pattern.kind}, `}
                  {length(pattern.thickness_mm, units)} thick,{" "}
                  {pattern.bought
                    ? mass(pattern.grams ?? 0, units)
                    : `${pattern.layers > 1 ? `${pattern.layers} sheets of ` : ""}setting ${pattern.setting}`}
                  {pattern.overlap_mm > 0 ? `, overlap ${length(pattern.overlap_mm, units)}` : ""}
                  {pattern.scores.length ? ", scored along the broken lines" : ""}
                  {pattern.stretch_percent >= 0.5
                    ? pattern.kind === "disc"
                      ? `; its edge is pressed in by ${pattern.stretch_percent.toFixed(0)} %`
                      : `; its edges have to give ${pattern.stretch_percent.toFixed(0)} %`
                    : ""}
                  {pattern.square_mm > 0
                    ? `; or drape one square of ${length(pattern.square_mm, units)}, with a fold of ${length(pattern.fold_mm, units)} at each corner`
                    : ""}
                </Text>
                <Flex gap="3" fontSize="xs">
                  {(["pdf", "svg"] as const).map((form) => (
                    <Link
                      key={form}
                      href={`${at}?part=${pattern.part}&form=${form}`}
                      target="_blank"
                      rel="noreferrer"
                      color="verdigris"
                      aria-label={`Pattern of the ${pattern.label} as ${form.toUpperCase()}`}
                    >
                      {form.toUpperCase()}
                    </Link>
                  ))}
                </Flex>
              </Box>
            </Flex>
          ))}
        </Box>
      ) : null}
    </Box>
  );
}

function Outline({ pattern }: { pattern: Pattern }) {
  const width = Math.max(...pattern.outline.map(([x]) => x));
  const height = Math.max(...pattern.outline.map(([, y]) => y));
  const size = Math.max(width, height);
  const flat = (points: [number, number][]) =>
    points.map(([x, y]) => `${x},${height - y}`).join(" ");
  return (
    <svg
      width={BOX}
      height={(BOX * height) / size}
      viewBox={`-1 -1 ${width + 2} ${height + 2}`}
      aria-hidden
      style={{ flexShrink: 0, width: BOX }}
    >
      <polygon
        points={flat(pattern.outline)}
        fill={tint("claySoft")}
        stroke={tint("clayEdge")}
        vectorEffect="non-scaling-stroke"
      />
      {pattern.holes.map((hole, n) => (
        <polyline
          key={n}
          points={flat(hole)}
          fill="none"
          stroke={tint("clayEdge")}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {pattern.scores.map((score, n) => (
        <polyline
          key={n}
          points={flat(score)}
          fill="none"
          stroke={tint("inkSoft")}
          strokeDasharray="3 2"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {pattern.seam.length ? (
        <polyline
          points={flat(pattern.seam)}
          fill="none"
          stroke={tint("ink")}
          strokeDasharray="3 2"
          vectorEffect="non-scaling-stroke"
        />
      ) : null}
    </svg>
  );
}
