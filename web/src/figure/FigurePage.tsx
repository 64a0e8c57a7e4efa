import { Waiting } from "../ui/Waiting";
import { Box, Button, Center, Flex, Heading, Spinner, Text } from "@chakra-ui/react";
import {
  lazy,
  Suspense,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from "react";
import { useNavigate, useParams } from "react-router";
import { useFigure, useFigureChanges, usePreview, type Change } from "../api/useFigure";
import { useWalls } from "../api/useFrame";
import { STATIONS, TITLES, type Operation } from "../api/types";
import { Elevation } from "../elevation/Elevation";
import { LAYERS_OF, type Layer } from "../elevation/layers";
import type { Tints } from "../elevation/Parts";
import { useUnsaved } from "../outbox/useOutbox";
import { LogPanel } from "../log/LogPanel";
import { BakePanel } from "../stations/bake/BakePanel";
import { BulkPanel } from "../stations/bulk/BulkPanel";
import { CharacterPanel } from "../stations/character/CharacterPanel";
import { ClayPanel } from "../stations/clay/ClayPanel";
import { ColourPanel } from "../stations/colour/ColourPanel";
import { FinishPanel } from "../stations/finish/FinishPanel";
import { FramePanel } from "../stations/frame/FramePanel";
import { OrderPanel } from "../stations/order/OrderPanel";
import { NowherePage, ToShelf } from "../ui/NowherePage";
import { announce } from "../ui/announce";
import { tellProblem } from "../ui/notices";
import { useTitle } from "../ui/useTitle";
import { useUnits } from "../ui/UnitsContext";
import { calloutsOf, markedOf, type Place } from "./callouts";
import { Findings, Worst } from "./Findings";
import { Running } from "./Running";
import { Strip } from "./Strip";
import { Toolbar } from "./Toolbar";
import { useFigureKeys } from "./useFigureKeys";
import { FigurePageContext, type FigurePage as Page } from "./useFigurePage";
import { WorkLine } from "./WorkLine";

const TurnView = lazy(() => import("../turn/TurnView"));

const isPlace = (text: string): text is Place =>
  text === "log" || STATIONS.some((station) => station === text);

export function FigurePage() {
  const { id = "", station = "" } = useParams();
  const query = useFigure(id);
  const shown = query.data;
  if (!isPlace(station)) return <NowherePage figure={id} />;
  const place = station;
  if (!shown)
    return (
      <Waiting on={[query]} words="Working out the plan…">
        <ToShelf />
      </Waiting>
    );
  return <LoadedFigure key={id} id={id} place={place} />;
}

function LoadedFigure({ id, place }: { id: string; place: Place }) {
  const { data: shown } = useFigure(id);
  if (!shown) throw new Error("the figure is loaded");
  const { figure } = shown;
  useTitle(`${figure.sheet.name}: ${TITLES[place]}`);
  const go = useNavigate();
  const units = useUnits();
  const changes = useFigureChanges(id);
  const preview = usePreview(id, figure.revision);
  const [selected, select] = useState<string | null>(null);
  const [layers, setLayers] = useState(LAYERS_OF[place]);
  const [bake, setBake] = useState(1);
  const [ghosts, showGhosts] = useState(false);
  const [joint, chooseJoint] = useState<string | null>(null);
  const [bothSides, setBothSides] = useState(false);
  const [tabSeen] = useState(() => new Map<string, string>());
  const [wallsShown, showWalls] = useState(false);
  const [tints, setTints] = useState<Tints | null>(null);
  const mapped = useWalls(id, figure.revision, wallsShown && place === "bulk");
  const [atRest, setAtRest] = useState(false);
  const [turning, setTurning] = useState(false);
  const toggleTurning = useCallback(() => setTurning((now) => !now), []);
  const finder = useRef<HTMLInputElement>(null);
  const plan = preview.shown?.plan ?? shown.plan;
  const heights = atRest ? plan.character.landmarks : plan.character.posed_landmarks;
  const posed = place === "character" && Object.keys(figure.sheet.pose).length > 0;
  const { edit, step } = changes;
  const unsaved = useUnsaved().entries.some(
    ({ sent }) => sent.kind === "edit" && sent.figure === id,
  );
  const { drop } = preview;

  const panel = useRef<HTMLDivElement>(null);
  const said = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const part = figure.sheet.parts.find((row) => row.id === selected);
    if (part) announce(`Chosen: ${part.label}`);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- it is told when it is chosen, not when it changes
  }, [selected]);
  const toFindings = () => {
    said.current?.scrollIntoView({ block: "start" });
    said.current?.focus({ preventScroll: true });
  };
  useEffect(() => {
    setLayers(LAYERS_OF[place]);
    panel.current?.scrollTo({ top: 0 });
  }, [place]);
  const goTo = useCallback((to: Place) => void go(`/figures/${id}/${to}`), [go, id]);
  const toBench = useCallback(() => void go(`/bench/${id}`), [go, id]);
  const make = useCallback((what: Change) => edit(what).finally(drop), [edit, drop]);
  const change = useCallback(
    (label: string, operations: Operation[]) => make({ label, operations }),
    [make],
  );
  const apply = useCallback(
    (label: string, operations: Operation[]) => change(label, operations).catch(tellProblem),
    [change],
  );
  const undo = () => void ((figure.can_undo || unsaved) && step("undo").catch(tellProblem));
  const redo = () => void (figure.can_redo && step("redo").catch(tellProblem));

  const page: Page = {
    figure,
    plan,
    selected,
    select,
    change,
    make,
    apply,
    preview: preview.ask,
    drop,
    keep: changes.keep,
    ghosts,
    showGhosts,
    wallsShown,
    showWalls,
    joint,
    chooseJoint,
    bothSides,
    setBothSides,
    setTints,
    tabSeen,
    goTo,
  };
  const toggle = (layer: Layer) => setLayers((now) => ({ ...now, [layer]: !now[layer] }));
  const parts = figure.sheet.parts;
  useFigureKeys({
    parts: parts.map((part) => part.id),
    selected,
    select,
    goTo,
    toggle,
    undo,
    redo,
    turn: toggleTurning,
    bench: toBench,
    print: printOf(id, place, bake),
    finder,
  });

  const callouts = useMemo(
    () => calloutsOf(plan, place, bake, units, tints),
    [plan, place, bake, units, tints],
  );
  const marked = useMemo(() => markedOf(plan, place, bake), [plan, place, bake]);
  const shownBake = plan.bake.bakes.find((row) => row.number === bake) ?? plan.bake.bakes[0];
  const findings = place === "log" ? [] : plan.findings.filter((f) => f.station === place);
  const elsewhere = plan.findings.filter(
    (f) => f.station !== place && f.severity !== "note",
  ).length;

  return (
    <FigurePageContext.Provider value={page}>
      <Flex
        px="4"
        pt="1"
        columnGap={{ base: "2", md: "4" }}
        rowGap="1"
        align="center"
        flexShrink="0"
        wrap={{ base: "wrap", xl: "nowrap" }}
      >
        <Heading
          as="h1"
          size="lg"
          lineHeight="1.1"
          truncate
          flex={{ base: "1 1 9rem", xl: "0 1 auto" }}
          maxWidth={{ xl: "15rem" }}
          title={plan.name}
        >
          {plan.name}
        </Heading>
        <Box
          order={{ base: 9, xl: 0 }}
          width={{ base: "100%", xl: "auto" }}
          flex={{ xl: "1" }}
          minWidth="0"
        >
          <WorkLine plan={plan} at={place} onGo={goTo} />
        </Box>
        <Running id={id} onGo={() => goTo("bake")} />
        <Button
          size={{ base: "xs", md: "sm" }}
          variant={place === "log" ? "solid" : "outline"}
          bg={place === "log" ? "clay" : undefined}
          color={place === "log" ? "onClay" : undefined}
          borderColor="hairline"
          onClick={() => goTo("log")}
          aria-current={place === "log" ? "page" : undefined}
        >
          Log
        </Button>
        <Button
          size={{ base: "xs", md: "sm" }}
          variant="outline"
          borderColor="hairline"
          onClick={toBench}
        >
          Work step by step
        </Button>
      </Flex>
      <Flex
        direction="column"
        flex="1"
        minHeight="0"
        overflowY={{ base: "auto", lg: "hidden" }}
        data-scrolls
      >
        <Flex
          as="main"
          flex={{ base: "none", lg: "1" }}
          minHeight="0"
          direction={{ base: "column", lg: "row" }}
        >
          <Flex
            direction="column"
            flex={{ base: "none", lg: "1" }}
            minWidth="0"
            minHeight="0"
            height={{ base: "min(66dvh, 620px)", lg: "auto" }}
            borderRightWidth="1px"
            borderColor="hairline"
          >
            <Toolbar
              figure={figure}
              layers={layers}
              onLayer={toggle}
              turning={turning}
              onTurn={toggleTurning}
              atRest={posed ? atRest : undefined}
              onAtRest={setAtRest}
              finder={finder}
              onFind={select}
              onUndo={undo}
              onRedo={redo}
              onReplaced={changes.keep}
            />
            <Box flex="1" minHeight="0" px="1" data-elevations>
              {turning ? (
                <Suspense
                  fallback={
                    <Center height="100%" gap="3">
                      <Spinner /> Fetching the turn view…
                    </Center>
                  }
                >
                  <TurnView
                    figure_id={id}
                    revision={figure.revision}
                    layers={layers}
                    selected={selected}
                    onSelect={select}
                  />
                </Suspense>
              ) : (
                <Elevation
                  plan={plan}
                  figure={figure}
                  layers={layers}
                  selected={selected}
                  onSelect={select}
                  callouts={callouts}
                  marked={marked}
                  tints={place === "bake" ? tints : null}
                  supports={place === "bake" ? shownBake?.supports : undefined}
                  handles={place === "frame"}
                  joint={joint}
                  onJoint={chooseJoint}
                  landmarks={place === "character" ? heights : undefined}
                  pictures={place === "character" || place === "frame"}
                  ghosts={ghosts && place === "character"}
                  walls={wallsShown && place === "bulk" ? mapped.data?.maps : undefined}
                  onDrag={({ joint, view, to }) =>
                    preview.ask({
                      label: "Drag",
                      drag: { joint, view, to: [to[0], to[1]], both_sides: bothSides },
                    })
                  }
                  onCancel={drop}
                  onDrop={({ joint, view, to }) => {
                    const label = `Turn the ${figure.joints.find((row) => row.id === joint)?.label ?? joint}`;
                    const at: [number, number] = [to[0], to[1]];
                    const drag = { joint, view, to: at, both_sides: bothSides };
                    return make({ label, drag }).catch(tellProblem);
                  }}
                />
              )}
            </Box>
          </Flex>
          <Flex
            as="aside"
            direction="column"
            aria-label={TITLES[place]}
            width={{ base: "100%", lg: "384px" }}
            flexShrink="0"
            minHeight="0"
          >
            <Box
              ref={panel}
              flex="1"
              minHeight="0"
              overflowY={{ lg: "auto" }}
              px="4"
              pb="2"
              tabIndex={0}
              data-scrolls
            >
              <Flex
                align="baseline"
                gap="3"
                py="1"
                mb="1"
                position={{ lg: "sticky" }}
                top="0"
                bg="paper"
                zIndex="1"
              >
                <Heading as="h2" size="md" flexShrink="0">
                  {TITLES[place]}
                </Heading>
                {place === "log" ? null : <Worst findings={findings} onGo={toFindings} />}
              </Flex>
              {panelOf(place, bake, setBake)}
              {place === "log" ? null : (
                <Box
                  as="section"
                  ref={said}
                  aria-label={`Findings at ${TITLES[place]}`}
                  data-findings
                  tabIndex={-1}
                  mt="4"
                  pt="1.5"
                  borderTopWidth="2px"
                  borderColor="ink"
                >
                  <Heading as="h2" size="sm" mb="1">
                    Findings
                  </Heading>
                  <Findings findings={findings} />
                  {elsewhere ? (
                    <Text fontSize="xs" color="inkSoft" mt="1">
                      {elsewhere} more at other stations: see the wire above.
                    </Text>
                  ) : null}
                </Box>
              )}
            </Box>
          </Flex>
        </Flex>
        <Strip plan={plan} onGo={goTo} />
      </Flex>
    </FigurePageContext.Provider>
  );
}

/** The sheet of a station that is printed by a key; some have none. */
function printOf(id: string, place: Place, bake: number): string | null {
  const sheet = {
    character: "layout-map",
    frame: "cut-list",
    bulk: "layout-map",
    clay: "portion-card",
    order: null,
    bake: `bake-card/${bake}`,
    colour: null,
    finish: "drilling-template",
    log: null,
  }[place];
  return sheet && `/api/v1/figures/${id}/prints/${sheet}`;
}

function panelOf(place: Place, bake: number, onBake: (bake: number) => void): ReactNode {
  switch (place) {
    case "character":
      return <CharacterPanel />;
    case "frame":
      return <FramePanel />;
    case "bulk":
      return <BulkPanel />;
    case "clay":
      return <ClayPanel />;
    case "order":
      return <OrderPanel />;
    case "bake":
      return <BakePanel shown={bake} onShow={onBake} />;
    case "colour":
      return <ColourPanel />;
    case "finish":
      return <FinishPanel />;
    case "log":
      return <LogPanel />;
  }
}
