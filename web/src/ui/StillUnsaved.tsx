import { Button, Dialog, Portal, Text } from "@chakra-ui/react";

interface Props {
  count: number;
  onOut: () => void;
  onStay: () => void;
}

/** Asked before one signs out with something unsaved. */
export function StillUnsaved({ count, onOut, onStay }: Props) {
  return (
    <Dialog.Root role="alertdialog" open onOpenChange={(event) => !event.open && onStay()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink" maxWidth="28rem">
            <Dialog.Header>
              <Dialog.Title>
                {count === 1 ? "One change is not saved" : `${count} changes are not saved`}
              </Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Text>
                They stay on this device and are sent when you sign in here again. On another device
                they are not there.
              </Text>
            </Dialog.Body>
            <Dialog.Footer>
              <Button variant="outline" onClick={onOut}>
                Sign out all the same
              </Button>
              <Button bg="verdigris" color="onClay" onClick={onStay}>
                Stay
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
