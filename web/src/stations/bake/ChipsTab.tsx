import { Box, Button, Flex, Heading, NativeSelect, Stack, Text } from "@chakra-ui/react";
import { useChipRates } from "../../api/useBakes";
import { readMeasure } from "../../api/useReading";
import { useCatalogue, useStores, useStoresChanges } from "../../api/useRules";
import type { BakePlan, Catalogue, Owned, TestChip } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { length, lengthAsTyped, minutes } from "../../units/format";
import { MeasureField, Note, NumberField } from "../../ui/fields";
import { TemperatureField } from "../../ui/TemperatureField";
import { tellProblem } from "../../ui/notices";
import { useUnits } from "../../ui/UnitsContext";
import { MEDIA } from "../colour/passWords";

const VERDICTS: { value: TestChip["verdict"]; label: string }[] = [
  { value: "riding", label: "riding along" },
  { value: "bends", label: "bends: cured" },
  { value: "good", label: "good" },
  { value: "snaps", label: "snaps" },
  { value: "tacky", label: "tacky" },
  { value: "colour shift", label: "its colour shifted" },
];

type Rider = Pick<TestChip, "of" | "product" | "label">;

interface RidersProps {
  title: string;
  rows: Rider[];
  onRide: (rider: Rider) => void;
  note?: string;
}

/** What a chip can be made of, each a button. */
function Riders({ title, rows, onRide, note }: RidersProps) {
  return (
    <Box as="section" aria-label={title}>
      <Heading size="sm">{title}</Heading>
      <Flex gap="1.5" wrap="wrap" py="1">
        {rows.map((row) => (
          <Button
            key={row.product}
            size="2xs"
            variant="outline"
            borderColor="hairline"
            onClick={() => onRide(row)}
          >
            + {row.label}
          </Button>
        ))}
      </Flex>
      {note ? <Note>{note}</Note> : null}
    </Box>
  );
}

/** Chips that ride along, what they did, and what the maker's label says of each clay. */
export function ChipsTab({ bake }: { bake: BakePlan }) {
  const { figure, plan } = useFigurePage();
  const stores = useStores().data?.stores;
  const catalogue = useCatalogue().data;
  const rates = useChipRates(figure.id).data ?? [];
  const { set } = useStoresChanges();
  const units = useUnits();
  if (!stores || !catalogue) return null;
  const keep = (next: Partial<Owned>) => set.mutateAsync({ ...stores, ...next });
  const tried = stores.tried ?? [];
  const ride = (chip: Rider) =>
    void keep({
      tried: [
        ...tried,
        {
          ...chip,
          thick_mm: 3,
          over_foil_mm: null,
          minutes: bake.done_min ?? bake.advised_min.value,
          air_c: bake.steady_air_c,
          wall_c: null,
          verdict: "riding",
        },
      ],
    }).catch(tellProblem);
  const put = (at: number, more: Partial<TestChip>) =>
    keep({ tried: tried.map((chip, index) => (index === at ? { ...chip, ...more } : chip)) });
  const judge = (at: number, verdict: TestChip["verdict"]) =>
    void put(at, { verdict }).catch(tellProblem);
  const here = new Set(
    bake.parts.map((part) => figure.sheet.parts.find((row) => row.id === part.id)?.clay),
  );
  const own = new Set(plan.colour.areas.flatMap((area) => area.passes.map((row) => row.mixture)));
  const mixtures = (stores.mixtures ?? []).filter((row) => own.has(row.id));
  const mixed = plan.colour.areas.flatMap((area) => area.recipe);
  const media = [
    ...new Set(plan.colour.areas.flatMap((area) => area.passes.map((row) => row.medium))),
  ].filter((medium) => medium !== "acrylic" && medium !== "wash");
  const paints = [...new Map(mixed.map((row) => [row.paint, row])).values()];
  return (
    <Stack gap="4">
      {rates
        .filter((rate) => here.has(rate.clay))
        .map((rate) => (
          <Box as="section" key={rate.clay} aria-label={rate.label}>
            <Flex justify="space-between" align="center" gap="2">
              <Heading size="sm">{rate.label}</Heading>
              <Button
                size="xs"
                variant="outline"
                borderColor="hairline"
                flexShrink="0"
                onClick={() => ride({ of: "clay", product: rate.clay, label: rate.label })}
              >
                Bake a test piece with it
              </Button>
            </Flex>
            <Text fontSize="sm">{rate.opened ? "Tried and open for use" : "Not tried yet"}</Text>
            <Note>{rate.words}.</Note>
            <LabelFields clay={rate.clay} owned={stores} catalogue={catalogue} keep={keep} />
          </Box>
        ))}
      <Riders
        title="Paints of this figure"
        rows={paints.map((row) => ({ of: "paint", product: row.paint, label: row.label }))}
        onRide={ride}
      />
      {mixtures.length > 0 ? (
        <Riders
          title="Own mixtures"
          rows={mixtures.map((row) => ({ of: "mixture", product: row.id, label: row.label }))}
          onRide={ride}
        />
      ) : null}
      {media.length > 0 ? (
        <Riders
          title="What else it is painted with"
          rows={media.map((medium) => ({ of: "medium", product: medium, label: MEDIA[medium] }))}
          onRide={ride}
          note="Painted over a chip of what it is to lie on; called good, Colour asks no more."
        />
      ) : null}
      <Box as="section" aria-label="Chips so far">
        <Heading size="sm">Chips so far</Heading>
        {tried.length === 0 ? (
          <Note>
            None yet. A chip of {lengthAsTyped(3, units)} on the tile, baked with the piece: bend it
            cold. It bends when it is cured and snaps when it is not.
          </Note>
        ) : null}
        {tried.map((chip, at) => (
          <Box key={at} py="1" borderBottomWidth="1px" borderColor="headline">
            <Flex align="center" justify="space-between" gap="2">
              <Text fontSize="sm">
                {chip.label}, {length(chip.thick_mm, units)}
                {chip.over_foil_mm ? ` over ${length(chip.over_foil_mm, units)} of foil` : ""}
                {chip.minutes ? `, ${minutes(chip.minutes)}` : ""}
              </Text>
              <Flex gap="1" flexShrink="0">
                <NativeSelect.Root size="xs" width="8.5rem">
                  <NativeSelect.Field
                    bg="sheet"
                    aria-label={`What the chip of ${chip.label} did`}
                    value={chip.verdict}
                    onChange={(event) => {
                      const found = VERDICTS.find((row) => row.value === event.currentTarget.value);
                      if (found) judge(at, found.value);
                    }}
                  >
                    {VERDICTS.map((row) => (
                      <option key={row.value} value={row.value}>
                        {row.label}
                      </option>
                    ))}
                  </NativeSelect.Field>
                  <NativeSelect.Indicator />
                </NativeSelect.Root>
                <Button
                  size="xs"
                  variant="ghost"
                  aria-label={`Remove the chip of ${chip.label}`}
                  onClick={() =>
                    void keep({ tried: tried.filter((_, index) => index !== at) }).catch(
                      tellProblem,
                    )
                  }
                >
                  ×
                </Button>
              </Flex>
            </Flex>
            {chip.of === "clay" ? <Made chip={chip} put={(more) => put(at, more)} /> : null}
          </Box>
        ))}
      </Box>
      <Note>
        A chip that bends or snaps corrects how fast this clay fuses in every plan from now on; Undo
        is in Stores. The maker's label stands above all of this.
      </Note>
    </Stack>
  );
}

/** How a chip of clay was made and when it was taken out: a wall over foil, out at half an hour, tells most. */
function Made({
  chip,
  put,
}: {
  chip: TestChip;
  put: (more: Partial<TestChip>) => Promise<unknown>;
}) {
  const typed = async (text: string) => (await readMeasure("length", text)).value;
  return (
    <Box as="details" fontSize="sm">
      <Box as="summary" cursor="pointer" color="verdigris">
        How it was made, and when taken out
      </Box>
      <Stack gap="1" py="1">
        <MeasureField
          label="Thick"
          mm={chip.thick_mm}
          onCommit={async (text) => put({ thick_mm: await typed(text) })}
        />
        <MeasureField
          label="Over foil, as a wall; empty on a tile"
          mm={chip.over_foil_mm}
          onEmpty={() => put({ over_foil_mm: null })}
          onCommit={async (text) => put({ over_foil_mm: await typed(text) })}
        />
        <NumberField
          label="Taken out after"
          value={chip.minutes}
          unit="min"
          empty={null}
          onCommit={(out) => put({ minutes: out })}
        />
        <TemperatureField
          label="In air of"
          celsius={chip.air_c ?? null}
          onEmpty={() => put({ air_c: null })}
          onCommit={(air_c) => put({ air_c })}
        />
        <TemperatureField
          label="A probe at its inner face said, when it came out"
          celsius={chip.wall_c ?? null}
          onEmpty={() => put({ wall_c: null })}
          onCommit={(wall_c) => put({ wall_c })}
        />
        <Note>
          One as thick as the wall, over foil as it is, taken out after half an hour and bent cold
          tells most of how fast this clay fuses; with a probe between clay and foil the oven’s own
          share in it is known too.
        </Note>
      </Stack>
    </Box>
  );
}

interface LabelProps {
  clay: string;
  owned: Owned;
  catalogue: Catalogue;
  keep: (next: Partial<Owned>) => Promise<unknown>;
}

/** What the label of one's own pack says, where it differs from the catalogue. */
function LabelFields({ clay, owned, catalogue, keep }: LabelProps) {
  const units = useUnits();
  const usual = catalogue.clays[clay];
  if (!usual) return null;
  const own = owned.labels?.[clay];
  const now = own ?? {
    label_c: usual.label_c.value,
    maximum_c: usual.maximum_c.value,
    min_per_6mm: usual.label_min_per_6mm.value,
  };
  const put = (next: Partial<typeof now>) =>
    keep({ labels: { ...owned.labels, [clay]: { ...now, ...next } } });
  return (
    <Box as="details" fontSize="sm">
      <Box as="summary" cursor="pointer" color="verdigris">
        {own ? "The label of your own pack" : "Label assumed: write down your pack's"}
      </Box>
      <Stack gap="1" py="1">
        <TemperatureField
          label="Bake at"
          celsius={now.label_c}
          onCommit={(label_c) => put({ label_c })}
        />
        <TemperatureField
          label="Never above"
          celsius={now.maximum_c}
          onCommit={(maximum_c) => put({ maximum_c })}
        />
        <NumberField
          label={`Minutes for every ${lengthAsTyped(6, units)}`}
          value={now.min_per_6mm}
          unit="min"
          onCommit={(typed) => put({ min_per_6mm: typed })}
        />
        {own ? (
          <Button
            size="xs"
            variant="outline"
            borderColor="hairline"
            onClick={() => {
              const rest = Object.entries(owned.labels ?? {}).filter(([key]) => key !== clay);
              void keep({ labels: Object.fromEntries(rest) }).catch(tellProblem);
            }}
          >
            Back to the assumed label
          </Button>
        ) : null}
      </Stack>
    </Box>
  );
}
