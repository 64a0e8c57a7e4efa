import { Box, Button, chakra, Flex, Stack, Text, Textarea } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useBench, useLog } from "../api/useBench";
import { useKeepMarks } from "../api/useCheck";
import type { Entry } from "../api/types";
import { AsBuilt } from "../check/AsBuilt";
import { Calipers } from "../check/Calipers";
import { CheckDialog } from "../check/CheckDialog";
import { Compare } from "../check/Compare";
import { HoldButton } from "../check/HoldButton";
import { NoPicture, opened } from "../check/photograph";
import type { Photograph } from "../check/state";
import { GivenUp } from "../outbox/outbox";
import { useUnsaved } from "../outbox/useOutbox";
import { Failed } from "../ui/Failed";
import { useKept, useKeptFile } from "../ui/useKept";
import { useFigurePage } from "../figure/useFigurePage";
import { Note } from "../ui/fields";
import { faultText } from "../ui/useDraft";
import { notices, tellProblem } from "../ui/notices";
import { EntryRow } from "./EntryRow";

const PAGE = 50;

/** A photograph of the log that is held against the plan. */
interface Held {
  photograph: Photograph;
  entry: Entry;
}

/** Notes and photographs, newest first. */
export function LogPanel() {
  const { figure, plan } = useFigurePage();
  const [limit, setLimit] = useState(PAGE);
  const log = useLog(figure.id, limit);
  const bench = useBench(figure.id);
  const [text, setText] = useKept(`log note ${figure.id}`);
  const [picture, setPicture] = useKeptFile(`log picture ${figure.id}`);
  const [held, setHeld] = useState<Held | null>(null);
  const [pair, setPair] = useState<number[]>([]);
  const keepMarks = useKeepMarks(figure.id);
  const [wrong, setWrong] = useState<string | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const waiting = useUnsaved().entries.flatMap((entry) =>
    entry.sent.kind === "note" && entry.sent.figure === figure.id
      ? [{ key: entry.key, ...entry.sent }]
      : [],
  );
  const done = plan.order.steps.filter((step) => step.done).length;
  const write = () => {
    setText(null);
    setPicture(null);
    setWrong(null);
    bench.write(text, picture).catch((error: unknown) => {
      if (error instanceof GivenUp) return;
      setText(text);
      setPicture(picture);
      setWrong(faultText(error));
    });
  };
  const url = (entry: Entry) => `/api/v1/figures/${figure.id}/log/${entry.id}/picture`;
  const hold = async (entry: Entry) => {
    try {
      setHeld({ photograph: await opened(url(entry), entry.text || "photograph", null), entry });
    } catch (error) {
      setWrong(error instanceof NoPicture ? error.message : faultText(error));
    }
  };
  const many = (files: File[]) => {
    const [first] = files;
    if (files.length < 2) setPicture(first ?? null);
    else for (const file of files) bench.write(file.name, file).catch(tellProblem);
  };
  const compared = pair
    .map((id) => log.data?.find((entry) => entry.id === id))
    .filter((entry) => entry !== undefined)
    .sort((one, other) => one.made.localeCompare(other.made));
  const [before, after] = compared;
  const remove = (id: number) =>
    bench.remove.mutate(id, {
      onError: tellProblem,
      onSuccess: () =>
        notices.create({
          type: "info",
          title: "Entry taken out of the log.",
          action: { label: "Undo", onClick: () => bench.restore.mutate(id) },
        }),
    });
  return (
    <Stack gap="3">
      <Text fontSize="sm">
        {done} of {plan.order.steps.length} steps done. Real minutes of a bake are written at Bake;
        steps are ticked at Order.
      </Text>
      <Stack gap="2" p="2" borderWidth="1px" borderColor="hairline" borderRadius="sheet" bg="sheet">
        <Textarea
          aria-label="Note or caption"
          placeholder="A note, or the caption of a photograph"
          rows={3}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Flex gap="2" align="center" wrap="wrap">
          <Button size="sm" variant="outline" onClick={() => chooser.current?.click()}>
            {picture ? "Another photograph" : "Photograph…"}
          </Button>
          <chakra.input
            ref={chooser}
            type="file"
            display="none"
            aria-label="Photograph"
            accept="image/*"
            multiple
            onChange={(event) => {
              const files = [...(event.target.files ?? [])];
              event.target.value = "";
              many(files);
            }}
          />
          {picture ? (
            <>
              <Text fontSize="sm" flex="1" minWidth="6rem" truncate>
                {picture.name}
              </Text>
              <Button size="xs" variant="ghost" onClick={() => setPicture(null)}>
                Without it
              </Button>
            </>
          ) : (
            <Box flex="1" />
          )}
          <Button
            size="sm"
            bg="verdigris"
            color="onClay"
            disabled={!text.trim() && !picture}
            onClick={write}
          >
            Put in the log
          </Button>
        </Flex>
        {wrong ? (
          <Text role="alert" fontSize="sm" color="stop">
            {wrong}
          </Text>
        ) : null}
      </Stack>
      <Flex gap="2" wrap="wrap" align="center">
        <HoldButton figure={figure} about={text} onKept={() => setText(null)} />
      </Flex>
      <Calipers />
      <AsBuilt />
      {held ? (
        <CheckDialog
          figure={figure}
          photograph={held.photograph}
          stage={held.entry.marks?.stage ?? "raw"}
          kept={held.entry.marks ?? null}
          onKeep={(marks) => keepMarks.mutateAsync({ entry_id: held.entry.id, marks })}
          onClose={() => setHeld(null)}
        />
      ) : null}
      {before && after ? (
        <Compare before={before} after={after} url={url} onClose={() => setPair([])} />
      ) : null}
      {waiting.map((note) => (
        <Box key={note.key} borderBottomWidth="1px" borderColor="hairline" pb="2">
          <Text fontSize="xs" color="warn">
            Not saved yet
          </Text>
          <Text fontSize="sm" whiteSpace="pre-wrap">
            {note.text}
          </Text>
          {note.picture ? <Text fontSize="sm">Photograph: {note.picture.name}</Text> : null}
        </Box>
      ))}
      {log.error && !log.data ? <Failed error={log.error} again={log.refetch} /> : null}
      {log.data?.length === 0 && !waiting.length ? (
        <Note>Nothing yet. What you write here stays with the figure.</Note>
      ) : null}
      {log.data?.map((entry) => (
        <EntryRow
          key={entry.id}
          entry={entry}
          url={url(entry)}
          compared={pair.includes(entry.id)}
          comparing={pair.length === 1}
          onRemove={() => remove(entry.id)}
          onHold={() => void hold(entry)}
          onCompare={() =>
            setPair(
              pair.includes(entry.id)
                ? pair.filter((id) => id !== entry.id)
                : [...pair.slice(-1), entry.id],
            )
          }
        />
      ))}
      {log.data && log.data.length >= limit ? (
        <Button
          size="sm"
          variant="outline"
          borderColor="hairline"
          loading={log.isPlaceholderData}
          onClick={() => setLimit(limit + 4 * PAGE)}
        >
          Show older entries
        </Button>
      ) : null}
    </Stack>
  );
}
