import { Box, Button, Flex, Popover, Portal, Stack, Text } from "@chakra-ui/react";
import { faultText } from "../ui/useDraft";
import type { Entry } from "./outbox";
import { labelOf } from "./sent";
import { useOutbox } from "./useOutbox";

/** Each thing that is not saved, why, and how to let it go. */
export function Which({ entries }: { entries: Entry[] }) {
  const outbox = useOutbox();
  return (
    <Popover.Root positioning={{ placement: "bottom-end" }}>
      <Popover.Trigger asChild>
        <Button size="xs" variant="ghost">
          Which?
        </Button>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="sheet" color="ink" maxHeight="60vh" overflowY="auto">
            <Popover.Body>
              <Text fontSize="sm" mb="2">
                Kept on this device and sent again until the server has it.
              </Text>
              <Stack as="ul" gap="2">
                {entries.map((entry) => (
                  <Flex as="li" key={entry.key} gap="2" align="start" justify="space-between">
                    <Box fontSize="sm">
                      <Text>{labelOf(entry.sent)}</Text>
                      {entry.state === "refused" ? (
                        <Text color="stop">{faultText(entry.problem)}</Text>
                      ) : null}
                    </Box>
                    <Button
                      size="xs"
                      variant="outline"
                      borderColor="ink"
                      onClick={() => outbox.giveUp(entry.key)}
                    >
                      Give it up
                    </Button>
                  </Flex>
                ))}
              </Stack>
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}
