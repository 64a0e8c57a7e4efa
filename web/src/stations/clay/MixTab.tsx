import { Box, Button, Flex, Heading, Input, Stack, Text } from "@chakra-ui/react";
import { useDeferredValue, useState } from "react";
import { useClayMix } from "../../api/useReckoner";
import { useCatalogue, useStores, useStoresChanges } from "../../api/useRules";
import type { ClayChip, ClayMix, Owned } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField, Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { Reading } from "../../ui/Reading";
import { faultText } from "../../ui/useDraft";
import { useUnits } from "../../ui/UnitsContext";
import { lengthAsTyped, mass, massAsTyped, stockAmount } from "../../units/format";

const VERDICTS = ["not baked yet", "good", "too pale", "too strong", "another hue"] as const;
const isVerdict = (text: string): text is ClayChip["verdict"] =>
  VERDICTS.some((verdict) => verdict === text);
const NEARNESS = {
  close: "close",
  near: "near: within what clay varies",
  off: "off: this does not reach it",
};

/** A colour of clay by weight from the blocks one owns, or with ink; tried on a chip first. */
export function MixTab() {
  const units = useUnits();
  const { figure, plan } = useFigurePage();
  const areas = figure.sheet.colour.areas;
  const [target, setTarget] = useState(areas[0]?.target ?? "#8a5a3c");
  const [batch, setBatch] = useState(() => grams(areas[0]?.id) ?? "57 g");
  const found = useClayMix(useDeferredValue(target), useDeferredValue(batch));
  function grams(area: string | undefined): string | undefined {
    const own = plan.clay.parts.filter(
      (row) => figure.sheet.parts.find((part) => part.id === row.id)?.area === area,
    );
    const whole = own.reduce((sum, row) => sum + row.grams, 0);
    return area && whole > 0 ? massAsTyped(Math.ceil(whole), units) : undefined;
  }
  const chosen = areas.find((area) => area.target === target);
  return (
    <Stack gap="3">
      <ChoiceField
        label="The colour of"
        width="14rem"
        value={chosen?.id ?? ""}
        options={[
          { value: "", label: "one of my own" },
          ...areas.map((area) => ({ value: area.id, label: area.label })),
        ]}
        onChange={(id) => {
          const area = areas.find((row) => row.id === id);
          if (!area) return;
          setTarget(area.target);
          setBatch(grams(id) ?? batch);
        }}
      />
      <Flex align="center" justify="space-between" gap="3">
        <Text fontSize="sm">Colour, and how much of it</Text>
        <Flex gap="2" align="center">
          <input
            type="color"
            aria-label="Colour of the clay"
            value={target}
            onChange={(event) => setTarget(event.target.value)}
          />
          <Reading of="mass" text={batch} typed={batch !== ""} />
          <Input
            size="sm"
            width="6.5rem"
            bg="sheet"
            textAlign="right"
            aria-label="How much clay"
            value={batch}
            onChange={(event) => setBatch(event.target.value)}
          />
        </Flex>
      </Flex>
      {found.error ? (
        <Text role="alert" color="stop" fontSize="sm">
          {faultText(found.error)}
        </Text>
      ) : null}
      {found.data?.blocks ? (
        <MixBox title="From the blocks you own" mix={found.data.blocks} target={target} />
      ) : found.data ? (
        <Note>No rigid block is ticked in Stores: tick what you have there.</Note>
      ) : null}
      {found.data?.inked ? (
        <MixBox title="Translucent, with drops of ink" mix={found.data.inked} target={target} />
      ) : null}
      <Note>
        With 10 % over, since no second batch is quite like the first. This is rough: pigments in
        clay are not those of paint, and baking darkens them. Bake the chip before you mix the
        batch; ink wants an hour in the open before it is baked.
      </Note>
      <Chips />
    </Stack>
  );
}

interface MixProps {
  title: string;
  mix: ClayMix;
  target: string;
}

function MixBox({ title, mix, target }: MixProps) {
  const units = useUnits();
  const stores = useStores().data;
  const { set } = useStoresChanges();
  const keep = () => {
    if (!stores) return;
    const chip: ClayChip = {
      label: `${title === "From the blocks you own" ? "blocks" : "ink"}, ${target}`,
      target,
      grams: Object.fromEntries(
        mix.chip.filter((part) => part.grams > 0).map((part) => [part.id, part.grams]),
      ),
      drops: Object.fromEntries(
        mix.chip.filter((part) => part.drops > 0).map((part) => [part.id, part.drops]),
      ),
      verdict: "not baked yet",
      seen: null,
    };
    const owned: Owned = { ...stores.stores, chips: [...stores.stores.chips, chip] };
    set.mutate(owned, { onError: tellProblem });
  };
  const amount = (part: ClayMix["parts"][number]) =>
    part.drops > 0
      ? `${part.drops} ${part.drops === 1 ? "drop" : "drops"}`
      : stockAmount(part.grams, "g", units);
  return (
    <Box
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="sheet"
      p="2"
      bg="sheet"
      role="group"
      aria-label={title}
    >
      <Flex align="center" gap="2" mb="1">
        <Swatch colour={target} label="wanted" />
        <Swatch colour={mix.mix} label="comes to" />
        <Heading size="sm" flex="1">
          {title}
        </Heading>
      </Flex>
      <Text fontSize="sm">
        {NEARNESS[mix.nearness]}
        {mix.calibrated ? `, by ${mix.calibrated} chips of yours` : ""}
      </Text>
      {mix.nearer_with.length ? (
        <Text fontSize="sm">Nearer with {mix.nearer_with.join(" and ")}.</Text>
      ) : null}
      {mix.parts.map((part) => (
        <Flex key={part.id} align="center" gap="2" fontSize="sm" py="0.5">
          <Swatch colour={part.colour} />
          <Text flex="1">{part.label}</Text>
          <Text fontWeight="600">{amount(part)}</Text>
        </Flex>
      ))}
      <Text fontSize="xs" color="inkSoft">
        A chip to try: {mix.chip.map((part) => `${amount(part)} ${part.label}`).join(" + ")},{" "}
        {lengthAsTyped(3, units)} thick.
      </Text>
      <Button size="xs" mt="1" variant="outline" borderColor="hairline" onClick={keep}>
        Keep this recipe
      </Button>
    </Box>
  );
}

function Swatch({ colour, label }: { colour: string; label?: string }) {
  return (
    <Box
      width="18px"
      height="18px"
      flexShrink="0"
      borderWidth="1px"
      borderColor="ink"
      borderRadius="sheet"
      title={label}
      role={label ? "img" : undefined}
      aria-label={label ? `${label}: ${colour}` : undefined}
      aria-hidden={label ? undefined : true}
      style={{ background: colour }}
    />
  );
}

/** Recipes that were kept, what came of their chips; what was read off one corrects the rest. */
function Chips() {
  const units = useUnits();
  const stores = useStores().data;
  const catalogue = useCatalogue().data;
  const { set } = useStoresChanges();
  const chips = stores?.stores.chips ?? [];
  if (!stores || !catalogue || !chips.length) return null;
  const put = (next: ClayChip[]) =>
    set.mutate({ ...stores.stores, chips: next }, { onError: tellProblem });
  const change = (at: number, more: Partial<ClayChip>) =>
    put(chips.map((chip, index) => (index === at ? { ...chip, ...more } : chip)));
  return (
    <Box as="section" aria-label="Recipes kept">
      <Heading size="sm">Recipes kept</Heading>
      <Note>What a baked chip shows corrects how strong its strongest block is counted.</Note>
      {chips.map((chip, at) => (
        <Box key={at} borderBottomWidth="1px" borderColor="headline" py="1.5">
          <Flex align="center" gap="2">
            <Swatch colour={chip.target} label="wanted" />
            <Text fontSize="sm" flex="1">
              {Object.entries(chip.grams)
                .map(
                  ([key, weight]) => `${mass(weight, units)} ${catalogue.clays[key]?.label ?? key}`,
                )
                .concat(
                  Object.entries(chip.drops).map(
                    ([key, drops]) => `${drops} drops ${catalogue.inks[key]?.label ?? key}`,
                  ),
                )
                .join(" + ")}
            </Text>
            <Button
              size="xs"
              variant="outline"
              borderColor="hairline"
              aria-label={`Forget the recipe ${chip.label}`}
              onClick={() => put(chips.filter((_, index) => index !== at))}
            >
              Forget
            </Button>
          </Flex>
          <Flex align="center" gap="2" mt="1" wrap="wrap">
            <Box flex="1">
              <ChoiceField
                label="Its chip is"
                width="10rem"
                value={chip.verdict}
                options={VERDICTS.map((verdict) => ({ value: verdict, label: verdict }))}
                onChange={(verdict) => isVerdict(verdict) && change(at, { verdict })}
              />
            </Box>
            <Text fontSize="sm">read as</Text>
            <SeenField seen={chip.seen ?? chip.target} onRead={(seen) => change(at, { seen })} />
          </Flex>
        </Box>
      ))}
    </Box>
  );
}

function SeenField({ seen, onRead }: { seen: string; onRead: (seen: string) => void }) {
  const [value, setValue] = useState(seen);
  return (
    <input
      type="color"
      aria-label="Colour of the baked chip"
      value={value}
      onChange={(event) => setValue(event.target.value)}
      onBlur={() => value !== seen && onRead(value)}
    />
  );
}
