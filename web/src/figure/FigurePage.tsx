import { Waiting } from "../ui/Waiting";
import { Box, Center, Flex, Spinner } from "@chakra-ui/react";
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useFigure, useFigureChanges, usePreview, type Change } from "../api/useFigure";
import { useWalls } from "../api/useFrame";
import { STATIONS, TITLES, type Operation } from "../api/types";
import { Dragging, DraggingContext } from "../drag/dragging";
import { Elevation } from "../elevation/Elevation";
import { LAYERS_OF, type Layer } from "../elevation/layers";
import type { Tints } from "../elevation/Parts";
import { useUnsaved } from "../outbox/useOutbox";
import { NowherePage, ToShelf } from "../ui/NowherePage";
import { announce } from "../ui/announce";
import { tellProblem } from "../ui/notices";
import { useTitle } from "../ui/useTitle";
import { useUnits } from "../ui/UnitsContext";
import { calloutsOf, markedOf, type Place } from "./callouts";
import { Head } from "./Head";
import { printOf } from "./printOf";
import { SidePanel } from "./SidePanel";
import { Strip } from "./Strip";
import { Toolbar } from "./Toolbar";
import { useFigureKeys } from "./useFigureKeys";
import { FigurePageContext, type FigurePage as Page } from "./useFigurePage";

/** A pose that has been still for so long gets its whole plan. */
const REST_MS = 250;
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
  const [dragging] = useState(() => new Dragging(id));
  const rest = useRef<number>(undefined);
  const [posing, setPosing] = useState(false);
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
  const letGo = preview.drop;
  const drop = useCallback(() => {
    window.clearTimeout(rest.current);
    dragging.drop();
    setPosing(false);
    letGo();
  }, [dragging, letGo]);
  /** The pose on its way: about right at once, the whole plan when it has been at rest for a while. */
  const turn = (change: Change) => {
    setPosing(true);
    dragging.ask({ drag: change.drag, operations: change.operations });
    window.clearTimeout(rest.current);
    rest.current = window.setTimeout(() => preview.ask(change), REST_MS);
  };
  useEffect(() => {
    if (preview.shown) dragging.hide();
  }, [preview.shown, dragging]);
  useEffect(() => () => window.clearTimeout(rest.current), []);

  useEffect(() => {
    const part = figure.sheet.parts.find((row) => row.id === selected);
    if (part) announce(`Chosen: ${part.label}`);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- it is told when it is chosen, not when it changes
  }, [selected]);
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
    turn,
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

  return (
    <DraggingContext.Provider value={dragging}>
      <FigurePageContext.Provider value={page}>
        <Head id={id} plan={plan} place={place} onGo={goTo} onBench={toBench} />
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
                    kept={shown.plan}
                    posing={posing}
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
                    onTake={() => dragging.ask({})}
                    onDrag={({ joint, view, to }) =>
                      turn({
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
            <SidePanel plan={plan} place={place} bake={bake} onBake={setBake} />
          </Flex>
          <Strip plan={plan} onGo={goTo} />
        </Flex>
      </FigurePageContext.Provider>
    </DraggingContext.Provider>
  );
}
