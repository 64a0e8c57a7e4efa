import { Box, chakra, Field, Flex, Input, NativeSelect, Text, Textarea } from "@chakra-ui/react";
import { memo, useId, useState } from "react";
import type { Measure } from "../api/useReading";
import { lengthAsTyped, massAsTyped, typedLength, typedMass } from "../units/format";
import { DraftInput } from "./DraftInput";
import { Reading } from "./Reading";
import { tellProblem } from "./notices";
import { Theirs } from "./Theirs";
import { readNumber, useDraft } from "./useDraft";
import { useRest } from "./useRest";
import { useUnits } from "./UnitsContext";

interface MeasureProps {
  label: string;
  mm: number | null;
  onCommit: (text: string) => Promise<unknown>;
  /** What an empty field comes to, where it may be left empty. */
  onEmpty?: () => Promise<unknown>;
}

/** A length typed in any unit. */
export function MeasureField({ label, mm, onCommit, onEmpty }: MeasureProps) {
  const units = useUnits();
  return (
    <DraftInput
      label={label}
      shown={mm === null ? "" : lengthAsTyped(mm, units)}
      of="length"
      width="8.5rem"
      whole={(text) => typedLength(text, units)}
      save={(text) => (onEmpty && text.trim() === "" ? onEmpty() : onCommit(text))}
    />
  );
}

interface MassProps {
  label: string;
  /** None where it is not known, and may be emptied. */
  g: number | null;
  onCommit: (text: string) => Promise<unknown>;
  onEmpty?: () => Promise<unknown>;
}

/** A weight typed in any unit. */
export function MassField({ label, g, onCommit, onEmpty }: MassProps) {
  const units = useUnits();
  return (
    <DraftInput
      label={label}
      shown={g === null ? "" : massAsTyped(g, units)}
      of="mass"
      width="8.5rem"
      whole={(text) => typedMass(text, units)}
      save={(text) => (onEmpty && text.trim() === "" ? onEmpty() : onCommit(text))}
    />
  );
}

interface WordsProps {
  label: string;
  text: string;
  rows?: number;
  /** Under its label and as broad as the panel. */
  under?: boolean;
  /** What it measures, so that how it is read can stand beside it. */
  of?: Measure;
  onCommit: (text: string) => Promise<unknown>;
}

/** Words, saved when the person goes on; what is refused stays, with what is wrong beneath it. */
export function WordsField({ label, text, rows = 1, under = rows > 1, of, onCommit }: WordsProps) {
  const draft = useDraft(text, onCommit);
  const shared = { size: "sm" as const, bg: "sheet", maxLength: 4000, ...draft.field };
  return (
    <Field.Root invalid={draft.wrong !== null}>
      <Flex
        direction={under ? "column" : "row"}
        align={under ? "stretch" : "center"}
        justify="space-between"
        gap={under ? "1" : "3"}
        width="100%"
      >
        <Field.Label fontSize="sm" fontWeight="400">
          {label}
        </Field.Label>
        {of ? (
          <Reading of={of} text={draft.field.value} typed={draft.field.value !== text} />
        ) : null}
        {rows > 1 ? (
          <Textarea {...shared} rows={rows} />
        ) : (
          <Input {...shared} maxWidth={under ? undefined : "15rem"} onKeyDown={draft.onKeyDown} />
        )}
      </Flex>
      {draft.theirs ? <Theirs {...draft.theirs} /> : null}
      <Field.ErrorText role="alert" color="stop">
        {draft.wrong}
      </Field.ErrorText>
    </Field.Root>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  /** Where it ends in a promise, the choice stands as it is until that is settled. */
  onChange: (value: string) => unknown;
  width?: string;
  /** The list under its label, over the whole breadth. */
  stacked?: boolean;
}

/** Kept as they are while the same list is given again: some are long, and drawn at every drag. */
const Options = memo(function Options({ options }: { options: ChoiceProps["options"] }) {
  return options.map((option) => (
    <option key={option.value} value={option.value}>
      {option.label}
    </option>
  ));
});

export function ChoiceField({
  label,
  value,
  options,
  onChange,
  width = "11rem",
  stacked = false,
}: ChoiceProps) {
  const id = useId();
  const [chosen, setChosen] = useState<string | null>(null);
  const { choose, handlers } = useRest(async (next: string) => {
    try {
      await onChange(next);
    } catch (error) {
      tellProblem(error);
    }
    setChosen((now) => (now === next ? null : now));
  });
  return (
    <Flex
      direction={stacked ? "column" : "row"}
      align={stacked ? "stretch" : "center"}
      justify="space-between"
      gap={stacked ? "0.5" : "3"}
      width={stacked ? "100%" : undefined}
    >
      <chakra.label htmlFor={id} fontSize="sm">
        {label}
      </chakra.label>
      <NativeSelect.Root size="sm" width={stacked ? "100%" : width} flexShrink="0">
        <NativeSelect.Field
          id={id}
          bg="sheet"
          value={chosen ?? value}
          {...handlers}
          onChange={(event) => {
            setChosen(event.currentTarget.value);
            choose(event.currentTarget.value);
          }}
        >
          <Options options={options} />
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Flex>
  );
}

interface NumberProps<T extends number | null> {
  label: string;
  value: T;
  unit: string;
  /** What stands for an empty field, where it may be left empty. */
  empty?: T;
  onCommit: (value: T | number) => Promise<unknown>;
}

/** A plain number in a fixed unit. */
export function NumberField<T extends number | null>(props: NumberProps<T>) {
  const { label, value, unit, empty, onCommit } = props;
  const shown = value === null ? "" : String(value);
  const draft = useDraft(shown, (text) =>
    onCommit(text.trim() === "" && empty !== undefined ? empty : readNumber(text)),
  );
  return (
    <Field.Root invalid={draft.wrong !== null}>
      <Flex align="center" justify="space-between" gap="3" width="100%">
        <Field.Label fontSize="sm" fontWeight="400">
          {label}
        </Field.Label>
        <Flex align="center" gap="1.5">
          <Input
            size="sm"
            width="5.5rem"
            bg="sheet"
            textAlign="right"
            {...draft.field}
            onKeyDown={draft.onKeyDown}
          />
          <Text fontSize="sm" width="2.2rem" color="inkSoft">
            {unit}
          </Text>
        </Flex>
      </Flex>
      {draft.theirs ? <Theirs {...draft.theirs} /> : null}
      <Field.ErrorText role="alert" color="stop">
        {draft.wrong}
      </Field.ErrorText>
    </Field.Root>
  );
}

export function Note({ children }: { children: React.ReactNode }) {
  return (
    <Box fontSize="xs" color="inkSoft" py="1">
      {children}
    </Box>
  );
}
