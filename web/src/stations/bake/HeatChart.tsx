import { Chart, useChart } from "@chakra-ui/charts";
import {
  CartesianGrid,
  Legend,
  Line,
  LineChart,
  ReferenceLine,
  Tooltip,
  XAxis,
  YAxis,
} from "recharts";
import { tint } from "../../theme";
import { useUnits } from "../../ui/UnitsContext";
import { temperature, temperatureTicks } from "../../units/format";

const LINES = [
  { key: "air_c", label: "air", colour: "airLine", dash: "2 3", width: 1.5 },
  { key: "surface_c", label: "surface", colour: "surfaceLine", dash: "7 3", width: 2 },
  { key: "core_c", label: "core", colour: "coreLine", dash: "0", width: 3 },
] as const;

const MOST_C = 160;

interface Props {
  points: { minute: number; air_c: number; surface_c: number; core_c: number }[];
  /** What it shows, for those who do not see it. */
  says: string;
  height: string;
  /** A minute that is looked at, and the one the oven goes off at. */
  marks?: { at: number; off: number };
}

/** Air, surface and core of one part over a bake. */
export default function HeatChart({ points, says, height, marks }: Props) {
  const units = useUnits();
  const chart = useChart({ data: points });
  return (
    <Chart.Root height={height} chart={chart} role="img" aria-label={says}>
      <LineChart
        responsive
        data={chart.data}
        margin={{ left: 0, right: 8, top: 6, bottom: 0 }}
        accessibilityLayer={false}
      >
        <CartesianGrid stroke={tint("headline")} vertical={false} />
        <XAxis
          dataKey="minute"
          type="number"
          domain={[0, "dataMax"]}
          tickCount={7}
          tickFormatter={(m: number) => `${Math.round(m)}`}
          stroke={tint("inkSoft")}
          fontSize={11}
          unit=" min"
        />
        <YAxis
          domain={[0, MOST_C]}
          width={52}
          ticks={temperatureTicks(MOST_C, 5, units)}
          tickFormatter={(c: number) => temperature(c, units)}
          stroke={tint("inkSoft")}
          fontSize={11}
        />
        <Tooltip
          isAnimationActive={false}
          contentStyle={{
            background: tint("sheet"),
            border: `1px solid ${tint("hairline")}`,
            color: tint("ink"),
          }}
          labelFormatter={(m) => `${Math.round(Number(m))} min`}
          formatter={(v) => temperature(Number(v), units)}
        />
        <Legend verticalAlign="top" height={22} iconType="plainline" />
        {marks ? (
          <ReferenceLine x={marks.off} stroke={tint("inkSoft")} strokeDasharray="3 3" />
        ) : null}
        {marks ? <ReferenceLine x={marks.at} stroke={tint("clay")} strokeWidth={2} /> : null}
        {LINES.map((line) => (
          <Line
            key={line.key}
            name={line.label}
            dataKey={line.key}
            stroke={tint(line.colour)}
            strokeDasharray={line.dash}
            strokeWidth={line.width}
            dot={false}
            isAnimationActive={false}
          />
        ))}
      </LineChart>
    </Chart.Root>
  );
}
