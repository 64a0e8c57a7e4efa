import { Button, Center, Stack, Text } from "@chakra-ui/react";
import { Problem } from "../api/client";
import { faultText } from "./useDraft";

interface Props {
  error: unknown;
  again: () => unknown;
  /** Somewhere else to go. */
  children?: React.ReactNode;
}

/** What could not be fetched, why, and how to ask for it again. */
export function Failed({ error, again, children }: Props) {
  const [why, what] = wordsOf(error);
  return (
    <Center flex="1" p="6">
      <Stack role="alert" gap="3" maxWidth="34rem" align="start">
        <Text fontWeight="600">{why}</Text>
        <Text>{what}</Text>
        <Stack direction="row" gap="3" wrap="wrap">
          <Button bg="verdigris" color="onClay" onClick={() => void again()}>
            Try again
          </Button>
          {children}
        </Stack>
      </Stack>
    </Center>
  );
}

function wordsOf(error: unknown): [string, string] {
  if (!navigator.onLine)
    return [
      "This device is offline.",
      "What you do is kept here and saved when the connection is back.",
    ];
  if (!(error instanceof Problem))
    return [
      "The server does not answer.",
      "Is it running? What you did is kept here and saved when it is back.",
    ];
  if (error.status === 401) return ["You are signed out.", "Sign in again, and this page goes on."];
  if (error.status >= 500)
    return ["The server had trouble with this page.", "Nothing you did is lost."];
  return ["This cannot be shown.", faultText(error) ?? error.message];
}
