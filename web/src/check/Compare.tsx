import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { CoverDialog } from "../ui/CoverDialog";
import { useState } from "react";
import type { Entry } from "../api/types";
import { tint } from "../theme";

interface Props {
  before: Entry;
  after: Entry;
  url: (entry: Entry) => string;
  onClose: () => void;
}

/** Two photographs on one another, parted by a slider. */
export function Compare({ before, after, url, onClose }: Props) {
  const [share, setShare] = useState(50);
  const when = (entry: Entry) =>
    new Date(entry.made).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" });
  return (
    <CoverDialog
      title="Before and after"
      onClose={onClose}
      footer={
        <>
          <Button bg="clay" color="onClay" onClick={onClose}>
            Done
          </Button>
        </>
      }
    >
      <Box position="relative" flex="1" minHeight="0" bg="sheetDeep" overflow="hidden">
        {[before, after].map((entry, n) => (
          <img
            key={entry.id}
            src={url(entry)}
            alt={entry.text || (n ? "after" : "before")}
            style={{
              position: "absolute",
              inset: 0,
              width: "100%",
              height: "100%",
              objectFit: "contain",
              clipPath: n ? `inset(0 0 0 ${share}%)` : `inset(0 ${100 - share}% 0 0)`,
            }}
          />
        ))}
      </Box>
      <input
        type="range"
        min={0}
        max={100}
        value={share}
        aria-label="How much of the earlier one is seen"
        style={{ width: "100%", accentColor: tint("clay") }}
        onChange={(event) => setShare(Number(event.target.value))}
      />
      <Flex justify="space-between" fontSize="sm">
        <Text>{when(before)}</Text>
        <Text>{when(after)}</Text>
      </Flex>
    </CoverDialog>
  );
}
