import { useTitle } from "./useTitle";
import { Box, Button, chakra, Field, Heading, Input, Stack, Text } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import { useChangePassword, useMe } from "../api/useMe";
import { faultText } from "./useDraft";
import { notices } from "./notices";

export function AccountPage() {
  useTitle("Account");
  const me = useMe().data;
  const change = useChangePassword();
  const [old, setOld] = useState("");
  const [next, setNext] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    change.mutate(
      { old, new: next },
      {
        onSuccess: () => {
          setOld("");
          setNext("");
          notices.create({ type: "success", title: "Your password is changed." });
        },
      },
    );
  };
  return (
    <Box as="main" px={{ base: "4", md: "8" }} py="5" maxWidth="28rem">
      <Heading as="h1" size="2xl" mb="3">
        {me?.name}
      </Heading>
      <chakra.form onSubmit={submit}>
        <Stack gap="3">
          <Field.Root>
            <Field.Label>Password as it is now</Field.Label>
            <Input
              bg="sheet"
              type="password"
              autoComplete="current-password"
              value={old}
              onChange={(event) => setOld(event.target.value)}
            />
          </Field.Root>
          <Field.Root>
            <Field.Label>New password</Field.Label>
            <Input
              bg="sheet"
              type="password"
              autoComplete="new-password"
              value={next}
              onChange={(event) => setNext(event.target.value)}
            />
          </Field.Root>
          {change.error ? (
            <Text role="alert" color="stop">
              {faultText(change.error)}
            </Text>
          ) : null}
          <Button
            type="submit"
            bg="verdigris"
            color="onClay"
            width="fit-content"
            disabled={!old || !next}
            loading={change.isPending}
          >
            Change the password
          </Button>
        </Stack>
      </chakra.form>
    </Box>
  );
}
