import { useCallback, useEffect, useRef, useState, type KeyboardEvent } from "react";
import { Problem } from "../api/client";
import { GivenUp } from "../outbox/outbox";
import { tellProblem } from "./notices";
import { typing } from "./typing";

/** What was typed cannot be read, and why, in words for the person. */
export class Unread extends Error {}

/** What went wrong, in words to put beside a field. */
export const faultText = (error: unknown): string | null => {
  if (error instanceof Unread) return error.message;
  if (!(error instanceof Problem)) return error ? "The server cannot be reached." : null;
  const fault = error.faults[0];
  if (fault?.code === "limit") return `Type ${fault.allowed}.`;
  if (fault?.code === "empty")
    return /(^|\/)(name|label)$/.test(fault.path) ? "Give it a name." : "Write something here.";
  return fault ? `${fault.value} is not allowed: ${fault.allowed}` : error.message;
};

/** Answers are drawn a moment after they came. */
export const drawn = () => new Promise((resolve) => setTimeout(resolve, 60));

/**
 * What is being typed into a field that shows `shown`: saved on Enter, when the field is left or when
 * it goes, brought back by Escape. What is refused stays as typed, with what is wrong; an answer never
 * overwrites what was typed since; and what somebody else made of it meanwhile is asked about.
 */
export function useDraft(shown: string, save: (text: string) => unknown) {
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState<string | null>(null);
  const [theirs, setTheirs] = useState<string | null>(null);
  /** As of now, for what happens between two drawings. */
  const now = useRef({
    text: shown,
    shown,
    save,
    asked: false,
    /** How many savings are on their way. */
    own: 0,
    sent: null as string | null,
    refused: null as string | null,
    gone: false,
  });
  useEffect(() => {
    now.current.save = save;
  });
  const [field] = useState(() => ({}));

  const left = useRef<() => Promise<void>>(null);
  const leave = useCallback(() => {
    if (now.current.text !== now.current.refused) void left.current?.();
  }, []);

  const put = useCallback(
    (next: string) => {
      now.current.text = next;
      setText(next);
      const { shown: there, sent } = now.current;
      if (next === there || next === sent) typing.over(field);
      else typing.begun(field, leave);
    },
    [field, leave],
  );
  const ask = useCallback((what: string | null) => {
    now.current.asked = what !== null;
    setTheirs(what);
  }, []);
  const back = useCallback(() => {
    put(now.current.shown);
    setWrong(null);
    ask(null);
  }, [put, ask]);

  useEffect(() => {
    const { text: typed, shown: before, own } = now.current;
    now.current.shown = shown;
    if (shown === before) return;
    if (typed === before || typed === shown) {
      put(shown);
      setWrong(null);
      ask(null);
    } else if (own === 0) ask(shown);
  }, [shown, put, ask]);

  const commit = useCallback(async () => {
    const { text: typed, shown: there, sent, asked } = now.current;
    if (asked || typed === sent) return;
    if (typed === there) return setWrong(null);
    now.current.sent = typed;
    now.current.own++;
    typing.over(field);
    try {
      await now.current.save(typed);
      setWrong(null);
      await drawn();
      if (now.current.text === typed) put(now.current.shown);
    } catch (error) {
      if (now.current.gone) tellProblem(error);
      else if (now.current.text !== typed) return;
      else if (error instanceof GivenUp) back();
      else {
        now.current.refused = typed;
        setWrong(faultText(error));
        typing.begun(field, leave);
      }
    } finally {
      now.current.own--;
      if (now.current.sent === typed) now.current.sent = null;
    }
  }, [back, field, leave, put]);
  useEffect(() => {
    left.current = commit;
  }, [commit]);
  useEffect(() => {
    const state = now.current;
    state.gone = false;
    return () => {
      state.gone = true;
      leave();
      typing.over(field);
    };
  }, [field, leave]);

  const answer = (keep: boolean) => {
    ask(null);
    if (keep) void commit();
    else back();
  };
  return {
    wrong,
    /** What it has become elsewhere while it was being typed, and how that is answered. */
    theirs: theirs === null ? null : { text: theirs, answer },
    field: {
      value: text,
      onChange: (event: { target: { value: string } }) => put(event.target.value),
      onBlur: () => void commit(),
    },
    onKeyDown: (event: KeyboardEvent) => {
      if (event.nativeEvent.isComposing) return;
      if (event.key === "Enter") void commit();
      if (event.key === "Escape") back();
    },
  };
}

/** A typed number, with a comma or a true minus too; three digits after a comma are thousands. */
export function readNumber(text: string): number {
  const plain = text.trim().replace("−", "-");
  const grouped = /^-?[1-9]\d{0,2}(,\d{3})+(\.\d+)?$/.test(plain);
  const number = Number(grouped ? plain.replaceAll(",", "") : plain.replace(",", "."));
  if (plain === "" || !Number.isFinite(number)) throw new Unread(`"${text}" is not a number`);
  return number;
}
