import { Button } from "@chakra-ui/react";
import { sendSheet } from "../api/useShelf";
import { tellProblem } from "../ui/notices";
import { SheetChooser } from "../ui/SheetChooser";

interface SheetFileProps {
  id: string;
  revision: number;
  onReplaced: (edited: Awaited<ReturnType<typeof sendSheet>>) => void;
}

/** The figure sheet out to a file, and in from one. */
export function SheetFile({ id, revision, onReplaced }: SheetFileProps) {
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
      <SheetChooser label="Replace from a file" size="2xs" onFile={(file) => void send(file)} />
    </>
  );
}
