import { Stack, Text } from "@chakra-ui/react";
import type { CalibrationOut } from "../api/types";
import { Note } from "../ui/fields";
import { useUnits } from "../ui/UnitsContext";
import { mass, metres } from "../units/format";

type Move = CalibrationOut["moves"][number];

/** How far a calibration moves what each planned figure needs. */
export function Moves({ moves, of }: { moves: Move[]; of: "foil" | "clay" }) {
  const units = useUnits();
  if (!moves.length) return <Note>No planned figure is moved by it.</Note>;
  return (
    <Stack gap="0.5" mt="1">
      {moves.map((move) => {
        const { was, will } = of === "foil" ? move.foil_m : move.clay_g;
        const show = (amount: number) =>
          of === "foil" ? metres(amount, units) : mass(amount, units);
        const share = was > 0 ? Math.round((will / was - 1) * 100) : 0;
        return (
          <Text key={move.figure_id} fontSize="sm" data-move={move.figure_id}>
            {move.name}: {of} {show(was)} → <b>{show(will)}</b> (
            {share > 0 ? "+" : share < 0 ? "−" : "±"}
            {Math.abs(share)} %), weighs {mass(move.mass_g.will, units)}
          </Text>
        );
      })}
    </Stack>
  );
}
