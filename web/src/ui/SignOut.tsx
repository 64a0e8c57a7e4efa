import { Button, Dialog, Portal, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useSession } from "../api/useMe";
import { useUnsaved } from "../outbox/useOutbox";
import { tellProblem } from "./notices";
import { typing } from "./typing";

/** Sign out; with something unsaved it asks first. */
export function useSignOut() {
  const session = useSession();
  const go = useNavigate();
  const { entries } = useUnsaved();
  const [asking, setAsking] = useState(false);
  const out = () => {
    setAsking(false);
    session.mutate({ way: "out" }, { onSuccess: () => void go("/"), onError: tellProblem });
  };
  const ask = () => {
    typing.leaveAll();
    if (entries.length) setAsking(true);
    else out();
  };
  const dialog = (
    <Dialog.Root
      role="alertdialog"
      open={asking}
      onOpenChange={(event) => !event.open && setAsking(false)}
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink" maxWidth="28rem">
            <Dialog.Header>
              <Dialog.Title>
                {entries.length === 1
                  ? "One change is not saved"
                  : `${entries.length} changes are not saved`}
              </Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Text>
                They stay on this device and are sent when you sign in here again. On another device
                they are not there.
              </Text>
            </Dialog.Body>
            <Dialog.Footer>
              <Button variant="outline" onClick={out}>
                Sign out all the same
              </Button>
              <Button bg="verdigris" color="onClay" onClick={() => setAsking(false)}>
                Stay
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
  return { ask, dialog };
}
