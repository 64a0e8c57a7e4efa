import { Button, chakra, Dialog, Field, Input, Portal, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState, useSyncExternalStore, type FormEvent } from "react";
import { signedOut } from "../api/signedOut";
import { useMe, useSession } from "../api/useMe";
import { faultText } from "../ui/useDraft";
import { useOutbox } from "./useOutbox";
import { keys } from "../api/keys";

/** The server has forgotten who this is: sign in where one stands, and what was done is sent. */
export function SignInAgain() {
  const out = useSyncExternalStore(signedOut.subscribe, signedOut.snapshot);
  const me = useMe().data;
  const session = useSession();
  const outbox = useOutbox();
  const queries = useQueryClient();
  const [password, setPassword] = useState("");
  const name = me?.name ?? "";
  const again = {
    onSuccess: () => {
      setPassword("");
      signedOut.over();
      outbox.tryAgain();
      void queries.invalidateQueries();
    },
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    session.mutate({ way: "again", name, password }, again);
  };
  const demo = me?.demo && name === "harbour";
  return (
    <Dialog.Root open={out && name !== ""} role="alertdialog" closeOnInteractOutside={false}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink" maxWidth="26rem">
            <Dialog.Header>
              <Dialog.Title>You were signed out</Dialog.Title>
            </Dialog.Header>
            <chakra.form onSubmit={submit}>
              <Dialog.Body>
                <Stack gap="3">
                  <Text>
                    Sign in as <b>{name}</b> and this page goes on where it stands. What you did is
                    kept on this device until then.
                  </Text>
                  {demo ? null : (
                    <Field.Root>
                      <Field.Label>Password</Field.Label>
                      <Input
                        type="password"
                        autoComplete="current-password"
                        value={password}
                        onChange={(event) => setPassword(event.target.value)}
                      />
                    </Field.Root>
                  )}
                  {session.error ? (
                    <Text role="alert" color="stop">
                      {faultText(session.error)}
                    </Text>
                  ) : null}
                </Stack>
              </Dialog.Body>
              <Dialog.Footer>
                <Button
                  variant="outline"
                  onClick={() => {
                    signedOut.over();
                    void queries.invalidateQueries({ queryKey: keys.me });
                  }}
                >
                  Sign in as somebody else
                </Button>
                {demo ? (
                  <Button
                    bg="verdigris"
                    color="onClay"
                    loading={session.isPending}
                    onClick={() => session.mutate({ way: "demo-again" }, again)}
                  >
                    Open the demo bench again
                  </Button>
                ) : (
                  <Button
                    type="submit"
                    bg="verdigris"
                    color="onClay"
                    disabled={!password}
                    loading={session.isPending}
                  >
                    Sign in
                  </Button>
                )}
              </Dialog.Footer>
            </chakra.form>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
