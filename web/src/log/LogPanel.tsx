import { Box, Button, Flex, Image, Input, Stack, Text, Textarea } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useBench, useLog } from "../api/useBench";
import { useFigurePage } from "../figure/useFigurePage";
import { Note } from "../ui/fields";
import { faultText } from "../ui/useDraft";
import { notices, tellProblem } from "../ui/notices";

/** Notes and photographs, newest first. */
export function LogPanel() {
  const { figure, plan } = useFigurePage();
  const log = useLog(figure.id);
  const bench = useBench(figure.id);
  const [text, setText] = useState("");
  const [picture, setPicture] = useState<File | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const done = plan.order.steps.filter((step) => step.done).length;
  const write = () =>
    bench.write.mutate(
      { text, picture },
      {
        onSuccess: () => {
          setText("");
          setPicture(null);
          if (chooser.current) chooser.current.value = "";
        },
      },
    );
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
          <Input
            ref={chooser}
            type="file"
            size="xs"
            flex="1"
            minWidth="10rem"
            aria-label="Photograph"
            accept="image/jpeg,image/png,image/webp"
            onChange={(event) => setPicture(event.target.files?.[0] ?? null)}
          />
          <Button
            size="sm"
            bg="verdigris"
            color="onClay"
            disabled={!text.trim() && !picture}
            loading={bench.write.isPending}
            onClick={write}
          >
            Put in the log
          </Button>
        </Flex>
        {bench.write.error ? (
          <Text role="alert" fontSize="sm" color="stop">
            {faultText(bench.write.error)}
          </Text>
        ) : null}
      </Stack>
      {log.data?.length === 0 ? (
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
              aria-label="Take this entry out"
              onClick={() => remove(entry.id)}
            >
              Take out
            </Button>
          </Flex>
          {entry.has_picture ? (
            <Image
              src={`/api/v1/figures/${figure.id}/log/${entry.id}/picture`}
              alt={entry.text || "Photograph without a caption"}
              borderWidth="1px"
              borderColor="hairline"
              maxHeight="260px"
              mx="auto"
            />
          ) : null}
          <Text fontSize="sm" whiteSpace="pre-wrap">
            {entry.text}
          </Text>
        </Box>
      ))}
    </Stack>
  );
}
