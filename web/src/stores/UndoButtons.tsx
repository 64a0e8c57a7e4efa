import { Button, Flex } from "@chakra-ui/react";
import type { StoresOut } from "../api/types";
import { useStoresChanges } from "../api/useRules";
import { tellProblem } from "../ui/notices";

/** Undo and redo of what is worked with and of what was weighed. */
export function UndoButtons({ stores }: { stores: StoresOut }) {
  const { undo, redo } = useStoresChanges();
  const buttons = [
    ["Undo", stores.can_undo, undo],
    ["Redo", stores.can_redo, redo],
  ] as const;
  return (
    <Flex gap="2">
      {buttons.map(([label, can, change]) => (
        <Button
          key={label}
          size="sm"
          variant="outline"
          borderColor="hairline"
          disabled={!can}
          onClick={() => change.mutate(undefined, { onError: tellProblem })}
        >
          {label}
        </Button>
      ))}
    </Flex>
  );
}
