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
  const named = steps.undo_label ? `Undo: ${steps.undo_label}` : undefined;
  const buttons = [
    { label: "Undo", can: steps.can_undo, deed: undo, title: named },
    { label: "Redo", can: steps.can_redo, deed: redo, title: undefined },
  ];
  return (
    <Flex gap="1.5">
      {buttons.map(({ label, can, deed, title }) => (
        <Button
          key={label}
          size={size}
          variant="outline"
          borderColor="hairline"
          disabled={!can}
          onClick={deed}
          title={can ? title : `Nothing to ${label.toLowerCase()}`}
        >
          {label}
        </Button>
      ))}
    </Flex>
  );
}
