import { Button, Flex, Stack, Text } from "@chakra-ui/react";
import { useCatalogue } from "../../api/useRules";
import type { Part } from "../../api/types";
import type { PartForm } from "../../part/forms";
import { ChoiceField, MeasureField, Note, NumberField } from "../../ui/fields";

interface Props {
  part: Part;
  /** The wall it is planned with, mm. */
  wall: number;
  /** Set a field of the part: said again where it is refused. */
  put: (field: string, value: unknown) => Promise<unknown>;
  choose: (field: string, value: unknown) => void;
}

type Hanging = Extract<PartForm, { kind: "hang" }>;
type Layers = Extract<PartForm, { kind: "laid" }>;

interface Kind {
  kind: PartForm["kind"];
  label: string;
  /** Of a bought piece. */
  bought?: string;
  fits: (part: Part) => boolean;
}

const KINDS: Kind[] = [
  {
    kind: "solid",
    label: "clay, cored or solid",
    bought: "a piece of it",
    fits: () => true,
  },
  {
    kind: "close",
    label: "cloth that lies close",
    fits: (part) => !part.stock && part.meeting.hosts.length > 0,
  },
  {
    kind: "hang",
    label: "cloth that hangs",
    bought: "a sheet, bent round",
    fits: (part) => part.meeting.hosts.length > 0 && part.shape.kind === "frustum",
  },
  {
    kind: "laid",
    label: "laid in layers",
    fits: (part) => !part.stock && part.shape.kind === "sheet",
  },
];
const ENDS = [
  { value: "both", label: "open at both ends" },
  { value: "start", label: "open where it starts" },
  { value: "end", label: "open where it ends" },
  { value: "none", label: "closed" },
];

const FALLS = [
  { value: "", label: "smooth" },
  { value: "0.5", label: "in folds, half a circle" },
  { value: "0.75", label: "in folds, ¾ of a circle" },
  { value: "1", label: "in folds, a full circle" },
  { value: "1.5", label: "in folds, 1½ circles" },
];

/** What the shape of a part is filled with. */
export function FormFields({ part, wall, put, choose }: Props) {
  const { form } = part;
  const cores = useCatalogue().data?.cores ?? {};
  return (
    <>
      <ChoiceField
        label="It is"
        value={form.kind}
        options={KINDS.filter((row) => row.kind === form.kind || row.fits(part)).map((row) => ({
          value: row.kind,
          label: (part.stock && row.bought) || row.label,
        }))}
        onChange={(kind) => choose("form/kind", kind)}
      />
      {part.meeting.hosts.length || part.stock ? null : (
        <Note>Cloth lies on something or hangs round it: say first what it is put on.</Note>
      )}
      {form.kind === "solid" && !part.stock ? (
        <>
          <ChoiceField
            label="Core"
            value={form.core}
            options={[
              ...Object.values(cores).map((kind) => ({ value: kind.id, label: kind.label })),
              { value: "wire", label: "wire only, solid clay" },
            ]}
            onChange={(core) => choose("core", core)}
          />
          {form.core === "wire" ? null : (
            <MeasureField
              label="Wall over the core"
              mm={wall}
              onCommit={(text) => put("wall_mm", text)}
            />
          )}
        </>
      ) : null}
      {form.kind === "close" || form.kind === "hang" ? (
        <MeasureField
          label="Thick"
          mm={form.thickness_mm}
          onCommit={(text) => put("form/thickness_mm", text)}
        />
      ) : null}
      {form.kind === "hang" ? (
        <HangingFields form={form} bought={part.stock !== null} put={put} choose={choose} />
      ) : null}
      {form.kind === "laid" ? <LayerFields form={form} put={put} choose={choose} /> : null}
    </>
  );
}

type HangingProps = Pick<Props, "put" | "choose"> & { form: Hanging; bought: boolean };

function HangingFields({ form, bought, put, choose }: HangingProps) {
  return (
    <>
      <ChoiceField
        label="Ends"
        value={form.open}
        options={ENDS}
        onChange={(open) => choose("form/open", open)}
      />
      {bought ? null : (
        <ChoiceField
          label="Beneath"
          value={form.beneath}
          options={[
            { value: "air", label: "air" },
            { value: "foil", label: "foil" },
          ]}
          onChange={(beneath) => choose("form/beneath", beneath)}
        />
      )}
      <ChoiceField
        label="Hem, folded back"
        value={form.hem?.end ?? ""}
        options={[
          { value: "", label: "none" },
          { value: "start", label: "where it starts" },
          { value: "end", label: "where it ends" },
        ]}
        onChange={(end) =>
          choose("form/hem", end ? { end, fold_mm: form.hem?.fold_mm ?? 8 } : null)
        }
      />
      {form.hem ? (
        <MeasureField
          label="Folded"
          mm={form.hem.fold_mm}
          onCommit={(text) => put("form/hem/fold_mm", text)}
        />
      ) : null}
      <ChoiceField
        label="Falls"
        value={form.folds ? String(form.folds.share) : ""}
        options={
          form.folds && !FALLS.some((row) => row.value === String(form.folds?.share))
            ? [
                ...FALLS,
                {
                  value: String(form.folds.share),
                  label: `in folds, ${form.folds.share} of a circle`,
                },
              ]
            : FALLS
        }
        onChange={(share) =>
          choose(
            "form/folds",
            share
              ? {
                  number: form.folds?.number ?? 8,
                  share: Number(share),
                  pleated: form.folds?.pleated ?? false,
                }
              : null,
          )
        }
      />
      {form.folds ? (
        <>
          <NumberField
            label="In how many folds"
            value={form.folds.number}
            unit=""
            onCommit={(number) => put("form/folds/number", Math.round(number))}
          />
          <ChoiceField
            label="Its folds"
            value={form.folds.pleated ? "flat" : "round"}
            options={[
              { value: "round", label: "fall round" },
              { value: "flat", label: "pleats pressed flat" },
            ]}
            onChange={(kind) => choose("form/folds/pleated", kind === "flat")}
          />
        </>
      ) : null}
      <ChoiceField
        label="Cut into points"
        value={form.points?.end ?? ""}
        options={[
          { value: "", label: "nowhere" },
          { value: "start", label: "where it starts" },
          { value: "end", label: "where it ends" },
        ]}
        onChange={(end) =>
          choose(
            "form/points",
            end
              ? { end, number: form.points?.number ?? 8, deep_mm: form.points?.deep_mm ?? 10 }
              : null,
          )
        }
      />
      {form.points ? (
        <>
          <NumberField
            label="How many points"
            value={form.points.number}
            unit=""
            onCommit={(number) => put("form/points/number", Math.round(number))}
          />
          <MeasureField
            label="How deep"
            mm={form.points.deep_mm}
            onCommit={(text) => put("form/points/deep_mm", text)}
          />
        </>
      ) : null}
      {form.slits.map((slit, at) => {
        const change = (field: string) => (value: number) =>
          put(
            "form/slits",
            form.slits.map((row, n) => (n === at ? { ...row, [field]: value } : row)),
          );
        return (
          <Stack key={at} gap="1" pl="2" borderLeftWidth="2px" borderColor="hairline">
            <Flex justify="space-between" align="center">
              <Text fontSize="sm">Slit {at + 1}</Text>
              <Button
                size="2xs"
                variant="outline"
                onClick={() =>
                  choose(
                    "form/slits",
                    form.slits.filter((_, n) => n !== at),
                  )
                }
              >
                Close it
              </Button>
            </Flex>
            <NumberField
              label="Its middle, 0 in front, 90 left"
              value={slit.middle_deg}
              unit="°"
              onCommit={change("middle_deg")}
            />
            <NumberField
              label="Wide"
              value={slit.wide_deg}
              unit="°"
              onCommit={change("wide_deg")}
            />
            <NumberField
              label="From, of its length"
              value={Math.round(slit.from_share * 100)}
              unit="%"
              onCommit={(percent) => change("from_share")(percent / 100)}
            />
            <NumberField
              label="To, of its length"
              value={Math.round(slit.to_share * 100)}
              unit="%"
              onCommit={(percent) => change("to_share")(percent / 100)}
            />
          </Stack>
        );
      })}
      <Flex gap="1" wrap="wrap">
        {[
          { label: "Open it in front", middle_deg: 0, wide_deg: 20 },
          { label: "Slit it behind", middle_deg: 180, wide_deg: 30 },
        ].map(({ label, ...slit }) => (
          <Button
            key={label}
            size="2xs"
            variant="outline"
            onClick={() =>
              choose("form/slits", [...form.slits, { ...slit, from_share: 0, to_share: 1 }])
            }
          >
            {label}
          </Button>
        ))}
      </Flex>
    </>
  );
}

const LAYERS: { label: string; layer: Layers["stack"][number] }[] = [
  { label: "clay", layer: { of: "clay", thickness_mm: 1 } },
  { label: "foil", layer: { of: "foil", id: "kitchen" } },
  { label: "mesh", layer: { of: "mesh", metal: "steel", wire_mm: 0.3, pitch_mm: 2.5 } },
  { label: "card", layer: { of: "card", thickness_mm: 0.3 } },
];

function LayerFields({ form, put, choose }: Pick<Props, "put" | "choose"> & { form: Layers }) {
  return (
    <Stack gap="1">
      <Text fontSize="sm">From its back to its front</Text>
      {form.stack.map((layer, at) => (
        <Flex key={at} align="center" gap="2" justify="space-between">
          {"thickness_mm" in layer ? (
            <MeasureField
              label={layer.of}
              mm={layer.thickness_mm}
              onCommit={(text) => put(`form/stack/${at}/thickness_mm`, text)}
            />
          ) : (
            <Text fontSize="sm">{layer.of}</Text>
          )}
          <Button
            size="2xs"
            variant="outline"
            aria-label={`Take out layer ${at + 1}, ${layer.of}`}
            disabled={form.stack.length < 2}
            onClick={() =>
              choose(
                "form/stack",
                form.stack.filter((_, n) => n !== at),
              )
            }
          >
            Take out
          </Button>
        </Flex>
      ))}
      <Flex gap="1" wrap="wrap">
        {LAYERS.map(({ label, layer }) => (
          <Button
            key={label}
            size="2xs"
            variant="outline"
            onClick={() => choose("form/stack", [...form.stack, layer])}
          >
            Add {label}
          </Button>
        ))}
      </Flex>
    </Stack>
  );
}
