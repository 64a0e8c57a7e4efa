import { Button } from "@chakra-ui/react";
import { set, useFigurePage } from "./useFigurePage";

/** A mark on a choice that no fix is to change. */
export function Lock({ path, of }: { path: string; of: string }) {
  const { figure, apply } = useFigurePage();
  const locked = figure.sheet.locks.includes(path);
  return (
    <Button
      size="2xs"
      variant={locked ? "solid" : "outline"}
      bg={locked ? "ink" : undefined}
      color={locked ? "paper" : "inkSoft"}
      borderColor="hairline"
      aria-pressed={locked}
      aria-label={locked ? `Open the lock on ${of}` : `Lock ${of}`}
      title={locked ? "No fix changes it. Press to open it." : "Let no fix change it"}
      onClick={() =>
        void apply(locked ? `Open: ${of}` : `Lock: ${of}`, [
          set(`lock/${path}`, locked ? null : true),
        ])
      }
    >
      {locked ? "locked" : "lock"}
    </Button>
  );
}
