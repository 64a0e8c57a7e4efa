import { Button } from "@chakra-ui/react";
import { useRef } from "react";
import { sendSheet } from "../api/useShelf";
import { tellProblem } from "../ui/notices";

interface SheetFileProps {
  id: string;
  revision: number;
  onReplaced: (edited: Awaited<ReturnType<typeof sendSheet>>) => void;
}

/** The figure sheet out to a file, and in from one. */
export function SheetFile({ id, revision, onReplaced }: SheetFileProps) {
  const chooser = useRef<HTMLInputElement>(null);
  const send = async (file: File) => {
    try {
      onReplaced(
        await sendSheet(`/api/v1/figures/${id}/sheet?base_revision=${revision}`, "PUT", file),
      );
    } catch (error) {
      tellProblem(error);
    }
  };
  return (
    <>
      <Button size="2xs" variant="outline" borderColor="hairline" asChild>
        <a href={`/api/v1/figures/${id}/export`}>Save to a file</a>
      </Button>
      <Button
        size="2xs"
        variant="outline"
        borderColor="hairline"
        onClick={() => chooser.current?.click()}
      >
        Replace from a file
      </Button>
      <input
        ref={chooser}
        type="file"
        hidden
        accept=".json,application/json"
        aria-label="Replace from a file"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void send(file);
          event.target.value = "";
        }}
      />
    </>
  );
}
