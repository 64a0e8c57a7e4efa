import { Box, Button, Flex, Heading, Input, Menu, Portal, Stack, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { usePaintLists } from "../../api/usePaint";
import { useStores, useStoresChanges } from "../../api/useRules";
import type { Area, Pass, PassKind } from "../../api/types";
import type { AreaPlan } from "../../elevation/painted";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { Answer } from "../../ui/Answer";
import { ChoiceField, Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { useUnits } from "../../ui/UnitsContext";
import { area as areaOf } from "../../units/format";
import { PassBox } from "./PassBox";
import { KINDS, newPass, renewed, USUAL } from "./passWords";
import { EarlierFigure } from "./EarlierFigure";
import { SpotsBox } from "./SpotsBox";

const FINISHES = ["matte", "satin", "gloss"];
const NEAR = {
  close: "close to it",
  near: "near it",
  off: "off: visibly another colour",
  "no paints": "no paints in Stores",
} as const;

interface Props {
  area: Area | null;
  onOpen: (area: string) => void;
}

/** The passes of one area. */
export function PassesTab({ area, onOpen }: Props) {
  const { figure, plan } = useFigurePage();
  const told = plan.colour.areas.find((row) => row.id === area?.id);
  if (!area || !told) return <Note>No colour areas yet: add one under Palette.</Note>;
  return (
    <Stack gap="3">
      <ChoiceField
        label="Area"
        value={area.id}
        options={figure.sheet.colour.areas.map((row) => ({ value: row.id, label: row.label }))}
        onChange={onOpen}
      />
      <AreaHead key={area.id} area={area} told={told} />
      <Passes area={area} told={told} />
      <Base told={told} />
      <SpotsBox area={area} told={told} />
      <EarlierFigure key={area.id} area={area} />
    </Stack>
  );
}

function AreaHead({ area, told }: { area: Area; told: AreaPlan }) {
  const { apply } = useFigurePage();
  const [target, setTarget] = useState(area.target);
  const [label, setLabel] = useState(area.label);
  const units = useUnits();
  useEffect(() => setTarget(area.target), [area.target]);
  useEffect(() => setLabel(area.label), [area.label]);
  return (
    <Box data-area={area.id}>
      <Flex gap="2" align="center">
        <input
          type="color"
          aria-label={`Target colour of ${area.label}`}
          value={target}
          onChange={(event) => setTarget(event.target.value)}
          onBlur={() =>
            target !== area.target &&
            apply(`Colour of ${area.label}`, [set(`area/${area.id}/target`, target)])
          }
        />
        <Input
          size="xs"
          aria-label="Name of the area"
          value={label}
          onChange={(event) => setLabel(event.target.value)}
          onBlur={() =>
            label !== area.label &&
            label.trim() &&
            apply("Name of an area", [set(`area/${area.id}/label`, label)])
          }
        />
        <Button
          size="2xs"
          variant="ghost"
          aria-label={`Remove ${area.label}`}
          onClick={() =>
            apply(`Remove ${area.label}`, [
              ...told.parts.map((part) => set(`part/${part}/area`, null)),
              set(`area/${area.id}`, null),
            ])
          }
        >
          Remove
        </Button>
      </Flex>
      <Text fontSize="sm" mt="1">
        {told.parts.length} {told.parts.length === 1 ? "part" : "parts"},{" "}
        {areaOf(told.surface_cm2, units)}, {Math.round(told.share * 100)} % of what is painted; its
        mix is{" "}
        <Text as="span" color={told.nearness === "off" ? "warn" : undefined}>
          {NEAR[told.nearness]}
        </Text>
      </Text>
      <ChoiceField
        label="Finish"
        width="7rem"
        value={area.finish}
        options={FINISHES.map((finish) => ({ value: finish, label: finish }))}
        onChange={(finish) =>
          apply(`Finish of ${area.label}`, [set(`area/${area.id}/finish`, finish)])
        }
      />
    </Box>
  );
}

/** What its base comes to, and what it came to. */
function Base({ told }: { told: AreaPlan }) {
  return (
    <Box>
      {told.coats ? <Answer label="Coats of its base" q={told.coats} /> : null}
      {told.coats && told.recipe.length > 0 ? <Took told={told} /> : null}
      {told.drying_min ? <Answer label="Drying between and after" q={told.drying_min} /> : null}
    </Box>
  );
}

/** How many coats the base really took, in one tap: its paints are reckoned so from then on. */
function Took({ told }: { told: AreaPlan }) {
  const stores = useStores().data?.stores;
  const { set: keep } = useStoresChanges();
  if (!stores) return null;
  const mix = Object.fromEntries(told.recipe.map((row) => [row.paint, row.parts]));
  const took = (coats: number) =>
    void keep
      .mutateAsync({ ...stores, took: [...(stores.took ?? []), { mix, over: told.over, coats }] })
      .catch(tellProblem);
  return (
    <Flex gap="1" align="center" wrap="wrap" fontSize="sm" my="1">
      <Text>It took</Text>
      {[1, 2, 3, 4, 5, 6, 7].map((coats) => (
        <Button
          key={coats}
          size="2xs"
          variant="outline"
          borderColor="hairline"
          minWidth="7"
          aria-label={`It took ${coats} coats`}
          onClick={() => took(coats)}
        >
          {coats}
        </Button>
      ))}
      <Text>
        {Math.abs(told.hiding - 1) < 0.01
          ? "coats? Tap it, and this paint is reckoned so."
          : `coats. It hides ${told.hiding.toFixed(2)} times as reckoned.`}
      </Text>
    </Flex>
  );
}

function Passes({ area, told }: { area: Area; told: AreaPlan }) {
  const { figure, apply } = useFigurePage();
  const lists = usePaintLists(area.target).data ?? [];
  const put = (label: string, passes: Pass[]) =>
    apply(label, [set(`area/${area.id}/passes`, passes)]);
  const add = (kind: PassKind) =>
    put(`Add ${KINDS[kind]} to ${area.label}`, [...area.passes, newPass(area, kind)]);
  const others = figure.sheet.colour.areas.filter((row) => row.id !== area.id);
  const more = (Object.keys(KINDS) as PassKind[]).filter((kind) => !USUAL.includes(kind));
  return (
    <Stack gap="1.5">
      <Heading size="sm">Passes, in the order they lie on each other</Heading>
      {area.passes.length === 0 ? <Note>Bare clay. Add a pass, or begin from a list.</Note> : null}
      {area.passes.map((row, n) => {
        const of = told.passes.find((one) => one.id === row.id);
        return of ? (
          <PassBox
            key={row.id}
            area={area}
            row={row}
            told={of}
            before={told.passes[n - 1]?.looks ?? told.bare}
            at={n}
            put={put}
          />
        ) : null;
      })}
      <Flex gap="1" wrap="wrap">
        {USUAL.map((kind) => (
          <Button
            key={kind}
            size="2xs"
            variant="outline"
            borderColor="hairline"
            onClick={() => add(kind)}
          >
            + {KINDS[kind]}
          </Button>
        ))}
        <Chooser
          label="+ more"
          items={more.map((kind) => ({
            value: kind,
            label: KINDS[kind],
            deed: () => void add(kind),
          }))}
        />
        <Chooser
          label="Begin from a list"
          items={lists.map((list) => ({
            value: list.key,
            label: list.label,
            about: list.about,
            deed: () => void put(`${area.label}: ${list.label}`, renewed(list.passes)),
          }))}
        />
        {others.length > 0 ? (
          <Chooser
            label="Copy them to"
            items={others.map((other) => ({
              value: other.id,
              label: other.label,
              deed: () =>
                void apply(`Passes of ${area.label} for ${other.label}`, [
                  set(`area/${other.id}/passes`, renewed(area.passes)),
                ]),
            }))}
          />
        ) : null}
      </Flex>
    </Stack>
  );
}

interface ChooserProps {
  label: string;
  items: { value: string; label: string; about?: string; deed: () => void }[];
}

function Chooser({ label, items }: ChooserProps) {
  return (
    <Menu.Root>
      <Menu.Trigger asChild>
        <Button size="2xs" variant="outline" borderColor="hairline">
          {label} ▾
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content bg="sheet" color="ink" maxHeight="60vh" overflowY="auto" maxWidth="22rem">
            {items.map((item) => (
              <Menu.Item key={item.value} value={item.value} onClick={item.deed}>
                <Box>
                  {item.label}
                  {item.about ? (
                    <Text fontSize="xs" color="inkSoft">
                      {item.about}
                    </Text>
                  ) : null}
                </Box>
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
