import { Flex, Input, Slider, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { Theirs } from "./Theirs";
import { drawn, readNumber, Unread, useDraft } from "./useDraft";
import { tellProblem } from "./notices";
import { useRest } from "./useRest";

/** The slider itself would take every touch. */
const SWIPED_PAST = { touchAction: "pan-y !important" };

interface SliderProps {
  label: string;
  /** What it is of, where there are several alike: said by a screen reader. */
  of?: string;
  value: number;
  min: number;
  max: number;
  step: number;
  show: (value: number) => string;
  /** How many of what is shown and typed make one: 100 where it is shown in per cent. */
  scale?: number;
  onMove: (value: number) => void;
  onCommit: (value: number) => unknown;
}

/**
 * A slider that previews while it moves and commits when it is let go or its keys rest; its number can
 * be typed. A swipe up or down that began on it scrolls and changes nothing.
 */
export function SliderField(props: SliderProps) {
  const { label, of, value, min, max, step, show, scale = 1, onMove, onCommit } = props;
  const [now, setNow] = useState(value);
  /** Where the thumb is: by keys the end is told before the move has been drawn. */
  const latest = useRef(value);
  const swiped = useRef(false);
  useEffect(() => {
    latest.current = value;
    setNow(value);
  }, [value]);
  const saved = useRef(value);
  useEffect(() => {
    saved.current = value;
  });
  const { choose, handlers } = useRest(async (next: number) => {
    try {
      await onCommit(next);
    } catch (error) {
      tellProblem(error);
    }
    await drawn();
    if (latest.current === next) setNow(saved.current);
  });
  const draft = useDraft(show(now), (text) => {
    const next = readNumber(text) / scale;
    if (next < min || next > max) throw new Unread(`Type ${show(min)} to ${show(max)}.`);
    return next === value ? undefined : onCommit(next);
  });
  return (
    <Slider.Root
      css={SWIPED_PAST}
      size="sm"
      value={[now]}
      min={min}
      max={max}
      step={step}
      aria-label={[of ? `${of}: ${label}` : label]}
      getAriaValueText={({ value: at }) => show(at)}
      onValueChange={({ value: [next] }) => {
        if (next === undefined) return;
        latest.current = next;
        setNow(next);
        onMove(next);
      }}
      onValueChangeEnd={() => {
        if (!swiped.current) choose(latest.current);
      }}
      onKeyDownCapture={handlers.onKeyDownCapture}
      onBlurCapture={handlers.onBlurCapture}
      onPointerDownCapture={() => {
        swiped.current = false;
        handlers.onPointerDownCapture();
      }}
      onPointerCancelCapture={() => {
        swiped.current = true;
        latest.current = value;
        setNow(value);
        onMove(value);
      }}
    >
      <Flex align="center" gap="3" fontSize="sm" minHeight="1.75rem">
        <Text width="8.2rem" flexShrink="0">
          {label}
        </Text>
        <Slider.Control flex="1" minWidth="6rem" css={SWIPED_PAST}>
          <Slider.Track bg="hairline">
            <Slider.Range bg="verdigris" />
          </Slider.Track>
          <Slider.Thumb index={0} bg="sheet" borderColor="verdigris" css={SWIPED_PAST} />
        </Slider.Control>
        <Input
          size="2xs"
          width="3.6rem"
          px="1"
          fontSize="sm"
          fontWeight="600"
          textAlign="right"
          borderColor={draft.wrong ? "stop" : "transparent"}
          _hover={{ borderColor: "hairline" }}
          aria-label={`${of ? `${of}: ` : ""}${label}, typed`}
          aria-invalid={draft.wrong !== null}
          {...draft.field}
          onKeyDown={draft.onKeyDown}
        />
      </Flex>
      {draft.theirs ? <Theirs {...draft.theirs} /> : null}
      {draft.wrong ? (
        <Text role="alert" fontSize="xs" color="stop" textAlign="right">
          {draft.wrong}
        </Text>
      ) : null}
    </Slider.Root>
  );
}
