import { Box, Button, chakra, Flex, Image, Link, Stack, Text, Textarea } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useBench, useLog } from "../api/useBench";
import { GivenUp } from "../outbox/outbox";
import { useUnsaved } from "../outbox/useOutbox";
import { Failed } from "../ui/Failed";
import { useKept, useKeptFile } from "../ui/useKept";
import { useFigurePage } from "../figure/useFigurePage";
import { Note } from "../ui/fields";
import { faultText } from "../ui/useDraft";
import { notices, tellProblem } from "../ui/notices";

const PAGE = 50;

/** Notes and photographs, newest first. */
export function LogPanel() {
  const { figure, plan } = useFigurePage();
  const [limit, setLimit] = useState(PAGE);
  const log = useLog(figure.id, limit);
  const bench = useBench(figure.id);
  const [text, setText] = useKept(`log note ${figure.id}`);
  const [picture, setPicture] = useKeptFile(`log picture ${figure.id}`);
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
            accept="image/jpeg,image/png,image/webp"
            onChange={(event) => {
              const file = event.target.files?.[0];
              event.target.value = "";
              if (file) setPicture(file);
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
        <Box key={entry.id} borderBottomWidth="1px" borderColor="hairline" pb="2">
          <Flex justify="space-between" align="center">
            <Text fontSize="xs" color="inkSoft">
              {new Date(entry.made).toLocaleString("en-GB", {
                dateStyle: "medium",
                timeStyle: "short",
              })}
            </Text>
            <Button
              size="2xs"
              variant="ghost"
              aria-label={`Take this entry out: ${entry.text || "photograph"}`}
              onClick={() => remove(entry.id)}
            >
              Take out
            </Button>
          </Flex>
          {entry.has_picture ? (
            <Link
              href={`/api/v1/figures/${figure.id}/log/${entry.id}/picture`}
              target="_blank"
              rel="noopener"
              display="block"
            >
              <Image
                src={`/api/v1/figures/${figure.id}/log/${entry.id}/picture?small=true`}
                loading="lazy"
                minHeight="6rem"
                alt={entry.text || "Photograph without a caption"}
                borderWidth="1px"
                borderColor="hairline"
                maxHeight="260px"
                mx="auto"
              />
            </Link>
          ) : null}
          <Text fontSize="sm" whiteSpace="pre-wrap">
            {entry.text}
          </Text>
        </Box>
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
