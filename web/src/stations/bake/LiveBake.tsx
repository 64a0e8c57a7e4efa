import {
  Box,
  Button,
  chakra,
  Flex,
  Heading,
  Link,
  NativeSelect,
  Stack,
  Text,
} from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { useLive, useLiveChanges } from "../../api/useLive";
import { useRules, useRulesChanges } from "../../api/useRules";
import type { BakePlan, Live } from "../../api/types";
import { ring } from "../../bench/ring";
import { useFigurePage } from "../../figure/useFigurePage";
import { tint } from "../../theme";
import { difference, minutes, temperature } from "../../units/format";
import { Abandon, Forgotten } from "./Forgotten";
import { GRADES } from "./grades";
import { Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { useUnits } from "../../ui/UnitsContext";

const SPEEDS = [1, 10, 60, 120];

interface Props {
  bake: BakePlan | null;
  onShow: (bake: number) => void;
}

/** A bake followed by a probe: begun, watched, ended, and what it taught of the oven. One in the oven that
 * the plan has no more is shown with whatever bake there is. */
export function LiveBake({ bake, onShow }: Props) {
  const { figure, plan } = useFigurePage();
  const asked = useLive(figure.id).data;
  const live = asked?.live ?? null;
  const { begin, end, readTrace } = useLiveChanges(figure.id);
  const chooser = useRef<HTMLInputElement>(null);
  const [speed, setSpeed] = useState(1);
  const [mistaken, setMistaken] = useState(false);
  const [verdict, setVerdict] = useState<Live | null>(null);
  const due = live?.done === true;
  useEffect(() => {
    if (!due) return;
    void ring();
    const again = setInterval(() => void ring(), 5000);
    return () => clearInterval(again);
  }, [due]);
  const key = asked?.key;
  if (key && asked.forgotten) return <Forgotten bake={asked.forgotten} begun={key} />;
  const elsewhere = plan.bake.bakes.some((row) => row.number === live?.number);
  if (live && live.number !== bake?.number && elsewhere)
    return (
      <Button
        size="sm"
        variant="outline"
        borderColor="clay"
        alignSelf="start"
        onClick={() => onShow(live.number)}
      >
        Bake {live.number} is in the oven now: show it
      </Button>
    );
  if (live && key)
    return (
      <Watched live={live}>
        <Flex gap="3" align="center" wrap="wrap">
          <Button
            size="sm"
            bg="clay"
            color="onClay"
            loading={end.isPending}
            onClick={() =>
              end.mutate(key, {
                onError: tellProblem,
                onSuccess: (out) => setVerdict(out.live),
              })
            }
          >
            Oven off
          </Button>
          <Button
            size="sm"
            variant="plain"
            px="1"
            color="verdigris"
            textDecoration="underline dotted"
            aria-expanded={mistaken}
            onClick={() => setMistaken(!mistaken)}
          >
            Begun by mistake…
          </Button>
        </Flex>
        {mistaken ? <Abandon begun={key} label="It does not count, because" /> : null}
      </Watched>
    );
  if (!bake) return null;
  if (verdict && verdict.number === bake.number)
    return (
      <Watched live={verdict} over>
        <Flex gap="3" align="center">
          <Button
            size="sm"
            variant="outline"
            borderColor="hairline"
            onClick={() => setVerdict(null)}
          >
            Good
          </Button>
          <Link
            href={`/api/v1/figures/${figure.id}/live-trace/${bake.number}`}
            color="verdigris"
            fontSize="sm"
          >
            Its trace as CSV
          </Link>
        </Flex>
      </Watched>
    );
  return (
    <Flex gap="2" align="center" wrap="wrap">
      <Button
        size="sm"
        variant="outline"
        borderColor="ink"
        loading={begin.isPending}
        onClick={() => begin.mutate({ number: bake.number, speed }, { onError: tellProblem })}
      >
        I’ve put it in: start timing
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
      <Button
        size="xs"
        variant="outline"
        borderColor="hairline"
        loading={readTrace.isPending}
        onClick={() => chooser.current?.click()}
      >
        Read its trace (CSV)…
      </Button>
      <chakra.input
        ref={chooser}
        type="file"
        display="none"
        accept=".csv,text/csv"
        aria-label="A trace of this bake"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (!file) return;
          readTrace.mutate(
            { number: bake.number, file },
            { onError: tellProblem, onSuccess: (out) => setVerdict(out.live) },
          );
        }}
      />
    </Flex>
  );
}

interface WatchedProps {
  live: Live;
  over?: boolean;
  children: React.ReactNode;
}

function Watched({ live, over = false, children }: WatchedProps) {
  const units = useUnits();
  return (
    <Stack
      gap="1.5"
      p="2"
      borderWidth="2px"
      borderColor={live.done ? "verdigris" : "clay"}
      borderRadius="sheet"
      bg="sheet"
      role="group"
      aria-label={over ? "Verdict of this bake" : "Running bake"}
      data-live={live.number}
    >
      <Heading size="sm">
        {over
          ? `Bake ${live.number} took ${minutes(live.elapsed_min)}`
          : `Bake ${live.number} is in`}
      </Heading>
      {over ? null : (
        <Text fontSize="2xl" lineHeight="1.1" fontWeight="600" data-to-go>
          {live.done ? "Done: oven off" : `${minutes(Math.ceil(live.to_go_min))} to go`}
        </Text>
      )}
      <Text fontSize="sm">
        {over ? "" : `${minutes(live.elapsed_min)} in; `}
        {live.air_c === null ? "no reading" : `air ${temperature(live.air_c, units)}`}, core of the{" "}
        {live.slowest} {temperature(live.core_c, units)}; coldest is {GRADES[live.coldest]}
        {live.browning.length ? `; ${live.browning.join(", ")} browns` : ""}
      </Text>
      <LiveChart live={live} />
      {live.remarks.map((remark) => (
        <Text key={remark} fontSize="sm" color="warn" role="status">
          ▲ {remark}
        </Text>
      ))}
      {live.learned ? <Teach learned={live.learned} /> : null}
      {children}
    </Stack>
  );
}

/** Planned, measured and core over time. */
function LiveChart({ live }: { live: Live }) {
  const units = useUnits();
  const last = Math.max(live.points.at(-1)?.minute ?? 1, live.elapsed_min);
  const top = Math.max(live.maximum_c, live.peak_c, live.coming_c) + 10;
  const x = (minute: number) => (minute / last) * 320;
  const y = (c: number) => 120 - (c / top) * 115;
  const line = (pick: (point: Live["points"][number]) => number | null) =>
    live.points
      .map((point) => ({ at: point.minute, c: pick(point) }))
      .filter((point): point is { at: number; c: number } => point.c !== null)
      .map((point) => `${x(point.at).toFixed(1)},${y(point.c).toFixed(1)}`)
      .join(" ");
  return (
    <Box>
      <chakra.svg
        viewBox="0 0 320 122"
        width="100%"
        role="img"
        aria-label={`Air and core over ${minutes(last)}`}
      >
        <line x1="0" x2="320" y1={y(live.maximum_c)} y2={y(live.maximum_c)} stroke={tint("stop")} />
        <polyline
          points={line((point) => point.planned_c)}
          fill="none"
          stroke={tint("airLine")}
          strokeDasharray="4 3"
        />
        <polyline
          data-measured
          points={line((point) => point.measured_c)}
          fill="none"
          stroke={tint("clay")}
          strokeWidth="1.8"
        />
        <polyline
          points={line((point) => point.core_c)}
          fill="none"
          stroke={tint("coreLine")}
          strokeWidth="1.8"
        />
        <line
          x1={x(live.elapsed_min)}
          x2={x(live.elapsed_min)}
          y1="0"
          y2="122"
          stroke={tint("ink")}
          strokeWidth="0.7"
        />
      </chakra.svg>
      <Text fontSize="xs" color="inkSoft">
        dashed: air as planned · thick red: as measured · green: core of the slowest · line on top:
        the maker's maximum, {temperature(live.maximum_c, units)}
      </Text>
    </Box>
  );
}

/** What the trace says of the oven, offered to House rules. */
function Teach({ learned }: { learned: NonNullable<Live["learned"]> }) {
  const rules = useRules().data?.rules;
  const { set } = useRulesChanges();
  if (!rules) return null;
  const known = rules.oven.offset_c === learned.offset_c && rules.oven.swing_c === learned.swing_c;
  return known ? (
    <Note>House rules count with this oven as it was measured.</Note>
  ) : (
    <Flex gap="2" align="center" wrap="wrap">
      <Text fontSize="sm">
        This oven holds {learned.offset_c > 0 ? "+" : ""}
        {difference(learned.offset_c, rules)} from its dial and swings ±{" "}
        {difference(learned.swing_c, rules)}; House rules say{" "}
        {difference(rules.oven.offset_c, rules)} and ± {difference(rules.oven.swing_c, rules)}.
      </Text>
      <Button
        size="xs"
        variant="outline"
        borderColor="ink"
        onClick={() => void set({ oven: { ...rules.oven, ...learned } }).catch(tellProblem)}
      >
        Count with it from now on
      </Button>
    </Flex>
  );
}
