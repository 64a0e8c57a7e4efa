import { Field, Flex, Input } from "@chakra-ui/react";
import type { Measure } from "../api/useReading";
import { Reading } from "./Reading";
import { Theirs } from "./Theirs";
import { useDraft } from "./useDraft";

interface Props {
  label: string;
  shown: string;
  /** What it measures: how it is read stands beside it while it is typed. */
  of: Measure;
  width: string;
  /** What was typed with its unit, where a bare number has none. */
  whole?: (text: string) => string;
  save: (text: string) => Promise<unknown>;
}

/** A measure typed in any unit; what cannot be read stays, with what is wrong beneath it. */
export function DraftInput({ label, shown, of, width, whole = (text) => text, save }: Props) {
  const draft = useDraft(shown, (text) => save(whole(text)));
  const text = draft.field.value;
  return (
    <Field.Root invalid={draft.wrong !== null}>
      <Flex align="center" justify="space-between" gap="3" width="100%">
        <Field.Label fontSize="sm" fontWeight="400">
          {label}
        </Field.Label>
        <Reading of={of} text={whole(text)} typed={text !== shown} />
        <Input
          size="sm"
          width={width}
          bg="sheet"
          textAlign="right"
          {...draft.field}
          onKeyDown={draft.onKeyDown}
        />
      </Flex>
      {draft.theirs ? <Theirs {...draft.theirs} /> : null}
      <Field.ErrorText role="alert" color="stop">
        {draft.wrong}
      </Field.ErrorText>
    </Field.Root>
  );
}
