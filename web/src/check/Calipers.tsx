import { Box, Button, chakra, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useCaliper, useCalipers, useMeasured, usePutBuilt } from "../api/useCheck";
import { readMeasure } from "../api/useReading";
import type { CheckStage, ToMeasure } from "../api/types";
import { useFigurePage } from "../figure/useFigurePage";
import { ChoiceField, MeasureField, Note } from "../ui/fields";
import { tellProblem } from "../ui/notices";
import { faultText } from "../ui/useDraft";
import { useUnits } from "../ui/UnitsContext";
import { lengthAsTyped } from "../units/format";
import { STAGES } from "./CheckDialog";
import { TapLength } from "./TapLength";
import { Row } from "./Told";

/** The lengths that would hurt most, taken with calipers, and what they say of the work. */
export function Calipers() {
  const { figure, plan } = useFigurePage();
  const keep = usePutBuilt(figure.id);
  const units = useUnits();
  const [chosen, setChosen] = useState<CheckStage | null>(null);
  const [read, setRead] = useState<Record<string, number>>({});
  const [open, setOpen] = useState(false);
  const asked = useCalipers(figure.id, chosen);
  const stage = chosen ?? asked.data?.stage ?? null;
  const found = useMeasured(figure.id, stage, read);
  const jaws = useCaliper(open).data;
  const [added, setAdded] = useState<string[]>([]);
  const others = asked.data?.others ?? [];
  const rows = [
    ...(asked.data?.rows ?? []),
    ...others.filter((row) => added.includes(row.of[0] ?? "")),
  ];
  const next = rows.flatMap((row) => row.of).find((id) => read[id] === undefined);
  const put = (id: string, mm: number) => setRead((now) => ({ ...now, [id]: mm }));
  const drop = (id: string) =>
    setRead((now) => Object.fromEntries(Object.entries(now).filter(([key]) => key !== id)));
  const told = Object.keys(read).length ? (found.data?.told ?? []) : [];
  const slips = Object.keys(read).length ? (found.data?.slips ?? []) : [];
  const off = told.filter((row) => row.matters);
  const sure = Object.entries(read).filter(([id]) => !slips.some((row) => row.id === id));
  const follow = async () => {
    for (const [part, value] of sure) {
      await keep.mutateAsync({ part, kind: "length_mm", value });
      drop(part);
    }
  };
  const name = (id: string) => {
    const row = rows.find((one) => one.of.includes(id));
    return row ? sideOf(row, row.of.indexOf(id)) : id;
  };
  return (
    <chakra.details
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="sheet"
      bg="sheet"
      p="2"
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <Box as="summary" cursor="pointer" fontWeight="600" fontSize="sm">
        Calipers: five lengths that would hurt most
      </Box>
      <Stack gap="1" mt="2">
        {stage ? (
          <ChoiceField
            label="It is"
            value={stage}
            width="9rem"
            options={STAGES}
            onChange={(value) =>
              setChosen(STAGES.find((row) => row.value === value)?.value ?? "raw")
            }
          />
        ) : null}
        {rows.map((row) =>
          row.of.map((id, at) => (
            <MeasureField
              key={id}
              label={`${sideOf(row, at)}, ${lengthAsTyped(row.mm[at] ?? 0, units)}`}
              mm={read[id] ?? null}
              onEmpty={() => Promise.resolve(drop(id))}
              onCommit={async (text) => put(id, (await readMeasure("length", text)).value)}
            />
          )),
        )}
        <chakra.details>
          <Box as="summary" cursor="pointer" fontSize="sm" color="verdigris">
            Another length: two taps on the figure
          </Box>
          <TapLength
            plan={plan}
            landmarks={asked.data?.landmarks ?? []}
            lengths={[...(asked.data?.rows ?? []), ...others]}
            onAdd={(row) => setAdded((now) => [...new Set([...now, row.of[0] ?? ""])])}
          />
        </chakra.details>
        {jaws && jaws.mm !== null && next ? (
          <Button
            size="xs"
            variant="outline"
            alignSelf="start"
            onClick={() => put(next, jaws.mm ?? 0)}
          >
            The caliper says {lengthAsTyped(jaws.mm, units)}: take it for the {name(next)}
          </Button>
        ) : null}
        {found.error && Object.keys(read).length ? (
          <Text role="alert" fontSize="sm" color="stop">
            {faultText(found.error)}
          </Text>
        ) : null}
        {slips.map((row) => (
          <Flex key={row.id} gap="2" wrap="wrap" align="center">
            <Text fontSize="sm" color="warn">
              ▲ {row.label}: {lengthAsTyped(row.read_mm, units)}, where the plan has{" "}
              {lengthAsTyped(row.wanted_mm, units)}?
            </Text>
            {row.meant_mm === null ? null : (
              <Button
                size="2xs"
                variant="outline"
                onClick={() => put(row.id, row.meant_mm ?? row.read_mm)}
              >
                It is {lengthAsTyped(row.meant_mm, units)}
              </Button>
            )}
            <Button size="2xs" variant="outline" onClick={() => drop(row.id)}>
              Measure again
            </Button>
          </Flex>
        ))}
        {off.length ? <Heading size="sm">What is off</Heading> : null}
        {off.map((row) => (
          <Row key={row.difference.id} row={row} />
        ))}
        {told.length && !off.length ? (
          <Text fontSize="sm" color="verdigris">
            ✓ As planned, within what is left alone at this stage.
          </Text>
        ) : null}
        {sure.length ? (
          <Button
            size="xs"
            variant="outline"
            alignSelf="start"
            height="auto"
            py="1"
            whiteSpace="normal"
            loading={keep.isPending}
            onClick={() => void follow().catch(tellProblem)}
          >
            It stays so: let the plan go by {sure.length === 1 ? "this length" : "these lengths"}
          </Button>
        ) : null}
        <Note>
          From joint to joint. What is within House rules is left alone; a caliper at the bench is
          taken by a click.
        </Note>
      </Stack>
    </chakra.details>
  );
}

const sideOf = (row: ToMeasure, at: number): string =>
  row.of.length > 1 ? `${at ? "left" : "right"} ${row.label}` : row.label;
