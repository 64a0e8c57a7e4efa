import { Text } from "@chakra-ui/react";

/** Autosave, said plainly. */
export function Saved({ pending, failing }: { pending: boolean; failing: boolean }) {
  return (
    <Text fontSize="xs" color={failing ? "stop" : "inkSoft"} role="status">
      {failing
        ? "Not saved yet: the server is away; trying again"
        : pending
          ? "Saving…"
          : "All changes saved"}
    </Text>
  );
}
