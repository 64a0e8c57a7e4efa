import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { useTimerChanges, useTimers } from "../api/useTimers";
import { tellProblem } from "../ui/notices";
import { ring } from "./ring";

const RING_EVERY_MS = 4000;

/** What is left, as on a clock; after the deadline how long it has been ringing. */
export function clock(ms: number): string {
  const whole = Math.floor(Math.abs(ms) / 1000);
  const two = (n: number) => String(n).padStart(2, "0");
  const hours = Math.floor(whole / 3600);
  const rest = `${two(Math.floor(whole / 60) % 60)}:${two(whole % 60)}`;
  return `${ms < 0 ? "+" : ""}${hours ? `${hours}:` : ""}${rest}`;
}

/** Running timers by the server's clock; what is due rings until it is stopped. */
export function Timers({ figureId }: { figureId: string }) {
  const found = useTimers(figureId).data;
  const { stop } = useTimerChanges(figureId);
  const [now, setNow] = useState(() => Date.now());
  const [silent, setSilent] = useState(false);
  useEffect(() => {
    const tick = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(tick);
  }, []);
  const rows = (found?.timers ?? []).map((timer) => ({
    ...timer,
    left: Date.parse(timer.ends) - now - (found?.aheadMs ?? 0),
  }));
  const due = rows.some((row) => row.left <= 0);
  useEffect(() => {
    if (!due) return;
    const sound = () => void ring().then((heard) => setSilent(!heard));
    sound();
    const again = setInterval(sound, RING_EVERY_MS);
    return () => clearInterval(again);
  }, [due]);
  if (!rows.length) return null;
  return (
    <Flex gap="3" wrap="wrap" role="group" aria-label="Timers">
      {rows.map((row) => (
        <Flex
          key={row.id}
          data-timer={row.id}
          align="center"
          gap="3"
          px="4"
          py="2"
          borderWidth="2px"
          borderColor={row.left <= 0 ? "stop" : "verdigris"}
          borderRadius="sheet"
          bg={row.left <= 0 ? "claySoft" : "sheet"}
        >
          <Box>
            <Text fontSize="md">{row.left <= 0 ? `Now: ${row.label}` : row.label}</Text>
            <Text
              fontSize="4xl"
              lineHeight="1"
              fontWeight="600"
              role={row.left <= 0 ? "alert" : "timer"}
            >
              {clock(row.left)}
            </Text>
          </Box>
          <Button
            size="lg"
            variant="outline"
            borderColor="ink"
            onClick={() => stop.mutate(row.id, { onError: tellProblem })}
          >
            {row.left <= 0 ? "I am there" : "Stop"}
          </Button>
        </Flex>
      ))}
      {due && silent ? (
        <Text color="stop">The browser keeps the bell silent until the page is touched once.</Text>
      ) : null}
    </Flex>
  );
}
