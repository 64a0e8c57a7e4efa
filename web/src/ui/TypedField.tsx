import { chakra, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Measure } from "../api/useReading";
import { Reading } from "./Reading";

interface Props {
  label: string;
  value: string;
  /** What such a measure looks like, while nothing is typed. */
  hint?: string;
  type?: "text" | "date";
  /** What it measures, so that how it is read can stand beside it. */
  of?: Measure;
  onChange: (value: string) => void;
}

/** A measure as it is typed; what it comes to is worked out as one types. */
export function TypedField({ label, value, hint, type, of, onChange }: Props) {
  const [first] = useState(value);
  return (
    <chakra.label display="flex" alignItems="center" justifyContent="space-between" gap="3">
      <Text as="span" fontSize="sm">
        {label}
      </Text>
      {of ? <Reading of={of} text={value} typed={value !== first} /> : null}
      <Input
        size="sm"
        width="11rem"
        bg="sheet"
        textAlign="right"
        type={type}
        placeholder={hint}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </chakra.label>
  );
}
