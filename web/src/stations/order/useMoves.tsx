import { useState, type ReactNode } from "react";
import { useTryMove, type Target } from "../../api/useOrder";
import type { MoveAnswer } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { tellProblem } from "../../ui/notices";
import { MoveDialog } from "./MoveDialog";

/** Moves a step where its reasons allow; where they do not, asks first. */
export function useMoves(): { move: (target: Target) => void; busy: boolean; dialog: ReactNode } {
  const { figure, apply } = useFigurePage();
  const trying = useTryMove(figure.id);
  const [asking, setAsking] = useState<MoveAnswer | null>(null);
  const doIt = (answer: MoveAnswer) => apply(`Move ${answer.label}`, answer.operations);
  const move = (target: Target) =>
    trying.mutate(target, {
      onSuccess: (answer) => {
        const costs = answer.bakes_after > answer.bakes_before;
        if (answer.allowed === "free" && !costs) doIt(answer);
        else setAsking(answer);
      },
      onError: tellProblem,
    });
  const dialog = asking ? (
    <MoveDialog
      answer={asking}
      onClose={() => setAsking(null)}
      onForce={() => {
        doIt(asking);
        setAsking(null);
      }}
    />
  ) : null;
  return { move, busy: trying.isPending, dialog };
}
