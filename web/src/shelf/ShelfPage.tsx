import { Waiting } from "../ui/Waiting";
import { useTitle } from "../ui/useTitle";
import {
  Box,
  Button,
  Center,
  chakra,
  Flex,
  Grid,
  Heading,
  Input,
  Link,
  LinkOverlay,
  Text,
} from "@chakra-ui/react";
import { memo, useRef, useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";
import { Problem } from "../api/client";
import { useRules } from "../api/useRules";
import { useShelf, useShelfActions } from "../api/useShelf";
import { TITLES, type Card } from "../api/types";
import { pathOf } from "../elevation/paths";
import { tint } from "../theme";
import { faultText } from "../ui/useDraft";
import { notices, tellProblem } from "../ui/notices";
import { SheetChooser } from "../ui/SheetChooser";
import { useNear } from "../ui/useNear";
import { useFinderKey } from "../ui/useFinderKey";
import { useKey } from "../ui/useKey";
import { useUnits } from "../ui/UnitsContext";
import { length } from "../units/format";
import { AsOf } from "./AsOf";
import { LineUp } from "./LineUp";
import { later } from "../ui/later";

const NewFigureDialog = later(() =>
  import("./NewFigureDialog").then((file) => file.NewFigureDialog),
);

export function ShelfPage() {
  useTitle("Shelf");
  const shelf = useShelf();
  const actions = useShelfActions();
  const go = useNavigate();
  const [making, setMaking] = useState(false);
  const [asked, setAsked] = useState(false);
  const make = () => {
    setAsked(true);
    setMaking(true);
  };
  const [find, setFind] = useState("");
  const [linedUp, setLinedUp] = useState(false);
  const [bad, setBad] = useState<{ file: File; error: Error } | null>(null);
  const finder = useRef<HTMLInputElement>(null);
  const single = useRules().data?.rules.single_keys ?? true;
  useKey(
    "n",
    (event) => {
      event.preventDefault();
      make();
    },
    single,
  );
  useFinderKey(finder, single);

  const open = (id: string) => void go(`/figures/${id}/character`);
  const bring = (file: File, asCopy: boolean) =>
    actions.importFile.mutate(
      { file, asCopy },
      {
        onSuccess: (made) => {
          setBad(null);
          open(made.figure.id);
        },
        onError: (error) => setBad({ file, error }),
      },
    );
  const remove = (card: Card) =>
    actions.remove.mutate(card.id, {
      onError: tellProblem,
      onSuccess: () =>
        notices.create({
          type: "info",
          title: `${card.name} is off the shelf.`,
          action: { label: "Put it back", onClick: () => actions.restore.mutate(card.id) },
        }),
    });

  const cards = (shelf.data ?? []).filter((card) =>
    card.name.toLowerCase().includes(find.toLowerCase()),
  );
  return (
    <Box as="main" flex="1" overflowY="auto" px={{ base: "4", md: "8" }} py="5">
      <Flex gap="3" align="center" wrap="wrap" mb="4">
        <Heading as="h1" size="2xl" flex="1">
          Shelf
        </Heading>
        <Input
          ref={finder}
          size="sm"
          width="12rem"
          bg="sheet"
          placeholder="find a figure  /"
          aria-label="Find a figure"
          value={find}
          onChange={(event) => setFind(event.target.value)}
        />
        <Button
          size="sm"
          variant="outline"
          borderColor={linedUp ? "verdigris" : "hairline"}
          bg={linedUp ? "verdigrisSoft" : "transparent"}
          color="ink"
          aria-pressed={linedUp}
          onClick={() => setLinedUp(!linedUp)}
        >
          Line-up
        </Button>
        <SheetChooser
          label="Import a figure sheet"
          size="sm"
          loading={actions.importFile.isPending}
          onFile={(file) => bring(file, false)}
        />
        <Button size="sm" bg="clay" color="onClay" onClick={() => make()}>
          New figure
        </Button>
      </Flex>
      <AsOf />
      {bad ? (
        <Box role="alert" borderLeft="4px solid" borderColor="stop" bg="sheet" p="3" mb="4">
          <Text fontWeight="600">{bad.file.name} was not imported; nothing has changed.</Text>
          {bad.error instanceof Problem && bad.error.faults.length ? (
            bad.error.faults.map((fault) => (
              <Text key={fault.path + fault.value} fontSize="sm">
                <b>{fault.path}</b>: {fault.value} is not allowed; {fault.allowed}
              </Text>
            ))
          ) : (
            <Text fontSize="sm">{faultText(bad.error)}</Text>
          )}
          <Flex gap="2" mt="2">
            {bad.error instanceof Problem && bad.error.status === 409 ? (
              <Button size="xs" variant="outline" onClick={() => bring(bad.file, true)}>
                Import it as a copy
              </Button>
            ) : null}
            <Button size="xs" variant="ghost" onClick={() => setBad(null)}>
              Close
            </Button>
          </Flex>
        </Box>
      ) : null}
      {shelf.data ? null : <Waiting on={[shelf]} words="Looking at each figure…" />}
      {shelf.data?.length === 0 ? (
        <Center
          flexDirection="column"
          gap="3"
          p="12"
          borderWidth="1px"
          borderStyle="dashed"
          borderColor="hairline"
        >
          <Text>
            The shelf is empty. A figure needs a body, a height and a name; its plan is there at
            once.
          </Text>
          <Button bg="clay" color="onClay" onClick={() => make()}>
            Plan your first figure
          </Button>
        </Center>
      ) : null}
      {linedUp ? (
        <LineUp cards={cards} />
      ) : (
        <Grid templateColumns="repeat(auto-fill, minmax(270px, 1fr))" gap="5">
          {cards.map((card) => (
            <FigureCard key={card.id} card={card} onRemove={() => remove(card)} />
          ))}
        </Grid>
      )}
      {shelf.data?.length && cards.length === 0 ? (
        <Text>No figure on the shelf is called that.</Text>
      ) : null}
      <Link asChild fontSize="sm" color="verdigris" mt="6">
        <RouterLink to="/away">Put away: figures taken off the shelf, entries taken out</RouterLink>
      </Link>
      {asked ? (
        <NewFigureDialog
          open={making}
          onClose={() => setMaking(false)}
          onMade={(id) => {
            setMaking(false);
            open(id);
          }}
        />
      ) : null}
    </Box>
  );
}

/** As high as most cards are, px, so that nothing moves where one comes in. */
const CARD_PX = 397;

/** A figure of the shelf; until it comes near to what is seen only its name stands there, to be found. */
function FigureCard({ card, onRemove }: { card: Card; onRemove: () => void }) {
  const [place, near] = useNear<HTMLElement>();
  const to = `/figures/${card.id}/${card.station === "finished" ? "log" : card.station}`;
  return (
    <chakra.article
      ref={place}
      position="relative"
      minHeight={near ? undefined : `${CARD_PX}px`}
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="sheet"
      bg="sheet"
      display="flex"
      flexDirection="column"
    >
      {near ? (
        <CardOf card={card} to={to} onRemove={onRemove} />
      ) : (
        <RouterLink to={to}>{card.name}</RouterLink>
      )}
    </chakra.article>
  );
}

interface CardProps {
  card: Card;
  to: string;
  onRemove: () => void;
}

const CardOf = memo(function CardOf({ card, to, onRemove }: CardProps) {
  const units = useUnits();
  const [left, , right, top] = card.bounds;
  const finished = card.station === "finished";
  return (
    <>
      <Box bg="sheetDeep" px="3" pt="3">
        <svg
          viewBox={`${left} ${-top} ${right - left} ${top}`}
          width="100%"
          height="230"
          preserveAspectRatio="xMidYMax meet"
          aria-hidden="true"
        >
          <path
            d={pathOf(card.silhouette)}
            transform="scale(1 -1)"
            fill={tint("ink")}
            fillRule="evenodd"
          />
        </svg>
        <Box height="5px" bg="clay" />
      </Box>
      <Box p="3" flex="1">
        <Heading as="h2" size="lg" lineHeight="1.15">
          <LinkOverlay asChild>
            <RouterLink to={to}>{card.name}</RouterLink>
          </LinkOverlay>
        </Heading>
        <Text fontSize="sm" color="inkSoft">
          {length(card.height_mm, units)} ·{" "}
          {card.station === "finished" ? "finished" : `at ${TITLES[card.station]}`}
        </Text>
        <Text fontSize="sm" mt="2">
          <b>{finished ? "Done." : "Next: "}</b>
          {card.next_step}
        </Text>
        <Flex columnGap="3" mt="2" fontSize="sm" align="center" whiteSpace="nowrap" wrap="wrap">
          {card.stops ? (
            <Text color="stop">
              ◆ {card.stops} stop{card.stops > 1 ? "s" : ""}
            </Text>
          ) : null}
          {card.warns ? (
            <Text color="warn">
              ▲ {card.warns} warning{card.warns > 1 ? "s" : ""}
            </Text>
          ) : null}
          {card.notes ? (
            <Text color="note">
              ○ {card.notes} note{card.notes > 1 ? "s" : ""}
            </Text>
          ) : null}
          <Button
            ml="auto"
            size="2xs"
            variant="ghost"
            position="relative"
            zIndex="1"
            aria-label={`Take ${card.name} off the shelf`}
            onClick={onRemove}
          >
            Take off
          </Button>
        </Flex>
      </Box>
    </>
  );
});
