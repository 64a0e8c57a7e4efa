import { readMeasure } from "../api/useReading";
import { temperature } from "../units/format";
import { DraftInput } from "./DraftInput";
import { useUnits } from "./UnitsContext";

interface Props {
  label: string;
  celsius: number;
  onCommit: (celsius: number) => Promise<unknown>;
}

/** A temperature typed in any degrees, a gas mark too. */
export function TemperatureField({ label, celsius, onCommit }: Props) {
  const units = useUnits();
  return (
    <DraftInput
      label={label}
      shown={temperature(celsius, units)}
      of="temperature"
      width="7rem"
      save={async (text) => onCommit((await readMeasure("temperature", text)).value)}
    />
  );
}
