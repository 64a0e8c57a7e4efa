import {
  Button,
  chakra,
  Dialog,
  Field,
  Flex,
  Grid,
  Input,
  Portal,
  RadioGroup,
  Stack,
  Text,
} from "@chakra-ui/react";
import { useEffect, useState, type FormEvent } from "react";
import { Problem, type Fault } from "../api/client";
import { useBodies, useShelfActions } from "../api/useShelf";
import { useRules, useRulesChanges } from "../api/useRules";
import { newKey } from "../outbox/useOutbox";
import { tellProblem } from "../ui/notices";
import { useKept } from "../ui/useKept";
import { Reading } from "../ui/Reading";
import { faultText } from "../ui/useDraft";
import { useUnits } from "../ui/UnitsContext";
import { across, METRIC, typedLength } from "../units/format";

const UNITS = [
  ["mm", "millimetres, grams, °C"],
  ["in", "inches, ounces, °F"],
] as const;
const INCHES = { length_unit: "in", mass_unit: "oz", temperature_unit: "F" } as const;

interface Props {
  open: boolean;
  onClose: () => void;
  onMade: (id: string) => void;
}

/** Body, height, name, and the first time in which units; the plan is there at once. */
export function NewFigureDialog({ open, onClose, onMade }: Props) {
  const bodies = useBodies().data ?? [];
  const { create } = useShelfActions();
  const units = useUnits();
  const rules = useRules().data;
  const { set } = useRulesChanges();
  const untouched = rules?.revision === 1;
  const inside = rules?.rules.oven.inside;
  const [asksUnits, setAsksUnits] = useState(false);
  useEffect(() => {
    if (!open) setAsksUnits(false);
    else if (untouched) setAsksUnits(true);
  }, [open, untouched]);
  const [name, setName] = useKept("new figure name");
  const [body, setBody] = useState("biped");
  const [heads, setHeads] = useKept("new figure heads");
  const [key, setKey] = useState(newKey);
  const inches = units.length_unit === "in";
  const [height, setHeight] = useKept("new figure height", inches ? "12 in" : "300 mm");
  const [unread, setUnread] = useState<Fault[]>([]);
  const refused = create.error instanceof Problem ? create.error.faults : [];
  const faults = unread.length ? unread : refused;
  const wrong = (path: string) => faults.find((fault) => fault.path === path);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const tall = heads.trim() ? Number(heads.replace(",", ".")) : null;
    const bad = Number.isNaN(tall);
    setUnread(
      bad
        ? [{ path: "heads_tall", value: heads, allowed: "a number of heads, 1.5 to 10", code: "" }]
        : [],
    );
    if (bad) return;
    if (untouched) void set(inches ? INCHES : METRIC).catch(tellProblem);
    create.mutate(
      {
        key,
        name,
        body,
        height_mm: typedLength(height, units),
        heads_tall: tall,
      },
      {
        onSuccess: (made) => {
          setName(null);
          setHeight(null);
          setHeads(null);
          setKey(newKey());
          onMade(made.figure.id);
        },
      },
    );
  };
  const other =
    create.error &&
    !unread.length &&
    !["name", "height_mm", "heads_tall"].some((path) => wrong(path));
  return (
    <Dialog.Root open={open} onOpenChange={(event) => !event.open && onClose()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink" maxWidth="36rem">
            <chakra.form onSubmit={submit}>
              <Dialog.Header>
                <Dialog.Title fontFamily="heading">New figure</Dialog.Title>
              </Dialog.Header>
              <Dialog.Body>
                <Stack gap="4">
                  <RadioGroup.Root
                    value={body}
                    onValueChange={({ value }) => value && setBody(value)}
                  >
                    <RadioGroup.Label fontSize="sm">Body</RadioGroup.Label>
                    <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="1.5" mt="1">
                      {bodies.map((row) => (
                        <RadioGroup.Item key={row.id} value={row.id}>
                          <RadioGroup.ItemHiddenInput />
                          <RadioGroup.ItemIndicator borderColor="inkSoft" />
                          <RadioGroup.ItemText>{row.label}</RadioGroup.ItemText>
                        </RadioGroup.Item>
                      ))}
                    </Grid>
                  </RadioGroup.Root>
                  {asksUnits ? (
                    <RadioGroup.Root
                      value={inches ? "in" : "mm"}
                      onValueChange={({ value }) =>
                        void set(value === "in" ? INCHES : METRIC).catch(tellProblem)
                      }
                    >
                      <RadioGroup.Label fontSize="sm">You measure in</RadioGroup.Label>
                      <Flex gap="4" mt="1" wrap="wrap">
                        {UNITS.map(([value, label]) => (
                          <RadioGroup.Item key={value} value={value}>
                            <RadioGroup.ItemHiddenInput />
                            <RadioGroup.ItemIndicator borderColor="inkSoft" />
                            <RadioGroup.ItemText>{label}</RadioGroup.ItemText>
                          </RadioGroup.Item>
                        ))}
                      </Flex>
                      <Text fontSize="xs" color="inkSoft">
                        House rules change it later.
                      </Text>
                    </RadioGroup.Root>
                  ) : null}
                  <Flex gap="4">
                    <Field.Root invalid={!!wrong("height_mm")}>
                      <Field.Label>Height</Field.Label>
                      <Input value={height} onChange={(event) => setHeight(event.target.value)} />
                      <Field.HelperText color="inkSoft" minHeight="2.6em">
                        in any unit: 12 in, 30 cm, 310
                        <br />
                        <Reading
                          of="length"
                          text={typedLength(height, units)}
                          typed={height !== ""}
                        />
                      </Field.HelperText>
                      <Field.ErrorText role="alert" color="stop">
                        {wrong("height_mm")
                          ? `${wrong("height_mm")?.value}: ${wrong("height_mm")?.allowed}`
                          : null}
                      </Field.ErrorText>
                    </Field.Root>
                    <Field.Root invalid={!!wrong("heads_tall")}>
                      <Field.Label>Heads tall</Field.Label>
                      <Input
                        value={heads}
                        placeholder={String(
                          bodies.find((row) => row.id === body)?.heads_tall ?? "",
                        )}
                        onChange={(event) => setHeads(event.target.value)}
                      />
                      <Field.ErrorText role="alert" color="stop">
                        {wrong("heads_tall")
                          ? `${wrong("heads_tall")?.value}: ${wrong("heads_tall")?.allowed}`
                          : null}
                      </Field.ErrorText>
                    </Field.Root>
                  </Flex>
                  <Field.Root invalid={!!wrong("name")}>
                    <Field.Label>Name</Field.Label>
                    <Input
                      value={name}
                      maxLength={80}
                      onChange={(event) => setName(event.target.value)}
                    />
                    <Field.ErrorText role="alert" color="stop">
                      {wrong("name") ? "Give it a name." : null}
                    </Field.ErrorText>
                  </Field.Root>
                  <Text fontSize="xs" color="inkSoft" role="status">
                    {create.isPending
                      ? "Choosing wire, cores, walls and base so that it can be built at that size…"
                      : inside
                        ? `Your oven is ${across(inside.height_mm, units)} high inside.`
                        : "How large your oven is inside is asked in House rules: then what does not fit is told here and not after it is made."}
                  </Text>
                  {other ? (
                    <Text role="alert" color="stop">
                      {faultText(create.error)}
                    </Text>
                  ) : null}
                </Stack>
              </Dialog.Body>
              <Dialog.Footer>
                <Button variant="outline" onClick={onClose}>
                  Cancel
                </Button>
                <Button type="submit" bg="clay" color="onClay" loading={create.isPending}>
                  Plan it
                </Button>
              </Dialog.Footer>
            </chakra.form>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
