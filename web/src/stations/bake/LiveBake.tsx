import { Box, Button, chakra, Flex, Heading, Link, Stack, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { Link as Path } from "react-router";
import { useLive, useLiveChanges } from "../../api/useLive";
import { useRules, useRulesChanges } from "../../api/useRules";
import type { BakePlan, Live, LiveOut } from "../../api/types";
import { useLoads } from "../../api/useLoads";
import { isIn } from "../../calendar/Loads";
import { ring } from "../../bench/ring";
import { useFigurePage } from "../../figure/useFigurePage";
import { tint } from "../../theme";
import { difference, minutes, temperature } from "../../units/format";
import { Abandon, Forgotten } from "./Forgotten";
import { GRADES } from "./grades";
import { StartTiming } from "./StartTiming";
import { Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { useUnits } from "../../ui/UnitsContext";

interface Props {
  bake: BakePlan | null;
  onShow: (bake: number) => void;
}

/** A bake followed by a probe: begun, watched, ended, and what it taught of the oven. One in the oven that
 * the plan has no more is shown with whatever bake there is. */
export function LiveBake({ bake, onShow }: Props) {
  const { figure, plan } = useFigurePage();
  const asked = useLive(figure.id).data;
  const loads = useLoads([]).data;
  const live = asked?.live ?? null;
  const { begin, end, readTrace } = useLiveChanges(figure.id);
  const chooser = useRef<HTMLInputElement>(null);
  const [mistaken, setMistaken] = useState(false);
  const [verdict, setVerdict] = useState<LiveOut | null>(null);
  const due =
    live?.done === true && (asked?.in_with_it ?? []).every((row) => row.live?.done !== false);
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
      <Watched live={live} others={asked}>
        <Flex gap="3" align="center" wrap="wrap">
          <Button
            size="sm"
            bg="clay"
            color="onClay"
            loading={end.isPending}
            onClick={() =>
              end.mutate(key, {
                onError: tellProblem,
                onSuccess: setVerdict,
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
  const shared = loads?.taken.some((row) => isIn(row.load, figure.id, bake.number)) ?? false;
  if (verdict?.live?.number === bake.number)
    return (
      <Watched live={verdict.live} others={verdict} over>
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
      {shared ? null : (
        <StartTiming
          words="I’ve put it in: start timing"
          loading={begin.isPending}
          onStart={(speed) =>
            begin.mutate({ number: bake.number, speed }, { onError: tellProblem })
          }
        />
      )}
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
            { onError: tellProblem, onSuccess: setVerdict },
          );
        }}
      />
    </Flex>
  );
}

interface WatchedProps {
  live: Live;
  others: LiveOut;
  over?: boolean;
  children: React.ReactNode;
}

function Watched({ live, others, over = false, children }: WatchedProps) {
  const units = useUnits();
  const within = others.in_with_it;
  const toGo = Math.max(live.to_go_min, ...within.map((row) => row.live?.to_go_min ?? 0));
  return (
    <Stack
      gap="1.5"
      p="2"
      borderWidth="2px"
      borderColor={toGo <= 0 ? "verdigris" : "clay"}
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
          {toGo <= 0 ? "Done: oven off" : `${minutes(Math.ceil(toGo))} to go`}
        </Text>
      )}
      <Text fontSize="sm">
        {over ? "" : `${minutes(live.elapsed_min)} in; `}
        {live.air_c === null ? "no reading" : `air ${temperature(live.air_c, units)}`}, core of the{" "}
        {live.slowest} {temperature(live.core_c, units)}; coldest is {GRADES[live.coldest]}
        {live.browning.length ? `; ${live.browning.join(", ")} browns` : ""}
      </Text>
      {within.length ? <WithinIt out={others} over={over} /> : null}
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

/** What else is in the same load, or was. */
function WithinIt({ out, over }: { out: LiveOut; over: boolean }) {
  const units = useUnits();
  return (
    <Box fontSize="sm">
      <Text>
        {over ? "In it too, and written down" : "In one load"}
        {out.dial_c === null ? "" : ` at a dial of ${temperature(out.dial_c, units)}`}:
      </Text>
      {out.in_with_it.map((row) => (
        <Text key={row.figure} data-in-with={row.figure}>
          <Link asChild color="verdigris">
            <Path to={`/figures/${row.figure}/bake`}>{row.name}</Path>
          </Link>
          , bake {row.number}:{" "}
          {row.live ? stateOf(row.live, over) : "planned anew since it went in"}
        </Text>
      ))}
    </Box>
  );
}

const stateOf = (live: Live, over: boolean): string =>
  [
    over || live.done ? null : `${minutes(Math.ceil(live.to_go_min))} to go`,
    `coldest is ${GRADES[live.coldest]}`,
    live.browning.length ? `${live.browning.join(", ")} browns` : null,
  ]
    .filter((words) => words !== null)
    .join(", ");

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
