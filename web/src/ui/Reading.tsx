import { Text } from "@chakra-ui/react";
import { useReading, type Measure } from "../api/useReading";
import { readAs } from "../units/format";
import { useUnits } from "./UnitsContext";

interface Props {
  of: Measure;
  text: string;
  /** Whether anything is being typed: what is saved already needs no reading. */
  typed: boolean;
}

/** How what is being typed is read, beside its field: "= 304.8 mm". */
export function Reading({ of, text, typed }: Props) {
  const units = useUnits();
  const found = useReading(of, text.trim(), typed);
  if (!typed || found === undefined) return null;
  return (
    <Text as="span" role="status" fontSize="xs" color="inkSoft" whiteSpace="nowrap">
      = {readAs(found.value, found.unit, units)}
    </Text>
  );
}
