import {
  Box,
  Button,
  Checkbox,
  Dialog,
  Flex,
  Portal,
  Progress,
  Stack,
  Text,
} from "@chakra-ui/react";
import { useState } from "react";
import type { Plan } from "../api/types";
import { useSettled } from "../api/useFixes";
import { faultText } from "../ui/useDraft";
import { useUnits } from "../ui/UnitsContext";
import { movedWords } from "./movedWords";
import { useFigurePage } from "./useFigurePage";

/** All that is wrong at once: offered where anything stops or warns. */
export function Settle({ plan }: { plan: Plan }) {
  const [open, setOpen] = useState(false);
  const wrong = plan.findings.filter((finding) => finding.severity !== "note").length;
  if (!wrong && !open) return null;
  return (
    <>
      <Button size="xs" variant="outline" borderColor="verdigris" onClick={() => setOpen(true)}>
        Settle the figure…
      </Button>
      {open ? <Settling onClose={() => setOpen(false)} /> : null}
    </>
  );
}

const count = (number: number, one: string, many: string) =>
  number === 1 ? `1 ${one}` : `${number} ${many}`;

/** The search, then its changes to be kept or left out one by one; all that are kept are one change. */
function Settling({ onClose }: { onClose: () => void }) {
  const { figure, apply } = useFigurePage();
  const units = useUnits();
  const asked = useSettled(figure.id, figure.revision, true);
  const [out, setOut] = useState<ReadonlySet<number>>(new Set());
  const found = asked.data?.found;
  const kept = found?.changes.filter((_, n) => !out.has(n)) ?? [];
  const leave = (n: number, left: boolean) => {
    const next = new Set(out);
    if (left) next.add(n);
    else next.delete(n);
    setOut(next);
  };
  const doIt = () => {
    void apply(
      `Settle: ${count(kept.length, "change", "changes")}`,
      kept.flatMap((change) => change.operations),
    );
    onClose();
  };
  return (
    <Dialog.Root open onOpenChange={(event) => !event.open && onClose()} scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink" maxWidth="36rem">
            <Dialog.Header pb="2">
              <Dialog.Title fontFamily="heading">Settle the figure</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body tabIndex={0}>
              {asked.isError ? <Text color="stop">{faultText(asked.error)}</Text> : null}
              {!found && !asked.isError ? (
                <Stack gap="2">
                  <Text>
                    Looking for the least change of wire, cores, walls, base and order that leaves
                    no stop and no warning. Pose, height and looks stay as they are.
                  </Text>
                  <Progress.Root
                    value={Math.round(100 * (asked.data?.share ?? 0))}
                    aria-label="How far the search is, at most"
                    size="sm"
                  >
                    <Progress.Track bg="sheetDeep" borderWidth="1px" borderColor="hairline">
                      <Progress.Range bg="verdigris" />
                    </Progress.Track>
                  </Progress.Root>
                </Stack>
              ) : null}
              {found ? (
                <Stack gap="3">
                  <Text>
                    {found.changes.length
                      ? `${count(found.stops[0], "stop", "stops")} and ${count(found.warnings[0], "warning", "warnings")} become ${found.stops[1]} and ${found.warnings[1]}.`
                      : "No change of what is hidden makes it better."}
                  </Text>
                  <Stack as="ul" gap="2" listStyleType="none">
                    {found.changes.map((change, n) => (
                      <Box as="li" key={n}>
                        <Checkbox.Root
                          checked={!out.has(n)}
                          onCheckedChange={({ checked }) => leave(n, checked !== true)}
                          alignItems="start"
                        >
                          <Checkbox.HiddenInput />
                          <Checkbox.Control mt="0.5" />
                          <Checkbox.Label fontWeight="600">{change.label}</Checkbox.Label>
                        </Checkbox.Root>
                        <Text fontSize="sm" pl="6">
                          {change.because.join("; ")}
                        </Text>
                        <Text fontSize="xs" color="inkSoft" pl="6">
                          {movedWords(change.moved, units).join(" · ")}
                        </Text>
                      </Box>
                    ))}
                  </Stack>
                  {out.size ? (
                    <Text fontSize="sm">What is left out leaves its finding there.</Text>
                  ) : null}
                  {found.left.length ? (
                    <Stack gap="1">
                      <Text fontWeight="600">Left as it is</Text>
                      {found.left.map(({ finding, in_the_way }) => (
                        <Text key={`${finding.id} ${finding.subject}`} fontSize="sm">
                          {finding.title}. {in_the_way}
                        </Text>
                      ))}
                    </Stack>
                  ) : null}
                  {found.changes.length ? (
                    <Text fontSize="sm" color="inkSoft">
                      In all: {movedWords(found.moved, units).join(" · ") || "nothing to notice"}.
                      One undo takes it back.
                    </Text>
                  ) : null}
                </Stack>
              ) : null}
            </Dialog.Body>
            <Dialog.Footer>
              <Flex gap="2">
                <Button variant="outline" onClick={onClose}>
                  Leave it
                </Button>
                {kept.length ? (
                  <Button bg="verdigris" color="onClay" onClick={doIt}>
                    {kept.length === 1 ? "Make this change" : `Make these ${kept.length} changes`}
                  </Button>
                ) : null}
              </Flex>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
