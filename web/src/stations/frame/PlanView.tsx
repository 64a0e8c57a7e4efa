import { Box } from "@chakra-ui/react";
import { useFigurePage } from "../../figure/useFigurePage";
import { tint } from "../../theme";
import { value } from "../../units/format";
import { Note } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { PrintLink } from "../../ui/PrintLink";

/** From above: what it stands on, its pegs, its centre of mass, and which way it goes over first. */
export function PlanView() {
  const { plan, figure } = useFigurePage();
  const units = useUnits();
  const { ground, pegs, centre } = plan.frame;
  const xs = ground.outline.map(([x]) => x);
  const ys = ground.outline.map(([, y]) => y);
  const reach = Math.max(
    ...xs.map(Math.abs),
    ...ys.map(Math.abs),
    ...ground.feet.flat(2).map(Math.abs),
    Math.hypot(centre[0], centre[1]),
  );
  const size = reach * 1.22;
  const px = (2 * size) / 240;
  const weakest = ground.ways.reduce((a, b) => (b.tips_at_deg < a.tips_at_deg ? b : a));
  /** The figure's right is drawn to the left and its front down, as one who stands before it sees it. */
  const at = ([x, y]: readonly [number, number]): [number, number] => [-x, y];
  const [cx, cy] = at([centre[0], centre[1]]);
  const turn = (Math.PI / 4) * ground.ways.indexOf(weakest);
  const [dx, dy] = at([Math.sin(turn), Math.cos(turn)]);
  return (
    <Box>
      <svg
        viewBox={`${-size} ${-size} ${2 * size} ${2 * size}`}
        width="240"
        height="240"
        role="img"
        aria-label={`The base from above: tips ${weakest.words} first, at ${weakest.tips_at_deg.toFixed(1)} degrees`}
        style={{ display: "block", margin: "0 auto" }}
      >
        <polygon
          points={ground.outline.map((point) => at(point).join(",")).join(" ")}
          fill={tint("sheetDeep")}
          stroke={tint("inkSoft")}
          vectorEffect="non-scaling-stroke"
        />
        {ground.feet.map((foot) => (
          <polygon
            key={foot.join(" ")}
            points={foot.map((point) => at(point).join(",")).join(" ")}
            fill="none"
            stroke={tint("clayEdge")}
            strokeDasharray="3 3"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {pegs.map((peg) => (
          <circle
            key={`${peg.run} ${peg.right_mm} ${peg.forward_mm}`}
            cx={at([peg.right_mm, peg.forward_mm])[0]}
            cy={at([peg.right_mm, peg.forward_mm])[1]}
            r={(peg.kind === "pin" ? 2.2 : 3.5) * px}
            fill={tint("sheet")}
            stroke={tint("verdigris")}
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        <line
          x1={cx}
          y1={cy}
          x2={cx + dx * size}
          y2={cy + dy * size}
          stroke={tint("clay")}
          strokeDasharray="5 3"
          strokeWidth={1.5}
          vectorEffect="non-scaling-stroke"
        />
        <circle
          cx={cx}
          cy={cy}
          r={5 * px}
          fill={tint("ink")}
          stroke={tint("sheet")}
          vectorEffect="non-scaling-stroke"
        >
          <title>Centre of mass</title>
        </circle>
        {(
          [
            ["front", 8 * px, size - 4 * px],
            ["back", 8 * px, -size + 11 * px],
          ] as const
        ).map(([word, x, y]) => (
          <text key={word} x={x} y={y} style={{ fontSize: 10 * px }} fill={tint("inkSoft")}>
            {word}
          </text>
        ))}
      </svg>
      <PanelTable
        label="Which way it tips"
        head={["pushed", "tips at"]}
        right={[1]}
        rows={ground.ways.map((way) => ({
          key: way.words,
          chosen: way === weakest,
          cells: [
            `${way.words}${way === weakest ? ", the weakest" : ""}`,
            way.tips_at_deg > 0 ? value(way.tips_at_deg, "deg", units) : "falls by itself",
          ],
        }))}
      />
      <Note>
        {plan.frame.free_standing ? "On its bare feet" : "On its base"}, from above; dashed: its
        feet; rings: pegs. 10° is wanted every way (assumed).
      </Note>
      <PrintLink href={`/api/v1/figures/${figure.id}/prints/drilling-template`}>
        Print the holes of the base, 1:1 (PDF)
      </PrintLink>
    </Box>
  );
}
