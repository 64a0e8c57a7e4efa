import { Button, chakra, Flex, Input } from "@chakra-ui/react";
import { useRef } from "react";
import { useBench } from "../api/useBench";
import type { Checked } from "../check/CheckDialog";
import { HoldButton } from "../check/HoldButton";
import { GivenUp } from "../outbox/outbox";
import { useKept } from "../ui/useKept";
import { notices, tellProblem } from "../ui/notices";

interface Props {
  figure: Checked;
  /** The step a note without words is about. */
  about: string;
}

/** A note or a photograph into the log, without leaving the bench. */
export function NoteBox({ figure, about }: Props) {
  const bench = useBench(figure.id);
  const [text, setText] = useKept(`bench note ${figure.id}`);
  const chooser = useRef<HTMLInputElement>(null);
  const write = (picture: File | null) => {
    const words = text.trim() || (picture ? about : "");
    if (!words) return;
    setText(null);
    bench.write(words, picture).then(
      () => notices.create({ type: "success", title: "Put in the log.", duration: 3000 }),
      (error: unknown) => {
        tellProblem(error);
        if (!(error instanceof GivenUp)) setText(words);
      },
    );
  };
  return (
    <Flex gap={{ base: "2", md: "3" }} wrap="wrap">
      <Input
        size={{ base: "md", lg: "lg" }}
        bg="sheet"
        flex="1 1 10rem"
        minWidth="0"
        aria-label="Note"
        placeholder="a note for the log"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === "Enter" && !event.nativeEvent.isComposing) write(null);
        }}
      />
      <Button
        size={{ base: "md", lg: "lg" }}
        variant="outline"
        borderColor="hairline"
        disabled={!text.trim()}
        onClick={() => write(null)}
      >
        Note it
      </Button>
      <Button
        size={{ base: "md", lg: "lg" }}
        variant="outline"
        borderColor="hairline"
        onClick={() => chooser.current?.click()}
      >
        Photograph
      </Button>
      <chakra.input
        ref={chooser}
        type="file"
        display="none"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        aria-label="A photograph for the log"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) write(file);
        }}
      />
      <HoldButton
        atBench
        figure={figure}
        about={text.trim() || about}
        onKept={() => setText(null)}
      />
    </Flex>
  );
}
