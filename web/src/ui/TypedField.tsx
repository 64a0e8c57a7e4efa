import { chakra, Input, Text } from "@chakra-ui/react";

interface Props {
  label: string;
  value: string;
  /** What such a measure looks like, while nothing is typed. */
  hint?: string;
  type?: "text" | "date";
  onChange: (value: string) => void;
}

/** A measure as it is typed; what it comes to is worked out as one types. */
export function TypedField({ label, value, hint, type, onChange }: Props) {
  return (
    <chakra.label display="flex" alignItems="center" justifyContent="space-between" gap="3">
      <Text as="span" fontSize="sm">
        {label}
      </Text>
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
