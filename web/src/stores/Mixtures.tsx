import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Owned } from "../api/types";
import { MEDIA } from "../stations/colour/passWords";
import { ChoiceField, Note, NumberField, WordsField } from "../ui/fields";
import { tellProblem } from "../ui/notices";

type Mixture = NonNullable<Owned["mixtures"]>[number];
type Medium = Mixture["medium"];

interface Props {
  owned: Owned;
  onKeep: (next: Owned) => Promise<unknown>;
}

/** Paint in sealer, glue in paint: products mixed by oneself, to be chosen under Colour. */
export function Mixtures({ owned, onKeep }: Props) {
  const rows = owned.mixtures ?? [];
  const keep = (next: Mixture[]) => onKeep({ ...owned, mixtures: next });
  const keepOrTell = (next: Mixture[]) => void keep(next).catch(tellProblem);
  const put = (id: string, more: Partial<Mixture>) =>
    keep(rows.map((row) => (row.id === id ? { ...row, ...more } : row)));
  const add = () => {
    const id = `mixture_${Date.now().toString(36)}`;
    keepOrTell([...rows, { id, label: "paint in sealer", medium: "varnish_matt", share: 0.2 }]);
  };
  return (
    <Box>
      {rows.length === 0 ? (
        <Note>
          None. Paint in sealer, glue in paint, pigment in varnish: written down here it can be
          chosen under Colour, which asks for a chip of it before it trusts it.
        </Note>
      ) : null}
      {rows.map((row) => (
        <Flex
          key={row.id}
          columnGap="8"
          rowGap="1"
          wrap="wrap"
          align="center"
          py="1"
          borderBottomWidth="1px"
          borderColor="headline"
          data-mixture={row.id}
        >
          <Box width="20rem">
            <WordsField
              label="Called"
              text={row.label}
              onCommit={(label) => put(row.id, { label })}
            />
          </Box>
          <Box width="18rem">
            <ChoiceField
              label="Goes on like"
              width="12rem"
              value={row.medium}
              options={Object.entries(MEDIA).map(([value, label]) => ({ value, label }))}
              onChange={(medium) =>
                void put(row.id, { medium: medium as Medium }).catch(tellProblem)
              }
            />
          </Box>
          <Box width="13rem">
            <NumberField
              label="Paint in it"
              value={Math.round(row.share * 100)}
              unit="%"
              onCommit={(share) => put(row.id, { share: share / 100 })}
            />
          </Box>
          <Button
            size="xs"
            variant="ghost"
            aria-label={`Remove ${row.label}`}
            onClick={() => keepOrTell(rows.filter((one) => one.id !== row.id))}
          >
            Remove
          </Button>
        </Flex>
      ))}
      <Button size="xs" variant="outline" borderColor="hairline" mt="2" onClick={add}>
        Write one down
      </Button>
      <Text fontSize="xs" color="inkSoft" mt="1">
        It is taken for what it goes on like until a chip says more: its order, its drying, what
        goes over it.
      </Text>
    </Box>
  );
}
