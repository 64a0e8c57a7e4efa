import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length, mass, value } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { ChoiceField, MeasureField, Note, MassField } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { PlanView } from "./PlanView";

/** Will it stand, raw and finished; what would right it; how to hold it until it is cured. */
export function StandTab() {
  const { plan, figure, apply, change } = useFigurePage();
  const units = useUnits();
  const { frame } = plan;
  const { base } = figure.sheet;
  const angle = (degrees: number) =>
    degrees > 0 ? value(degrees, "deg", units) : "falls by itself";
  const weight = frame.counterweight;
  return (
    <Stack gap="3">
      <Answer
        label={`Tips ${frame.tips_towards}`}
        q={frame.tips_at}
        moving={(moved) => moved.tips_at_deg}
      />
      <PanelTable
        label="Raw, finished and without its base"
        head={["as it stands", "tips at"]}
        right={[1]}
        rows={[
          {
            key: "raw",
            cells: ["raw, without what is made apart", angle(frame.tips_raw)],
          },
          { key: "cured", cells: ["finished", angle(frame.tips_at.value)] },
          {
            key: "bare",
            cells: [
              "on its bare feet, without base and pegs",
              frame.tips_without_base === null
                ? "nothing touches down"
                : angle(frame.tips_without_base),
            ],
          },
        ]}
      />
      <Box as="section" aria-label="How to hold it while you work">
        <Heading size="sm">Until it is cured</Heading>
        {frame.holding.map((way) => (
          <Box key={way.how} data-holding={way.how} mt="1">
            <Text fontSize="sm">{way.words}</Text>
            <Note>{way.reason}</Note>
          </Box>
        ))}
      </Box>
      <PlanView />
      <Heading size="sm">Base</Heading>
      <ChoiceField
        label="Shape"
        value={base.shape}
        options={[
          { value: "round", label: "round" },
          { value: "rectangle", label: "rectangle" },
        ]}
        onChange={(shape) => apply("Shape of the base", [set("base/shape", shape)])}
      />
      <MeasureField
        label="Width"
        mm={base.width_mm}
        onCommit={(text) => change("Width of the base", [set("base/width_mm", text)])}
      />
      <MeasureField
        label="Depth"
        mm={base.depth_mm}
        onCommit={(text) => change("Depth of the base", [set("base/depth_mm", text)])}
      />
      <MeasureField
        label="Thickness"
        mm={base.thickness_mm}
        onCommit={(text) => change("Thickness of the base", [set("base/thickness_mm", text)])}
      />
      <Answer label="Least width that stands" q={frame.least_base} />
      <MassField
        label="Weight let into the base"
        g={base.counterweight_g}
        onCommit={(text) => change("Counterweight", [set("base/counterweight_g", text)])}
      />
      {base.counterweight_g > 0 ? (
        <>
          <MeasureField
            label="behind its middle"
            mm={base.counterweight_back_mm}
            onCommit={(text) =>
              change("Place of the counterweight", [set("base/counterweight_back_mm", text)])
            }
          />
          <MeasureField
            label="right of its middle"
            mm={base.counterweight_right_mm}
            onCommit={(text) =>
              change("Place of the counterweight", [set("base/counterweight_right_mm", text)])
            }
          />
        </>
      ) : null}
      {weight ? (
        <Flex align="center" justify="space-between" gap="2">
          <Text fontSize="sm">
            {mass(weight.mass_g, units)}, {length(Math.abs(weight.back_mm), units)}{" "}
            {weight.back_mm > 0 ? "behind" : "before"}
            {Math.abs(weight.right_mm) >= 1
              ? ` and ${length(Math.abs(weight.right_mm), units)} ${weight.right_mm > 0 ? "right" : "left"} of`
              : ""}{" "}
            its middle, would let it stand to 10° every way.
          </Text>
          <Button
            size="xs"
            variant="outline"
            borderColor="hairline"
            flexShrink="0"
            onClick={() =>
              apply("Counterweight", [
                set("base/counterweight_g", weight.mass_g),
                set("base/counterweight_back_mm", weight.back_mm),
                set("base/counterweight_right_mm", weight.right_mm),
              ])
            }
          >
            Put it in
          </Button>
        </Flex>
      ) : (
        <Note>
          {frame.free_standing
            ? "It stands free on its feet: the base does not hold it."
            : !frame.findings.some((finding) => finding.id === "frame.stand.tips")
              ? "No counterweight is needed."
              : "No weight in this base would right it: make the base larger."}
        </Note>
      )}
    </Stack>
  );
}
