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
import { tellProblem } from "../ui/notices";
import { useTitle } from "../ui/useTitle";
import { useUnits } from "../ui/UnitsContext";
import { calloutsOf, markedOf, type Place } from "./callouts";
import { Findings } from "./Findings";
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
  const [bothSides, setBothSides] = useState(false);
  const [tabSeen] = useState(() => new Map<string, string>());
  const [wallsShown, showWalls] = useState(false);
  const [tints, setTints] = useState<Tints | null>(null);
  const mapped = useWalls(id, figure.revision, wallsShown && place === "bulk");
  const [turning, setTurning] = useState(false);
  const toggleTurning = useCallback(() => setTurning((now) => !now), []);
  const finder = useRef<HTMLInputElement>(null);
  const plan = preview.shown?.plan ?? shown.plan;
  const { edit, step } = changes;
  const unsaved = useUnsaved().entries.some(
    ({ sent }) => sent.kind === "edit" && sent.figure === id,
  );
  const { drop } = preview;

  useEffect(() => setLayers(LAYERS_OF[place]), [place]);
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
        gap="4"
        align="center"
        flexShrink="0"
        wrap={{ base: "wrap", lg: "nowrap" }}
      >
        <Box minWidth="190px" maxWidth="230px">
          <Heading as="h1" size="lg" lineHeight="1.1" truncate>
            {plan.name}
          </Heading>
        </Box>
        <WorkLine plan={plan} at={place} onGo={goTo} />
        <Running id={id} onGo={() => goTo("bake")} />
        <Button
          size="sm"
          variant={place === "log" ? "solid" : "outline"}
          bg={place === "log" ? "clay" : undefined}
          color={place === "log" ? "onClay" : undefined}
          borderColor="hairline"
          onClick={() => goTo("log")}
          aria-current={place === "log" ? "page" : undefined}
        >
          Log
        </Button>
        <Button size="sm" variant="outline" borderColor="hairline" onClick={toBench}>
          Work step by step
        </Button>
      </Flex>
      <Flex
        as="main"
        flex="1"
        minHeight="0"
        direction={{ base: "column", lg: "row" }}
        overflow={{ base: "auto", lg: "hidden" }}
      >
        <Flex
          direction="column"
          flex="1"
          minWidth="0"
          minHeight={{ base: "430px", lg: "0" }}
          borderRightWidth="1px"
          borderColor="hairline"
        >
          <Toolbar
            figure={figure}
            layers={layers}
            onLayer={toggle}
            turning={turning}
            onTurn={toggleTurning}
            finder={finder}
            onFind={select}
            onUndo={undo}
            onRedo={redo}
            onReplaced={changes.keep}
          />
          <Box flex="1" minHeight="0" px="1">
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
                landmarks={place === "character" ? plan.character.landmarks : undefined}
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
          <Box flex="1" minHeight="0" overflowY={{ lg: "auto" }} px="4" py="1" tabIndex={0}>
            <Heading as="h2" size="md" mb="2">
              {TITLES[place]}
            </Heading>
            {panelOf(place, bake, setBake)}
          </Box>
          {place === "log" ? null : (
            <Box
              as="section"
              aria-label={`Findings at ${TITLES[place]}`}
              data-findings
              maxHeight={{ lg: "36%" }}
              overflowY={{ lg: "auto" }}
              tabIndex={0}
              px="4"
              pt="1.5"
              pb="2"
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
        </Flex>
      </Flex>
      <Strip plan={plan} onGo={goTo} />
    </FigurePageContext.Provider>
  );
}

const printOf = (id: string, place: Place, bake: number) =>
  place === "bake"
    ? `/api/v1/figures/${id}/prints/bake-card/${bake}`
    : `/api/v1/figures/${id}/prints/${place === "character" ? "layout-map" : "cut-list"}`;

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
