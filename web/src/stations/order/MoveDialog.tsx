import { Box, Button, Dialog, Portal, Stack, Text } from "@chakra-ui/react";
import type { MoveAnswer } from "../../api/types";

interface Props {
  answer: MoveAnswer;
  onClose: () => void;
  onForce: () => void;
}

const bakes = (count: number) => `${count} bake${count === 1 ? "" : "s"}`;

/** Why a step may not go there, and what comes of it if it goes all the same. */
export function MoveDialog({ answer, onClose, onForce }: Props) {
  const title = {
    cannot: "It cannot go there",
    forced: "There is a reason against it",
    free: "It may go there, at a price",
  }[answer.allowed];
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="md" role="alertdialog">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" mt="12vh">
            <Dialog.Header pb="1">
              <Dialog.Title>{title}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Stack gap="3" fontSize="sm">
                <Text fontWeight="600">{answer.label}</Text>
                <Lines title="Why it is where it is" lines={answer.against} />
                <Lines title="What comes of moving it" lines={answer.consequences} />
                {answer.allowed === "cannot" ? null : (
                  <Text>
                    {answer.bakes_before === answer.bakes_after
                      ? `It stays at ${bakes(answer.bakes_after)}.`
                      : `${bakes(answer.bakes_after)} instead of ${answer.bakes_before}.`}
                  </Text>
                )}
              </Stack>
            </Dialog.Body>
            <Dialog.Footer>
              <Button variant="outline" borderColor="hairline" onClick={onClose}>
                Leave it where it is
              </Button>
              {answer.allowed === "cannot" ? null : (
                <Button bg="clay" color="onClay" onClick={onForce}>
                  {answer.allowed === "forced" ? "Force it" : "Move it"}
                </Button>
              )}
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

function Lines({ title, lines }: { title: string; lines: string[] }) {
  if (!lines.length) return null;
  return (
    <Box>
      <Text fontWeight="600">{title}</Text>
      <Box as="ul" pl="4">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
    </Box>
  );
}
