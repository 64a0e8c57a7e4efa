import { Field, Flex, Input } from "@chakra-ui/react";
import { readMeasure } from "../api/useReading";
import { temperature } from "../units/format";
import { Reading } from "./Reading";
import { useDraft } from "./useDraft";
import { useUnits } from "./UnitsContext";

interface Props {
  label: string;
  celsius: number;
  onCommit: (celsius: number) => Promise<unknown>;
}

/** A temperature typed in any degrees, a gas mark too. */
export function TemperatureField({ label, celsius, onCommit }: Props) {
  const units = useUnits();
  const shown = temperature(celsius, units);
  const draft = useDraft(shown, async (text) =>
    onCommit((await readMeasure("temperature", text)).value),
  );
  return (
    <Field.Root invalid={draft.wrong !== null}>
      <Flex align="center" justify="space-between" gap="3" width="100%">
        <Field.Label fontSize="sm" fontWeight="400">
          {label}
        </Field.Label>
        <Reading of="temperature" text={draft.field.value} typed={draft.field.value !== shown} />
        <Input
          size="sm"
          width="7rem"
          bg="sheet"
          textAlign="right"
          {...draft.field}
          onKeyDown={draft.onKeyDown}
        />
      </Flex>
      <Field.ErrorText role="alert" color="stop">
        {draft.wrong}
      </Field.ErrorText>
    </Field.Root>
  );
}
