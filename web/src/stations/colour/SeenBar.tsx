import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useFigurePage } from "../../figure/useFigurePage";
import { SliderField } from "../../ui/SliderField";
import { LIGHTS, type Light } from "../../elevation/painted";

const NAMES: Record<Light, string> = { day: "daylight", lamp: "warm lamp", dark: "the dark" };

/** After which pass the figure is seen, by what light, and with what was before beside it. */
export function SeenBar() {
  const { plan, looked, act } = useFigurePage();
  const { last, seal_at: sealAt, ground } = plan.colour;
  const { paint } = looked;
  const after = Math.min(paint.after ?? last, last);
  const to = (next: number) => act({ do: "paint", paint: { after: next >= last ? null : next } });
  const here = plan.colour.areas.flatMap((area) =>
    area.passes.filter((row) => row.at === after).map((row) => `${area.label}: ${row.label}`),
  );
  const words =
    after === 0
      ? "nothing yet: its clay"
      : (here[0] ??
        (after === sealAt
          ? "the seal of all"
          : after === 1 && ground !== "none"
            ? `${ground} ground`
            : "gloss"));
  if (last === 0) return null;
  return (
    <Box borderBottomWidth="1px" borderColor="hairline" pb="2">
      <SliderField
        label="Painted up to"
        value={after}
        min={0}
        max={last}
        step={1}
        show={(at) => String(Math.round(at))}
        onMove={to}
        onCommit={to}
      />
      <Text fontSize="sm" aria-live="polite">
        {after} of {last}: {words}
      </Text>
      <Flex gap="1" mt="1" wrap="wrap" align="center">
        {LIGHTS.map((light) => (
          <Button
            key={light}
            size="2xs"
            variant={paint.light === light ? "solid" : "outline"}
            borderColor="hairline"
            aria-pressed={paint.light === light}
            onClick={() => act({ do: "paint", paint: { light } })}
          >
            {NAMES[light]}
          </Button>
        ))}
        <Button
          size="2xs"
          ml="auto"
          variant={paint.before ? "solid" : "outline"}
          borderColor="hairline"
          aria-pressed={paint.before}
          onClick={() => act({ do: "paint", paint: { before: !paint.before } })}
        >
          before beside it
        </Button>
      </Flex>
    </Box>
  );
}
