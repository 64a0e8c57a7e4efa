import { Chart, useChart } from "@chakra-ui/charts";
import { CartesianGrid, Legend, Line, LineChart, Tooltip, XAxis, YAxis } from "recharts";
import type { BakePlan } from "../../api/types";
import { tint } from "../../theme";
import { useUnits } from "../../ui/UnitsContext";
import { temperature } from "../../units/format";

const LINES = [
  { name: "air_c", label: "air", colour: "airLine", dash: "2 3", width: 1.5 },
  { name: "surface_c", label: "surface", colour: "surfaceLine", dash: "7 3", width: 2 },
  { name: "core_c", label: "core", colour: "coreLine", dash: "0", width: 3 },
] as const;

/** Air, surface and core of the slowest part over the bake. */
export default function BakeCurve({ bake }: { bake: BakePlan }) {
  const units = useUnits();
  const chart = useChart({ data: bake.curve.map((point) => ({ ...point })) });
  const last = bake.curve.at(-1);
  return (
    <Chart.Root
      height="210px"
      chart={chart}
      role="img"
      aria-label={`Bake ${bake.number}: after ${last?.minute} minutes the core is at ${temperature(last?.core_c ?? 0, units)}`}
    >
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
          domain={[0, 160]}
          width={52}
          tickCount={5}
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
        {LINES.map((line) => (
          <Line
            key={line.name}
            name={line.label}
            dataKey={line.name}
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
