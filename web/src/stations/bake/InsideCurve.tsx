import { Chart, useChart } from "@chakra-ui/charts";
import { CartesianGrid, Line, LineChart, ReferenceLine, XAxis, YAxis } from "recharts";
import type { InsideBake, PartInside } from "../../api/types";
import { tint } from "../../theme";
import { temperature } from "../../units/format";
import { useUnits } from "../../ui/UnitsContext";

const LINES = [
  { key: "air", colour: "airLine", dash: "2 3", width: 1.5 },
  { key: "surface", colour: "surfaceLine", dash: "7 3", width: 2 },
  { key: "core", colour: "coreLine", dash: "0", width: 3 },
] as const;

/** Air, surface and core of one part from going in to cold, with the minute that is looked at. */
export default function InsideCurve(props: { bake: InsideBake; part: PartInside; minute: number }) {
  const { bake, part, minute } = props;
  const units = useUnits();
  const chart = useChart({
    data: bake.minutes.map((at, index) => ({
      minute: at,
      air: bake.air_c[index],
      surface: part.surface_c[index],
      core: part.core_c[index],
    })),
  });
  return (
    <Chart.Root
      height="170px"
      chart={chart}
      role="img"
      aria-label={`${part.label}: air dotted, surface dashed, core whole, over ${Math.round(bake.cool_min)} minutes`}
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
          tickCount={6}
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
        <ReferenceLine x={bake.off_min} stroke={tint("inkSoft")} strokeDasharray="3 3" />
        <ReferenceLine x={minute} stroke={tint("clay")} strokeWidth={2} />
        {LINES.map((line) => (
          <Line
            key={line.key}
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
