import { Button, chakra, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { useBench } from "../api/useBench";
import { useCalipers } from "../api/useCheck";
import { faultText } from "../ui/useDraft";
import { CheckDialog, type Checked } from "./CheckDialog";
import { NoPicture, opened } from "./photograph";
import type { Photograph } from "./state";

interface Props {
  figure: Checked;
  /** What is written beside the photograph in the log. */
  about: string;
  onKept?: () => void;
  /** At the bench it is as large as what stands beside it. */
  atBench?: boolean;
}

/** A photograph chosen or taken, laid beside the plan, and kept in the log where that is wanted. */
export function HoldButton({ figure, about, onKept, atBench = false }: Props) {
  const bench = useBench(figure.id);
  const asked = useCalipers(figure.id, null);
  /** How far the work is; raw where that cannot be had. */
  const stage = asked.data?.stage ?? (asked.isError ? "raw" : null);
  const chooser = useRef<HTMLInputElement>(null);
  const [held, setHeld] = useState<{ photograph: Photograph; file: File } | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const url = held?.photograph.url;
  useEffect(() => () => (url ? URL.revokeObjectURL(url) : undefined), [url]);
  const hold = async (file: File) => {
    setWrong(null);
    const from = URL.createObjectURL(file);
    try {
      setHeld({ photograph: await opened(from, file.name, file), file });
    } catch (error) {
      URL.revokeObjectURL(from);
      setWrong(error instanceof NoPicture ? error.message : faultText(error));
    }
  };
  return (
    <>
      <Button
        size={atBench ? { base: "md", lg: "lg" } : "sm"}
        variant="outline"
        borderColor={atBench ? "hairline" : undefined}
        onClick={() => chooser.current?.click()}
      >
        Hold a photograph against the plan…
      </Button>
      <chakra.input
        ref={chooser}
        type="file"
        display="none"
        aria-label="Photograph to hold against the plan"
        accept="image/*"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) void hold(file);
        }}
      />
      {wrong ? (
        <Text role="alert" fontSize="sm" color="stop">
          {wrong}
        </Text>
      ) : null}
      {held && !stage ? (
        <Text role="status" fontSize="sm">
          Looking how far the work is…
        </Text>
      ) : null}
      {held && stage ? (
        <CheckDialog
          figure={figure}
          photograph={held.photograph}
          stage={stage}
          kept={null}
          onKeep={(marks) => bench.write(about, held.file, marks).then(onKept)}
          onClose={() => setHeld(null)}
        />
      ) : null}
    </>
  );
}
