import { Flex, Spinner, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Failed } from "./Failed";

interface Asked {
  data?: unknown;
  error: unknown;
  refetch: () => unknown;
}

interface Props {
  /** What is still to come; one that cannot is told, with the way to ask again. */
  on: Asked[];
  /** What is being done meanwhile. */
  words: string;
  /** Where else to go when it cannot be had. */
  children?: ReactNode;
}

/** Nothing to show yet, and why. */
export function Waiting({ on, words, children }: Props) {
  const failed = on.filter((asked) => asked.error && asked.data === undefined);
  const [first] = failed;
  if (first)
    return (
      <Failed error={first.error} again={() => failed.forEach((asked) => void asked.refetch())}>
        {children}
      </Failed>
    );
  return (
    <Flex flex="1" justify="center" align="center" p="8" gap="3" role="status">
      <Spinner /> <Text>{words}</Text>
    </Flex>
  );
}
