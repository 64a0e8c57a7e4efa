import { Box, Button, Flex, Image, Link, Text } from "@chakra-ui/react";
import type { Entry } from "../api/types";
import { STAGES } from "../check/CheckDialog";

interface Props {
  entry: Entry;
  /** Of its picture. */
  url: string;
  compared: boolean;
  /** Whether another one is chosen to be compared. */
  comparing: boolean;
  onRemove: () => void;
  onHold: () => void;
  onCompare: () => void;
}

/** An entry of the log: its photograph, what is written, what was found of the work. */
export function EntryRow(props: Props) {
  const { entry, url, compared, comparing, onRemove, onHold, onCompare } = props;
  return (
    <Box borderBottomWidth="1px" borderColor="hairline" pb="2">
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
          onClick={onRemove}
        >
          Take out
        </Button>
      </Flex>
      {entry.has_picture ? (
        <Link href={url} target="_blank" rel="noopener" display="block">
          <Image
            src={`${url}?small=true`}
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
      {entry.marks ? (
        <Box fontSize="sm" data-found={entry.id}>
          <Text color="inkSoft">
            Held against the plan, {STAGES.find((row) => row.value === entry.marks?.stage)?.label}
            {entry.found.length ? ":" : ": nothing off that matters."}
          </Text>
          {entry.found.map((words) => (
            <Text key={words}>▲ {words}</Text>
          ))}
        </Box>
      ) : null}
      {entry.has_picture ? (
        <Flex gap="2" mt="1">
          <Button size="2xs" variant="outline" onClick={onHold}>
            {entry.marks ? "Look at it again" : "Hold it against the plan"}
          </Button>
          <Button
            size="2xs"
            variant="outline"
            aria-pressed={compared}
            bg={compared ? "claySoft" : "transparent"}
            onClick={onCompare}
          >
            {comparing && !compared ? "Compare with this" : "Compare"}
          </Button>
        </Flex>
      ) : null}
    </Box>
  );
}
