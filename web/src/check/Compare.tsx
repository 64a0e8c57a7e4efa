import { Box, Button, Dialog, Flex, Portal, Text } from "@chakra-ui/react";
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
    <Dialog.Root open size="cover" onOpenChange={(event) => !event.open && onClose()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" color="ink">
            <Dialog.Header py="2">
              <Dialog.Title fontFamily="heading">Before and after</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body display="flex" flexDirection="column" gap="2" minHeight="0" pb="3">
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
            </Dialog.Body>
            <Dialog.Footer py="2">
              <Button bg="clay" color="onClay" onClick={onClose}>
                Done
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
