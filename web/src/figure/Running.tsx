import { Button } from "@chakra-ui/react";
import { useLive } from "../api/useLive";
import { minutes } from "../units/format";

/** A bake of this figure that is running, from any station: what is left of it. */
export function Running({ id, onGo }: { id: string; onGo: () => void }) {
  const { live, forgotten } = useLive(id).data ?? {};
  if (forgotten)
    return (
      <Button size="sm" bg="warn" color="onClay" onClick={onGo}>
        Bake {forgotten.number} was never ended
      </Button>
    );
  if (!live) return null;
  return (
    <Button
      size="sm"
      bg={live.done ? "verdigris" : "clay"}
      color="onClay"
      onClick={onGo}
      aria-label={`Bake ${live.number} is running`}
    >
      {live.done
        ? `Bake ${live.number} is done`
        : `Bake ${live.number}: ${minutes(live.to_go_min)}`}
    </Button>
  );
}
