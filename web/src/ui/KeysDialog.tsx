import { Button, Dialog, Portal, Table } from "@chakra-ui/react";

const KEYS: [string, string][] = [
  ["1 – 8", "stations, in their order"],
  ["0", "log"],
  ["W K C L", "wire, core, clay, colour on the elevation"],
  ["T", "turn view: the figure in space"],
  ["[ ]", "previous and next part"],
  ["/", "find a part, or a figure on the shelf"],
  ["Z, Shift+Z", "undo, redo; with Ctrl too"],
  ["P", "print the card of this station"],
  ["B", "bench mode: one step at a time; there space is done, arrows look on and back"],
  ["N", "new figure"],
  ["?", "these keys"],
];

export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(event) => !event.open && onClose()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink" maxWidth="26rem">
            <Dialog.Header>
              <Dialog.Title>Keys</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Table.Root size="sm">
                <Table.Body>
                  {KEYS.map(([keys, what]) => (
                    <Table.Row key={keys} bg="transparent">
                      <Table.Cell fontWeight="700" whiteSpace="nowrap">
                        {keys}
                      </Table.Cell>
                      <Table.Cell>{what}</Table.Cell>
                    </Table.Row>
                  ))}
                </Table.Body>
              </Table.Root>
              No key acts while you type. Single keys can be switched off in House rules.
            </Dialog.Body>
            <Dialog.Footer>
              <Button size="sm" variant="outline" onClick={onClose}>
                Close
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
