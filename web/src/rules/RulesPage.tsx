import { Waiting } from "../ui/Waiting";
import { useTitle } from "../ui/useTitle";
import { Box, Flex, Heading, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { useCatalogue, useRules, useRulesChanges } from "../api/useRules";
import type { Rules } from "../api/types";
import { ChoiceField, MassField, MeasureField, Note, NumberField, WordsField } from "../ui/fields";
import { readNumber } from "../ui/useDraft";
import { tellProblem } from "../ui/notices";
import { UndoButtons } from "../ui/UndoButtons";
import { OvenInside } from "./OvenInside";
import { FEET, SCHOOLS as FRAME_SCHOOLS } from "./frameWords";
import {
  across,
  lengthAsTyped,
  shownDifference,
  typedDifference,
  shownSetting,
  typedSetting,
} from "../units/format";

type Choices = { value: string; label: string }[];
const choices = (rows: Record<string, string>): Choices =>
  Object.entries(rows).map(([value, label]) => ({ value, label }));

const LENGTHS = choices({ mm: "millimetres", in: "inches" });
const MASSES = choices({ g: "grams", oz: "ounces" });
const DEGREES = choices({ C: "Celsius", F: "Fahrenheit" });
const GAUGES = choices({
  awg: "AWG",
  imperial: "imperial standard",
  us_steel: "US steel",
  mm: "millimetres only",
});
const AIRS = choices({
  still: "still air",
  fan: "moved by a fan",
  open: "still, a piece alone",
  tented: "foil tent, open below",
  closed: "foil parcel, closed",
});
const HOT = choices({
  none: "nowhere I know of",
  back: "at the back",
  front: "at the front",
  left: "at the left",
  right: "at the right",
  top: "at the top",
});
const STARTS = choices({ preheated: "preheated", cold: "from cold" });
const SCHOOLS = choices({
  one_bake: "one bake at the end",
  save_progress: "a bake to save progress",
  short_sets: "short setting bakes",
});
const TIMES = choices({
  longer: "longer of label and model",
  label: "the label's minutes",
  fixed_30: "a fixed half hour",
});
const PARTING: { value: Rules["parting"]; label: string }[] = [
  { value: "foil", label: "thin foil" },
  { value: "starch", label: "starch" },
  { value: "talc", label: "talc" },
];
const PAINTED_BY: { value: Rules["painted_by"]; label: string }[] = [
  { value: "brush", label: "a brush: dries 12 h" },
  { value: "airbrush", label: "an airbrush: dries 2 h" },
  { value: "dryer", label: "either, then a dryer" },
];
const SMOOTHING = [
  { value: "alcohol", label: "alcohol on a brush" },
  { value: "tools", label: "tools alone" },
  { value: "damp_brush", label: "a damp brush" },
  { value: "softener", label: "clay softener" },
  { value: "solvent", label: "solvent" },
];
const PAINT_SCHOOLS = choices({
  plain: "in one colour",
  dark_up: "dark, and brushed up",
  light_down: "light, and washed down",
  layers: "in thin layers",
  bare: "as bare clay",
});
const SANDING = choices({
  off: "nothing",
  smooth: "smooth and glossy areas",
  always: "everything",
});
const PACKING = choices({ loose: "loose", firm: "firm", hammered: "hammered" });
const YES = choices({ yes: "on", no: "off" });

const FRAME_NOTES: Record<Rules["frame_school"], string> = {
  one_run: "One wire through the figure cannot come loose; it wants one long cut.",
  bound:
    "Each limb bent by itself and bound on: easy to bend, as strong as the wire where it is bound well.",
  taped: "Quick; tape passes on about six tenths of the wire's strength (assumed).",
  rod: "A rod through the base carries the figure: it stands while the clay is raw.",
};

export function RulesPage() {
  useTitle("House rules");
  const query = useRules();
  const { set, step } = useRulesChanges();
  const catalogue = useCatalogue().data;
  if (!query.data) return <Waiting on={[query]} words="Fetching House rules…" />;
  const { rules, can_undo, can_redo } = query.data;
  const wires = catalogue?.wires ?? {};
  const choose = (path: string) => (value: string) => set({ [path]: value }).catch(tellProblem);
  const number = (path: string) => (value: number) => set({ [path]: value });
  return (
    <Box as="main" flex="1" overflowY="auto" px={{ base: "4", md: "8" }} py="5">
      <Flex align="center" gap="2" mb="1" wrap="wrap">
        <Heading as="h1" size="2xl" flex="1">
          House rules
        </Heading>
        <UndoButtons steps={{ can_undo, can_redo, step }} size="sm" />
      </Flex>
      <Text color="inkSoft" mb="5" maxWidth="60ch">
        How you work. Every choice changes the plan of every figure that is not finished; changes
        are saved at once.
      </Text>
      <SimpleGrid columns={{ base: 1, md: 2, xl: 3 }} gap="6" alignItems="start">
        <Group title="Units and words">
          <ChoiceField
            label="Lengths"
            value={rules.length_unit}
            options={LENGTHS}
            onChange={choose("length_unit")}
          />
          <ChoiceField
            label="Weights"
            value={rules.mass_unit}
            options={MASSES}
            onChange={choose("mass_unit")}
          />
          <ChoiceField
            label="Temperatures"
            value={rules.temperature_unit}
            options={DEGREES}
            onChange={choose("temperature_unit")}
          />
          <ChoiceField
            label="A bare gauge means"
            value={rules.gauge_words}
            options={GAUGES}
            onChange={choose("gauge_words")}
          />
          <Note>
            A bare “12 gauge” is {across(2.05, rules)} by AWG, {across(2.64, rules)} imperial and{" "}
            {across(2.68, rules)} US steel: about ×2.2 in strength.
          </Note>
          <ChoiceField
            label="Single keys"
            value={rules.single_keys ? "yes" : "no"}
            options={YES}
            onChange={(v) => set({ single_keys: v === "yes" }).catch(tellProblem)}
          />
        </Group>
        <Group title="Wire, foil and clay">
          <NumberField
            label="Hold factor wanted upright"
            value={rules.hold_upright}
            unit="×"
            onCommit={number("hold_upright")}
          />
          <ChoiceField
            label="Frame"
            width="14rem"
            value={rules.frame_school}
            options={FRAME_SCHOOLS}
            onChange={choose("frame_school")}
          />
          <ChoiceField
            label="Feet"
            width="14rem"
            value={rules.feet}
            options={FEET}
            onChange={choose("feet")}
          />
          <Note>
            {FRAME_NOTES[rules.frame_school]} A new figure starts so; at Frame the runs of one that
            is there can be laid anew.
          </Note>
          <ChoiceField
            label="Bound on with"
            width="14rem"
            value={rules.binding_wire}
            options={Object.values(wires).map((wire) => ({ value: wire.id, label: wire.label }))}
            onChange={choose("binding_wire")}
          />
          <MeasureField
            label="The cutter takes, a cut"
            mm={rules.kerf_mm}
            onCommit={(text) => set({ kerf_mm: text })}
          />
          <MeasureField
            label="Offcuts are kept from"
            mm={rules.keep_offcut_mm}
            onCommit={(text) => set({ keep_offcut_mm: text })}
          />
          <MassField
            label="Its shelf bears"
            g={rules.shelf_bears_g}
            onCommit={(text) => set({ shelf_bears_g: text })}
          />
          <MeasureField
            label="Wall over foil"
            mm={rules.wall_mm}
            onCommit={(text) => set({ wall_mm: text })}
          />
          <Note>
            A thin skin is {lengthAsTyped(3, rules)} to {lengthAsTyped(4, rules)}, the usual wall{" "}
            {lengthAsTyped(6, rules)}; small parts are solid.
          </Note>
          <ChoiceField
            label="Foil is packed"
            value={rules.foil_packing}
            options={PACKING}
            onChange={choose("foil_packing")}
          />
          <WordsField
            label={`Sheet machine, ${rules.length_unit} at 1, 2, 3 …`}
            under
            text={rules.sheet_settings_mm.map((mm) => shownSetting(mm, rules)).join(" ")}
            onCommit={(text) =>
              set({
                sheet_settings_mm: text
                  .trim()
                  .split(/[\s;]+/)
                  .map((word) => typedSetting(readNumber(word), rules)),
              })
            }
          />
          <NumberField
            label="Clay wasted"
            value={rules.waste_percent}
            unit="%"
            onCommit={number("waste_percent")}
          />
        </Group>
        <Group title="Oven">
          <ChoiceField
            label="Air"
            value={rules.oven.air}
            options={AIRS}
            onChange={choose("oven/air")}
          />
          {rules.oven.air === "closed" ? (
            <Note>
              Shut up all round, a wall of {rules.length_unit === "in" ? "1/4 in" : "6 mm"} takes
              over 2½ hours to fuse through.
            </Note>
          ) : null}
          <ChoiceField
            label="Hottest"
            value={rules.oven.hot}
            options={HOT}
            onChange={choose("oven/hot")}
          />
          <ChoiceField
            label="Start"
            value={rules.oven.start}
            options={STARTS}
            onChange={choose("oven/start")}
          />
          <NumberField
            label="Hotter than its dial by"
            value={shownDifference(rules.oven.offset_c, rules)}
            unit={`°${rules.temperature_unit}`}
            onCommit={(value) => number("oven/offset_c")(typedDifference(value, rules))}
          />
          <NumberField
            label="Swings up and down by"
            value={shownDifference(rules.oven.swing_c, rules)}
            unit={`°${rules.temperature_unit}`}
            onCommit={(value) => number("oven/swing_c")(typedDifference(value, rules))}
          />
          <NumberField
            label="Heats from cold, each minute, by"
            value={shownDifference(rules.oven.ramp_c_min, rules)}
            unit={`°${rules.temperature_unit}`}
            onCommit={(value) => number("oven/ramp_c_min")(typedDifference(value, rules))}
          />
          <NumberField
            label="One swing takes"
            value={rules.oven.period_min}
            unit="min"
            onCommit={number("oven/period_min")}
          />
          <NumberField
            label="Draws on average, as measured"
            value={rules.oven.draws_kw}
            unit="kW"
            empty={null}
            onCommit={(value) => set({ "oven/draws_kw": value })}
          />
          <NumberField
            label="A kilowatt-hour costs"
            value={rules.kwh_price}
            unit="£"
            onCommit={number("kwh_price")}
          />
          <OvenInside inside={rules.oven.inside} put={(path, value) => set({ [path]: value })} />
          <Note>
            Put a thermometer beside the piece: it has the last word. Never above the clay maker's
            stated maximum.
          </Note>
        </Group>
        <Group title="Before the oven">
          <ChoiceField
            label="Smooth with"
            value={rules.smoothing}
            options={SMOOTHING}
            onChange={choose("smoothing")}
            width="13rem"
          />
          <ChoiceField
            label="Parting"
            value={rules.parting}
            options={PARTING}
            onChange={choose("parting")}
            width="13rem"
          />
          <ChoiceField
            label="Paint what is baked again with"
            value={rules.painted_by}
            options={PAINTED_BY}
            onChange={choose("painted_by")}
            width="13rem"
          />
          <Note>
            A film of what smooths dries half an hour before texture and before any heat: wet, it
            floods fine detail. Alcohol suits most polymer clay; a damp brush what is water-based.
          </Note>
        </Group>
        <Group title="Before paint">
          <ChoiceField
            label="Sand"
            value={rules.sanding}
            options={SANDING}
            onChange={choose("sanding")}
            width="13rem"
          />
          <Note>
            Filled first, washed and dry after, and only then the ground: paint holds on nothing
            dusty.
          </Note>
          <ChoiceField
            label="A new area begins"
            value={rules.paint_school}
            options={PAINT_SCHOOLS}
            onChange={choose("paint_school")}
            width="13rem"
          />
          <Note>Every list can be changed pass by pass, and others put in its place.</Note>
        </Group>
        <Group title="Baking">
          <ChoiceField
            label="How often"
            value={rules.bake_school}
            options={SCHOOLS}
            onChange={choose("bake_school")}
            width="13rem"
          />
          <ChoiceField
            label="How long"
            value={rules.bake_time}
            options={TIMES}
            onChange={choose("bake_time")}
            width="13rem"
          />
          <Note>{explain(rules)}</Note>
        </Group>
      </SimpleGrid>
    </Box>
  );
}

function explain(rules: Rules): string {
  const often = {
    one_bake:
      "Only what must be hard before it is pressed in, or is made apart, gets a bake of its own.",
    save_progress:
      "The body is cured before hands, hair and thin sheets go on, so that handling smears nothing.",
    short_sets: "Each layer is set before the next lies on it.",
  }[rules.bake_school];
  const long = {
    longer:
      "The label speaks of time at the part's temperature; the model adds the time heat takes to get inside.",
    label: "The model is shown beside it and says what would stay raw.",
    fixed_30: "The model is shown beside it and says what would stay raw.",
  }[rules.bake_time];
  return `${often} ${long}`;
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box borderTopWidth="2px" borderColor="ink" pt="2">
      <Heading as="h2" size="md" mb="2">
        {title}
      </Heading>
      <Stack gap="2.5">{children}</Stack>
    </Box>
  );
}
