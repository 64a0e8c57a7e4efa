import { Button, Flex, Stack, Text } from "@chakra-ui/react";
import type { Topic } from "../../api/types";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { Note, WordsField } from "../../ui/fields";

/** What has to be settled before wire is cut, and what it costs to forget. */
export function DecideTab() {
  const { figure, plan, change } = useFigurePage();
  const { topics } = plan.character;
  const open = topics.filter((topic) => topic.settled === null);
  const settled = topics.filter((topic) => topic.settled !== null);
  return (
    <Stack gap="3">
      <WordsField
        label="Who it is, and what it is doing"
        text={figure.sheet.story}
        rows={3}
        onCommit={(text) => change("Story", [set("story", text)])}
      />
      <WordsField
        label="Mood"
        text={figure.sheet.mood}
        onCommit={(text) => change("Mood", [set("mood", text)])}
      />
      {open.length ? (
        <Note>
          {open.length === 1 ? "One question is" : `${open.length} questions are`} open. Answer in a
          few words, or say none.
        </Note>
      ) : (
        <Note>Everything is settled: the wire can be cut.</Note>
      )}
      {[...open, ...settled].map((topic) => (
        <Question key={topic.id} topic={topic} />
      ))}
    </Stack>
  );
}

function Question({ topic }: { topic: Topic }) {
  const { figure, change, apply } = useFigurePage();
  const path = topic.id === "expression" ? "expression" : `decided/${topic.id}`;
  const said =
    topic.id === "expression" ? figure.sheet.expression : (figure.sheet.decided[topic.id] ?? "");
  const answer = (text: string) =>
    change(topic.question, [set(path, text.trim() === "" && path !== "expression" ? null : text)]);
  return (
    <Stack
      gap="1"
      p="2"
      borderWidth="1px"
      borderLeftWidth="4px"
      borderColor="hairline"
      borderLeftColor={topic.settled === null ? "note" : "verdigris"}
      bg="sheet"
    >
      <Text fontSize="sm" fontWeight="600">
        {topic.settled === null ? "○ " : "● "}
        {topic.question}
      </Text>
      {topic.settled !== null && !topic.answered_by_hand && topic.id !== "expression" ? (
        <Text fontSize="sm">From the figure: {topic.settled}.</Text>
      ) : null}
      {topic.settled === null ? (
        <Text fontSize="xs" color="inkSoft">
          {topic.cost}
        </Text>
      ) : null}
      <Flex gap="2" align="end">
        <WordsField label="Settled" text={said} onCommit={answer} />
        {topic.settled === null && topic.id !== "expression" ? (
          <Button
            size="xs"
            variant="outline"
            borderColor="hairline"
            aria-label={`None: ${topic.question}`}
            onClick={() => apply(topic.question, [set(path, "none")])}
          >
            None
          </Button>
        ) : null}
      </Flex>
    </Stack>
  );
}
