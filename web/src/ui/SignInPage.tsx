import { useTitle } from "./useTitle";
import {
  Box,
  Button,
  Center,
  chakra,
  Field,
  Flex,
  Heading,
  Input,
  Stack,
  Text,
} from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import { useMe, useSession } from "../api/useMe";
import { Problem } from "../api/client";
import { tint } from "../theme";
import { faultText } from "./useDraft";

export function SignInPage() {
  useTitle("Sign in");
  const me = useMe().data;
  const session = useSession();
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const wrong = session.error instanceof Problem && session.error.status === 401;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    session.mutate({ way: "in", name, password });
  };
  return (
    <Center as="main" minHeight="100%" p="6">
      <Stack gap="6" maxWidth="26rem" width="100%">
        <Box>
          <svg width="120" height="56" viewBox="0 0 34 20" aria-hidden="true">
            <path
              d="M1 15C7 2 10 2 14 10S21 18 33 3"
              fill="none"
              stroke={tint("verdigris")}
              strokeWidth="2"
              strokeLinecap="round"
            />
            <circle cx="14" cy="10" r="2.2" fill={tint("clay")} />
          </svg>
          <Heading as="h1" size="4xl">
            Windcrest
          </Heading>
          <Text color="inkSoft">
            The planning bench for wire, foil and clay figures: proportions, wire, bulk, order of
            work, oven and paint, worked out on the figure.
          </Text>
        </Box>
        {me?.demo ? (
          <Box>
            <Button
              size="lg"
              width="100%"
              bg="clay"
              color="onClay"
              loading={session.isPending}
              onClick={() => session.mutate({ way: "demo" })}
            >
              Open the demo bench
            </Button>
            <Text fontSize="sm" color="inkSoft" mt="1">
              Four figures of a harbour festival, at four moments of the work. What you do there is
              kept.
            </Text>
          </Box>
        ) : null}
        <chakra.form onSubmit={submit} borderTopWidth="2px" borderColor="ink" pt="3">
          <Stack gap="3">
            <Field.Root>
              <Field.Label>Name</Field.Label>
              <Input
                bg="sheet"
                autoComplete="username"
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
            </Field.Root>
            <Field.Root>
              <Field.Label>Password</Field.Label>
              <Input
                bg="sheet"
                type="password"
                autoComplete="current-password"
                value={password}
                onChange={(event) => setPassword(event.target.value)}
              />
            </Field.Root>
            {session.error ? (
              <Text role="alert" color="stop">
                {faultText(session.error)}
                {wrong ? (
                  <>
                    {" "}
                    “Sign in” is for an account that is there. New here? “Make an account” opens a
                    bench of your own under this name and password.
                  </>
                ) : null}
              </Text>
            ) : null}
            <Flex gap="3">
              <Button
                type="submit"
                bg="verdigris"
                color="onClay"
                flex="1"
                disabled={!name || !password}
              >
                Sign in
              </Button>
              <Button
                variant="outline"
                borderColor="hairline"
                flex="1"
                disabled={!name || !password}
                onClick={() => session.mutate({ way: "up", name, password })}
              >
                Make an account
              </Button>
            </Flex>
          </Stack>
        </chakra.form>
      </Stack>
    </Center>
  );
}
