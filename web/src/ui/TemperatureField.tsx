import { readMeasure } from "../api/useReading";
import { temperature } from "../units/format";
import { DraftInput } from "./DraftInput";
import { useUnits } from "./UnitsContext";

interface Props {
  label: string;
  /** None where it is not known, and may be emptied. */
  celsius: number | null;
  onCommit: (celsius: number) => Promise<unknown>;
  onEmpty?: () => Promise<unknown>;
}

/** A temperature typed in any degrees, a gas mark too. */
export function TemperatureField({ label, celsius, onCommit, onEmpty }: Props) {
  const units = useUnits();
  return (
    <DraftInput
      label={label}
      shown={celsius === null ? "" : temperature(celsius, units)}
      of="temperature"
      width="7rem"
      save={async (text) =>
        onEmpty && text.trim() === ""
          ? onEmpty()
          : onCommit((await readMeasure("temperature", text)).value)
      }
    />
  );
}
