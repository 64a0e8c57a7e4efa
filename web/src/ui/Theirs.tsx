import { Button, Flex, Text } from "@chakra-ui/react";

interface Props {
  text: string;
  answer: (keepMine: boolean) => void;
}

/** The field became something else in another tab while it was being typed. */
export function Theirs({ text, answer }: Props) {
  return (
    <Flex role="alert" gap="2" align="center" wrap="wrap" fontSize="sm" color="warn">
      <Text>Another tab set this to {text || "nothing"}.</Text>
      <Button size="xs" variant="outline" borderColor="ink" onClick={() => answer(true)}>
        Keep mine
      </Button>
      <Button size="xs" variant="outline" borderColor="ink" onClick={() => answer(false)}>
        Take theirs
      </Button>
    </Flex>
  );
}
