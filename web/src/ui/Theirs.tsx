import { Button, Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface QuestionProps {
  children: ReactNode;
  answer: (keepMine: boolean) => void;
}

/** Something was made different here and elsewhere: which is to be kept. */
export function MineOrTheirs({ children, answer }: QuestionProps) {
  const button = (words: string, keepMine: boolean) => (
    <Button size="xs" variant="outline" borderColor="ink" onClick={() => answer(keepMine)}>
      {words}
    </Button>
  );
  return (
    <Flex gap="2" align="center" wrap="wrap">
      <Text>{children}</Text>
      {button("Keep mine", true)}
      {button("Take theirs", false)}
    </Flex>
  );
}

interface Props {
  text: string;
  answer: (keepMine: boolean) => void;
}

/** The field became something else in another tab while it was being typed. */
export function Theirs({ text, answer }: Props) {
  return (
    <Flex role="alert" fontSize="sm" color="warn">
      <MineOrTheirs answer={answer}>Another tab set this to {text || "nothing"}.</MineOrTheirs>
    </Flex>
  );
}
