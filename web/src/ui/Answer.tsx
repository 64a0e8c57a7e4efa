import { Box, Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { DragOut, Quantity, Why } from "../api/types";
import { useMoving } from "../drag/dragging";
import { other, quantity, range, value } from "../units/format";
import { useUnits } from "./UnitsContext";

const INNER: Record<string, Quantity["unit"]> = {
  mm: "mm",
  g: "g",
  "°C": "C",
  min: "min",
  N: "N",
  "N·mm": "Nmm",
  "cm³": "cm3",
};

/** The formula with its numbers, and the source. */
export function WhyText({ why }: { why: Why }) {
  const units = useUnits();
  return (
    <Box
      fontSize="xs"
      lineHeight="1.45"
      bg="sheetDeep"
      borderLeft="2px solid"
      borderColor="verdigris"
      px="2"
      py="1.5"
      mt="1"
    >
      <Text fontStyle="italic">{why.formula}</Text>
      {why.inputs.map((input) => {
        const unit = INNER[input.unit];
        const shown = unit
          ? value(input.value, unit, units)
          : other(input.value, input.unit, units);
        return (
          <Flex key={input.name} justify="space-between" gap="3">
            <Text>{input.name}</Text>
            <Text whiteSpace="nowrap">{shown}</Text>
          </Flex>
        );
      })}
      <Text mt="1" color="inkSoft">
        {why.assumed ? "Assumed. " : ""}
        Source: {why.source}
      </Text>
    </Box>
  );
}

/** "Why?" folded under what it explains. */
export function WhyFold({ why, of }: { why: Why; of: string }) {
  return (
    <Box as="details" fontSize="xs">
      <Box
        as="summary"
        cursor="pointer"
        color="verdigris"
        width="fit-content"
        listStyleType="none"
        textDecoration="underline dotted"
        aria-label={`Why? ${of}`}
      >
        Why?
      </Box>
      <WhyText why={why} />
    </Box>
  );
}

interface AnswerProps {
  label: string;
  q: Quantity;
  /** What it is about while a joint is in hand. */
  moving?: (moved: DragOut) => number | null;
  more?: ReactNode;
}

/** A quantity; about what it is, while a joint is in hand. */
export function Live({ q, moving }: Pick<AnswerProps, "q" | "moving">) {
  const units = useUnits();
  const about = useMoving(moving ?? (() => null));
  return typeof about === "number" ? `about ${value(about, q.unit, units)}` : quantity(q, units);
}

/** A number with its name, its range, and why. */
export function Answer({ label, q, moving, more }: AnswerProps) {
  const units = useUnits();
  const span = range(q, units);
  return (
    <Box py="1.5" borderBottomWidth="1px" borderColor="hairline">
      <Flex justify="space-between" align="baseline" gap="3">
        <Text color="inkSoft" fontSize="sm">
          {label}
        </Text>
        <Text fontSize="lg" fontWeight="600" whiteSpace="nowrap" data-answer={label}>
          <Live q={q} moving={moving} />
        </Text>
      </Flex>
      <Flex justify="space-between" align="start" gap="3">
        <Box flex="1">
          <WhyFold why={q.why} of={label} />
        </Box>
        {span ? (
          <Text fontSize="xs" color="inkSoft" whiteSpace="nowrap">
            {span}
          </Text>
        ) : null}
      </Flex>
      {more}
    </Box>
  );
}
