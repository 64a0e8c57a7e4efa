import { Button, Text } from "@chakra-ui/react";
import { useScale, useDevices } from "../api/useScale";
import { mass } from "../units/format";
import { useUnits } from "../ui/UnitsContext";

const WORDS = {
  settling: "settling…",
  overload: "too much on it",
  silent: "no reading",
};

/** Takes what lies on the bench scale once it rests; nothing where no scale is known. */
export function ScaleButton({ onTake }: { onTake: (grams: number) => void }) {
  const units = useUnits();
  const devices = useDevices().data ?? [];
  const known = devices.some((device) => !device.revoked);
  const scale = useScale(known).data;
  if (!known) return null;
  if (!scale || scale.state !== "resting" || scale.grams === null)
    return (
      <Text fontSize="sm" color="inkSoft" role="status" data-scale={scale?.state ?? "silent"}>
        scale: {scale && scale.state !== "resting" ? WORDS[scale.state] : "…"}
      </Text>
    );
  const { grams } = scale;
  return (
    <Button
      size="xs"
      variant="outline"
      borderColor="verdigris"
      color="verdigris"
      data-scale="resting"
      onClick={() => onTake(grams)}
    >
      Take {mass(grams, units)} from the scale
    </Button>
  );
}
