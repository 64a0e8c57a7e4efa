import { Box, Checkbox, Flex, Heading, Link, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { Note } from "../ui/fields";
import { useUnits } from "../ui/UnitsContext";
import { TypedField } from "../ui/TypedField";

/** Teeth, buttons, ribs, pleats, scales: a strip with even marks, to lay along or round. */
export function SpacingStrip() {
  const units = useUnits();
  const [length, setLength] = useState(units.length_unit === "in" ? "5 in" : "120 mm");
  const [count, setCount] = useState("8");
  const [width, setWidth] = useState(units.length_unit === "in" ? "0 in" : "0 mm");
  const [ring, setRing] = useState(false);
  const query = new URLSearchParams({
    length,
    count: String(Number.parseInt(count, 10) || 0),
    width,
    ring: String(ring),
    paper: units.length_unit === "in" ? "Letter" : "A4",
  });
  return (
    <Box as="section" aria-label="Spacing strip" mt="8" maxWidth="31rem">
      <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="2" mb="2">
        Spacing strip
      </Heading>
      <Stack gap="2.5">
        <TypedField
          of="length"
          label={ring ? "the girth it goes round" : "the length it goes along"}
          value={length}
          onChange={setLength}
        />
        <TypedField label="how many" value={count} onChange={setCount} />
        <TypedField of="length" label="each this broad" value={width} onChange={setWidth} />
        <Checkbox.Root
          size="sm"
          checked={ring}
          onCheckedChange={({ checked }) => setRing(checked === true)}
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control borderColor="inkSoft" />
          <Checkbox.Label fontWeight="400">round a ring, its ends meet</Checkbox.Label>
        </Checkbox.Root>
        <Flex gap="4">
          {(["pdf", "svg"] as const).map((form) => (
            <Link
              key={form}
              href={`/api/v1/spacing-strip?${query.toString()}&form=${form}`}
              target="_blank"
              rel="noreferrer"
              color="verdigris"
              fontWeight="600"
            >
              {form === "pdf" ? "Print the strip (PDF)" : "as SVG"}
            </Link>
          ))}
        </Flex>
        <Note>Even marks at true size: teeth, buttons, ribs, pleats, scales.</Note>
      </Stack>
    </Box>
  );
}
