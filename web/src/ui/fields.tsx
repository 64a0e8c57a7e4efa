import {
  Box,
  chakra,
  Field,
  Flex,
  Input,
  NativeSelect,
  Slider,
  Text,
  Textarea,
} from "@chakra-ui/react";
import { useEffect, useId, useRef, useState } from "react";
import { Problem } from "../api/client";
import { lengthAsTyped, typedLength } from "../units/format";
import { useUnits } from "./UnitsContext";

export const faultText = (error: unknown): string | null => {
  if (!(error instanceof Problem)) return error ? "The server cannot be reached." : null;
  const fault = error.faults[0];
  return fault ? `${fault.value} is not allowed: ${fault.allowed}` : error.message;
};

interface MeasureProps {
  label: string;
  mm: number;
  onCommit: (text: string) => Promise<unknown>;
}

/** A length typed in any unit; what cannot be read stays, with what is wrong beneath it. */
export function MeasureField({ label, mm, onCommit }: MeasureProps) {
  const units = useUnits();
  const shown = lengthAsTyped(mm, units);
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => {
    setText(shown);
    setWrong(null);
  }, [shown]);
  const commit = async () => {
    if (text === shown) return setWrong(null);
    try {
      await onCommit(typedLength(text, units));
      setWrong(null);
    } catch (error) {
      setWrong(faultText(error));
    }
  };
  return (
    <Field.Root invalid={wrong !== null}>
      <Flex align="center" justify="space-between" gap="3" width="100%">
        <Field.Label fontSize="sm" fontWeight="400">
          {label}
        </Field.Label>
        <Input
          size="sm"
          width="8.5rem"
          bg="sheet"
          textAlign="right"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onBlur={() => void commit()}
          onKeyDown={(event) => {
            if (event.key === "Enter") void commit();
            if (event.key === "Escape") setText(shown);
          }}
        />
      </Flex>
      <Field.ErrorText role="alert" color="stop">
        {wrong}
      </Field.ErrorText>
    </Field.Root>
  );
}

interface WordsProps {
  label: string;
  text: string;
  rows?: number;
  onCommit: (text: string) => Promise<unknown>;
}

/** Words, saved when the person goes on; what is refused stays, with what is wrong beneath it. */
export function WordsField({ label, text, rows = 1, onCommit }: WordsProps) {
  const [now, setNow] = useState(text);
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => {
    setNow(text);
    setWrong(null);
  }, [text]);
  const commit = async () => {
    if (now === text) return setWrong(null);
    try {
      await onCommit(now);
      setWrong(null);
    } catch (error) {
      setWrong(faultText(error));
    }
  };
  const shared = {
    size: "sm" as const,
    bg: "sheet",
    value: now,
    maxLength: 4000,
    onBlur: () => void commit(),
  };
  const long = rows > 1;
  return (
    <Field.Root invalid={wrong !== null}>
      <Flex
        direction={long ? "column" : "row"}
        align={long ? "stretch" : "center"}
        justify="space-between"
        gap={long ? "1" : "3"}
        width="100%"
      >
        <Field.Label fontSize="sm" fontWeight="400">
          {label}
        </Field.Label>
        {long ? (
          <Textarea {...shared} rows={rows} onChange={(event) => setNow(event.target.value)} />
        ) : (
          <Input
            {...shared}
            maxWidth="15rem"
            onChange={(event) => setNow(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === "Enter") void commit();
              if (event.key === "Escape") setNow(text);
            }}
          />
        )}
      </Flex>
      <Field.ErrorText role="alert" color="stop">
        {wrong}
      </Field.ErrorText>
    </Field.Root>
  );
}

interface SliderProps {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  show: (value: number) => string;
  /** How many of what is shown and typed make one: 100 where it is shown in per cent. */
  scale?: number;
  onMove: (value: number) => void;
  onCommit: (value: number) => void;
}

/** A slider that previews while it moves and commits when it is let go; its number can be typed. */
export function SliderField(props: SliderProps) {
  const { label, value, min, max, step, show, scale = 1, onMove, onCommit } = props;
  const [now, setNow] = useState(value);
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  /** Where the thumb is: by keys the end is told before the move has been drawn. */
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
    setNow(value);
    setTyped(null);
    setWrong(null);
  }, [value]);
  const commit = () => {
    if (typed === null || typed === show(now)) return setTyped(null);
    const next = Number.parseFloat(typed.replace("−", "-").replace(",", ".")) / scale;
    if (Number.isNaN(next)) return setWrong(`"${typed}" is not a number`);
    if (next < min || next > max)
      return setWrong(`${typed} is not allowed: ${show(min)} to ${show(max)}`);
    setTyped(null);
    setWrong(null);
    if (next !== value) onCommit(next);
  };
  return (
    <Slider.Root
      size="sm"
      value={[now]}
      min={min}
      max={max}
      step={step}
      aria-label={[label]}
      onValueChange={({ value: [next] }) => {
        if (next === undefined) return;
        latest.current = next;
        setNow(next);
        onMove(next);
      }}
      onValueChangeEnd={() => onCommit(latest.current)}
    >
      <Flex align="center" gap="3" fontSize="sm" minHeight="1.75rem">
        <Text width="8.2rem" flexShrink="0">
          {label}
        </Text>
        <Slider.Control flex="1" minWidth="6rem">
          <Slider.Track bg="hairline">
            <Slider.Range bg="verdigris" />
          </Slider.Track>
          <Slider.Thumb index={0} bg="sheet" borderColor="verdigris" />
        </Slider.Control>
        <Input
          size="2xs"
          width="3.6rem"
          px="1"
          fontSize="sm"
          fontWeight="600"
          textAlign="right"
          borderColor={wrong ? "stop" : "transparent"}
          _hover={{ borderColor: "hairline" }}
          aria-label={`${label}, typed`}
          aria-invalid={wrong !== null}
          value={typed ?? show(now)}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === "Enter") commit();
            if (event.key === "Escape") {
              setTyped(null);
              setWrong(null);
            }
          }}
        />
      </Flex>
      {wrong ? (
        <Text role="alert" fontSize="xs" color="stop" textAlign="right">
          {wrong}
        </Text>
      ) : null}
    </Slider.Root>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  onChange: (value: string) => void;
  width?: string;
}

export function ChoiceField({ label, value, options, onChange, width = "11rem" }: ChoiceProps) {
  const id = useId();
  return (
    <Flex align="center" justify="space-between" gap="3">
      <chakra.label htmlFor={id} fontSize="sm">
        {label}
      </chakra.label>
      <NativeSelect.Root size="sm" width={width} flexShrink="0">
        <NativeSelect.Field
          id={id}
          bg="sheet"
          value={value}
          onChange={(event) => onChange(event.currentTarget.value)}
        >
          {options.map((option) => (
            <option key={option.value} value={option.value}>
              {option.label}
            </option>
          ))}
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
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => {
    setText(shown);
    setWrong(null);
  }, [shown]);
  const commit = async () => {
    const blank = text.trim() === "";
    if (text === shown) return setWrong(null);
    const number = blank && empty !== undefined ? empty : Number(text.replace(",", "."));
    if ((blank && empty === undefined) || Number.isNaN(number))
      return setWrong(`"${text}" is not a number`);
    try {
      await onCommit(number);
      setWrong(null);
    } catch (error) {
      setWrong(faultText(error));
    }
  };
  return (
    <Field.Root invalid={wrong !== null}>
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
            value={text}
            onChange={(event) => setText(event.target.value)}
            onBlur={() => void commit()}
            onKeyDown={(event) => event.key === "Enter" && void commit()}
          />
          <Text fontSize="sm" width="2.2rem" color="inkSoft">
            {unit}
          </Text>
        </Flex>
      </Flex>
      <Field.ErrorText role="alert" color="stop">
        {wrong}
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
