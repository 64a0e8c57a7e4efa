import { Button, Flex } from "@chakra-ui/react";
import { useHotkeys } from "react-hotkeys-hook";
import { useRules } from "../api/useRules";
import { tellProblem } from "./notices";
import { behindDialog, useKey } from "./useKey";

/** What was done last, of a figure or of a document, and the way back and forth. */
export interface Steps {
  can_undo: boolean;
  can_redo: boolean;
  /** What undo takes back, where that has a name. */
  undo_label?: string | null;
  step: (kind: "undo" | "redo") => Promise<unknown>;
}

/** With Ctrl it is undone from a select or a slider too; text that is being typed keeps its own. */
const ANYWHERE = {
  preventDefault: true,
  useKey: true,
  ignoreEventWhen: behindDialog,
  enableOnFormTags: ["select", "slider"] as const,
};

/** Undo and redo of the page one is on, by button and by key. */
export function UndoButtons({ steps, size }: { steps: Steps; size: "2xs" | "sm" }) {
  const single = useRules().data?.rules.single_keys ?? true;
  const undo = () => void (steps.can_undo && steps.step("undo").catch(tellProblem));
  const redo = () => void (steps.can_redo && steps.step("redo").catch(tellProblem));
  useKey("z", undo, single);
  useKey("shift+z", redo, single);
  useHotkeys("mod+z", undo, ANYWHERE);
  useHotkeys("mod+shift+z", redo, ANYWHERE);
  return (
    <Flex gap="1.5">
      <Button
        size={size}
        variant="outline"
        borderColor="hairline"
        disabled={!steps.can_undo}
        onClick={undo}
        title={
          steps.can_undo
            ? steps.undo_label
              ? `Undo: ${steps.undo_label}`
              : undefined
            : "Nothing to undo"
        }
      >
        Undo
      </Button>
      <Button
        size={size}
        variant="outline"
        borderColor="hairline"
        disabled={!steps.can_redo}
        onClick={redo}
        title={steps.can_redo ? undefined : "Nothing to redo"}
      >
        Redo
      </Button>
    </Flex>
  );
}
