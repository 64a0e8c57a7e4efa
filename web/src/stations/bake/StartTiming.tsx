import { Button, NativeSelect } from "@chakra-ui/react";
import { useState } from "react";

const SPEEDS = [1, 10, 60, 120];

interface Props {
  words: string;
  loading: boolean;
  onStart: (speed: number) => void;
}

/** What says that it is in the oven, and how fast its time runs. */
export function StartTiming({ words, loading, onStart }: Props) {
  const [speed, setSpeed] = useState(1);
  return (
    <>
      <Button
        size="sm"
        variant="outline"
        borderColor="ink"
        loading={loading}
        onClick={() => onStart(speed)}
      >
        {words}
      </Button>
      <NativeSelect.Root size="xs" width="auto">
        <NativeSelect.Field
          bg="sheet"
          aria-label="How fast its time runs"
          value={speed}
          onChange={(event) => setSpeed(Number(event.currentTarget.value))}
        >
          {SPEEDS.map((times) => (
            <option key={times} value={times}>
              {times === 1 ? "by the clock" : `${times} × with a stand-in oven`}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </>
  );
}
