import { Progress, Stack, Text } from "@chakra-ui/react";
import { useReach } from "../../api/useOrder";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { lengthAsTyped } from "../../units/format";
import { MeasureField, Note } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { faultText } from "../../ui/useDraft";
import { useUnits } from "../../ui/UnitsContext";

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** What a brush gets to, and what must be painted before something is put on. */
export function ReachTab() {
  const { figure, plan, selected, select, change } = useFigurePage();
  const units = useUnits();
  const { reach } = plan.order;
  const { share, error } = useReach(figure.id, figure.revision, reach.fresh);
  const labels = new Map(figure.sheet.parts.map((part) => [part.id, part.label]));
  const assembled = plan.order.steps.map((step, at) => ({ ...step, number: at + 1 }));
  const numbers = new Map(
    assembled.flatMap((step) =>
      step.kind === "assemble" ? step.parts.map((part) => [part, step.number] as const) : [],
    ),
  );
  const brush = figure.sheet.order?.brush_mm ?? reach.brush_mm;
  const early = reach.patches.filter((patch) => patch.before.length > 0);
  const missed = reach.patches.filter((patch) => patch.reached < 0.995);
  return (
    <Stack gap="3">
      <MeasureField
        label="Brush, across its ferrule"
        mm={brush}
        onCommit={(text) => change("Brush", [set("order/brush_mm", text)])}
      />
      {error ? (
        <Text color="stop" fontSize="sm">
          {faultText(error)}
        </Text>
      ) : null}
      {share < 1 ? (
        <Progress.Root value={Math.round(share * 100)} size="sm" aria-label="Reach, worked out">
          <Progress.Label fontSize="xs">Looking at the figure from all sides…</Progress.Label>
          <Progress.Track bg="sheetDeep">
            <Progress.Range bg="verdigris" />
          </Progress.Track>
        </Progress.Root>
      ) : null}
      {reach.looked ? (
        <>
          <Text fontSize="sm" fontWeight="600">
            {early.length
              ? "Paint before it is out of reach"
              : "Nothing that is put on at the end takes paint out of reach."}
          </Text>
          {early.map((patch) =>
            patch.before.map((part) => (
              <Text key={`${patch.part} ${part}`} fontSize="sm" data-first={patch.part}>
                {patch.label}: before step {numbers.get(part) ?? "–"}, assemble the{" "}
                {labels.get(part) ?? part}
              </Text>
            )),
          )}
          {missed.length ? (
            <PanelTable
              label="What the brush misses"
              head={["part", "reached of what is seen", "in the way"]}
              right={[1]}
              rows={missed.map((patch) => ({
                key: patch.part,
                chosen: patch.part === selected,
                onClick: () => select(patch.part),
                cells: [
                  patch.label,
                  percent(patch.reached),
                  patch.in_the_way ? (labels.get(patch.in_the_way) ?? "–") : "itself",
                ],
              }))}
            />
          ) : (
            <Note>
              A brush of {lengthAsTyped(reach.brush_mm, units)} gets to all that is seen of every
              painted part.
            </Note>
          )}
        </>
      ) : null}
      <Note>
        Worked out from the solids: points on each painted part that are seen from outside, and
        whether a brush that widens behind its tip gets to them (assumed{" "}
        {plan.order.reach.widens_deg}°). A part made apart, or one that rests, is painted off the
        figure.
      </Note>
    </Stack>
  );
}
