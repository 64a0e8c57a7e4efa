import { Button } from "@chakra-ui/react";
import { useLive } from "../api/useLive";
import { minutes } from "../units/format";

/** A bake of this figure that is running, from any station: what is left of it. */
export function Running({ id, onGo }: { id: string; onGo: () => void }) {
  const live = useLive(id).data?.live;
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
