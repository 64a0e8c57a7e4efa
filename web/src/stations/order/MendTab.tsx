import { Box, Button, Flex, Heading, Spinner, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useMending, useMishapKinds, useMishaps } from "../../api/useOrder";
import type { MishapKind, WayOn } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { mass, minutes } from "../../units/format";
import { ChoiceField, Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { faultText } from "../../ui/useDraft";
import { useUnits } from "../../ui/UnitsContext";

/** Something went wrong: what happened, to which part, and the ways on with what each costs. */
export function MendTab() {
  const { figure, selected, select } = useFigurePage();
  const kinds = useMishapKinds().data ?? {};
  const mishaps = useMishaps(figure.id).data ?? [];
  const { ways, take, forget } = useMending(figure.id);
  const [kind, setKind] = useState<MishapKind>("broke");
  const { parts } = figure.sheet;
  const chosen = parts.find((row) => row.id === selected) ?? parts[0];
  const part = chosen?.id ?? "";
  const of = chosen?.stock ? "bought" : "clay";
  const labels = new Map(figure.sheet.parts.map((row) => [row.id, row.label]));
  if (!chosen) return <Note>There is no part on this figure yet: nothing to mend.</Note>;
  const names = Object.entries(kinds).filter(([, row]) => row.of === of);
  const isKind = (value: string): value is MishapKind => value in kinds;
  const first = names[0]?.[0] ?? "";
  const now = names.some(([value]) => value === kind) ? kind : isKind(first) ? first : kind;
  return (
    <Stack gap="3">
      <ChoiceField
        label="What part"
        value={part}
        options={parts.map((row) => ({ value: row.id, label: row.label }))}
        onChange={(id) => {
          select(id);
          ways.reset();
        }}
      />
      <ChoiceField
        label="What happened"
        value={now}
        options={names.map(([value, row]) => ({ value, label: row.words }))}
        onChange={(value) => {
          if (isKind(value)) setKind(value);
          ways.reset();
        }}
      />
      <Button
        size="sm"
        bg="verdigris"
        color="onClay"
        loading={ways.isPending}
        onClick={() => ways.mutate({ kind: now, part })}
      >
        Show ways to repair it
      </Button>
      {ways.error ? <Text color="stop">{faultText(ways.error)}</Text> : null}
      {ways.isPending ? (
        <Flex gap="2">
          <Spinner size="sm" /> Planning each way on…
        </Flex>
      ) : null}
      {ways.data?.map((way) => (
        <WayCard
          key={way.mishap.way}
          way={way}
          busy={take.isPending}
          onTake={() =>
            take.mutate(
              { kind: now, part, way: way.mishap.way },
              {
                onSuccess: () => ways.reset(),
                onError: tellProblem,
              },
            )
          }
        />
      ))}
      {mishaps.length ? (
        <Box as="section" aria-label="What went wrong so far">
          <Heading size="sm">So far</Heading>
          {mishaps.map((row) => (
            <Flex key={row.id} justify="space-between" align="center" gap="2" py="1">
              <Text fontSize="sm">
                {labels.get(row.part) ?? row.part}: {row.words}
              </Text>
              <Button
                size="2xs"
                variant="outline"
                borderColor="hairline"
                onClick={() => forget.mutate(row.id, { onError: tellProblem })}
                aria-label={`Take back: ${labels.get(row.part) ?? row.part}, ${row.words}`}
              >
                Take back
              </Button>
            </Flex>
          ))}
        </Box>
      ) : null}
      <Note>
        What is cured stays as it is; the steps from here are planned around it. Eye protection when
        drilling or sawing cured clay; sand it wet. Nothing glued goes into the oven again.
      </Note>
    </Stack>
  );
}

function WayCard({ way, busy, onTake }: { way: WayOn; busy: boolean; onTake: () => void }) {
  const units = useUnits();
  const costs = [
    `${minutes(Math.max(0, way.hands_min))} of hands`,
    way.bakes > 0 ? `${way.bakes} bake more, ${minutes(way.oven_min)} in the oven` : "no bake more",
    way.clay_g > 0 ? `${mass(way.clay_g, units)} of clay` : null,
    way.other_g > 0 ? `${mass(way.other_g, units)} to bind it` : null,
  ].filter((cost) => cost !== null);
  return (
    <Box
      borderWidth="1px"
      borderColor="hairline"
      bg="sheet"
      px="3"
      py="2"
      data-way={way.mishap.way}
    >
      <Text fontWeight="600" fontSize="sm">
        {way.label}
      </Text>
      <Text fontSize="xs" color="inkSoft">
        {way.because}
      </Text>
      <Text fontSize="sm">{costs.join(" · ")}</Text>
      {way.scorch > 0 ? (
        <Text fontSize="xs" color={way.too_scorched ? "stop" : "inkSoft"}>
          Scorch in the end {way.scorch.toFixed(2)} of {way.scorch_limit}
          {way.too_scorched ? ": it browns; take a way without the oven" : ""}
        </Text>
      ) : null}
      {way.spoils.map((line) => (
        <Text key={line} fontSize="xs" color="stop">
          {line}
        </Text>
      ))}
      <Box as="details" fontSize="xs">
        <Box as="summary" cursor="pointer" color="verdigris">
          Its steps
        </Box>
        <Box as="ol" pl="4">
          {way.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </Box>
      </Box>
      <Button size="xs" mt="1" bg="clay" color="onClay" onClick={onTake} loading={busy}>
        Take this way
      </Button>
    </Box>
  );
}
