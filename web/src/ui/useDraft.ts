import { useEffect, useState, type KeyboardEvent } from "react";
import { Problem } from "../api/client";

/** What was typed cannot be read, and why, in words for the person. */
export class Unread extends Error {}

/** What was typed is what is there already, written another way. */
export const UNCHANGED = Symbol("unchanged");

/** What went wrong, in words to put beside a field. */
export const faultText = (error: unknown): string | null => {
  if (error instanceof Unread) return error.message;
  if (!(error instanceof Problem)) return error ? "The server cannot be reached." : null;
  const fault = error.faults[0];
  return fault ? `${fault.value} is not allowed: ${fault.allowed}` : error.message;
};

/**
 * What is being typed into a field that shows `shown`: saved on Enter or when the field is left,
 * brought back by Escape; what is refused stays as typed, with what is wrong.
 */
export function useDraft(shown: string, save: (text: string) => unknown) {
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState<string | null>(null);
  const back = () => {
    setText(shown);
    setWrong(null);
  };
  useEffect(() => {
    setText(shown);
    setWrong(null);
  }, [shown]);
  const commit = async () => {
    if (text === shown) return setWrong(null);
    try {
      const saved = await save(text);
      setWrong(null);
      if (saved === UNCHANGED) setText(shown);
    } catch (error) {
      setWrong(faultText(error));
    }
  };
  return {
    wrong,
    field: {
      value: text,
      onChange: (event: { target: { value: string } }) => setText(event.target.value),
      onBlur: () => void commit(),
    },
    onKeyDown: (event: KeyboardEvent) => {
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
