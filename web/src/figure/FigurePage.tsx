import { Waiting } from "../ui/Waiting";
import { Box, Center, Flex, Spinner } from "@chakra-ui/react";
import {
  lazy,
  Suspense,
  useCallback,
  useEffect,
  useMemo,
  useReducer,
  useRef,
  useState,
} from "react";
import { useNavigate, useParams } from "react-router";
import { useFigure, useFigureChanges, usePreview, type Change } from "../api/useFigure";
import { useWalls } from "../api/useFrame";
import { TITLES, type Operation } from "../api/types";
import { Dragging, DraggingContext } from "../drag/dragging";
import { Elevation } from "../elevation/Elevation";
import type { Layer } from "../elevation/layers";
import { ALL_PAINTED, wholes } from "../elevation/painted";
import { useUnsaved } from "../outbox/useOutbox";
import { NowherePage, ToShelf } from "../ui/NowherePage";
import { announce } from "../ui/announce";
import { tellProblem } from "../ui/notices";
import { useTitle } from "../ui/useTitle";
import { useUnits } from "../ui/UnitsContext";
import { isPlace, PLACES, type Place } from "../stations/registry";
import { Head } from "./Head";
import { SidePanel } from "./SidePanel";
import { looked, lookedAt } from "./state";
import { Strip } from "./Strip";
import { Toolbar } from "./Toolbar";
import { useFigureKeys } from "./useFigureKeys";
import { FigurePageContext, type FigurePage as Page } from "./useFigurePage";

/** A pose that has been still for so long gets its whole plan. */
const REST_MS = 250;
const TurnView = lazy(() => import("../turn/TurnView"));

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
  const [now, act] = useReducer(looked, place, lookedAt);
  if (now.place !== place) act({ do: "go", place });
  const { layers, selected, bake, joint, bothSides, posing, turning } = now;
  const { overlays, callouts: calledOut, marks, prints } = PLACES[place];
  const tints = overlays.tints ? now.tints : null;
  const select = useCallback((part: string | null) => act({ do: "select", part }), []);
  const [tabSeen] = useState(() => new Map<string, string>());
  const wallsShown = now.walls && overlays.walls === true;
  const mapped = useWalls(id, figure.revision, wallsShown);
  const toggleTurning = useCallback(() => act({ do: "turn about" }), []);
  const finder = useRef<HTMLInputElement>(null);
  const plan = preview.shown?.plan ?? shown.plan;
  const paintSeen = overlays.paint ? now.paint : ALL_PAINTED;
  const painted = useMemo(() => wholes(plan, paintSeen), [plan, paintSeen]);
  const heights = now.atRest ? plan.character.landmarks : plan.character.posed_landmarks;
  const posed = overlays.landmarks && Object.keys(figure.sheet.pose).length > 0;
  const { edit, step } = changes;
  const unsaved = useUnsaved().entries.some(
    ({ sent }) => sent.kind === "edit" && sent.figure === id,
  );
  const letGo = preview.drop;
  const drop = useCallback(() => {
    window.clearTimeout(rest.current);
    dragging.drop();
    act({ do: "pose", posing: false });
    letGo();
  }, [dragging, letGo]);
  /** The pose on its way: about right at once, the whole plan when it has been at rest for a while. */
  const turn = (change: Change) => {
    act({ do: "pose", posing: true });
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
  const { can_undo, can_redo, undo_label } = figure;
  const steps = { can_undo: can_undo || unsaved, can_redo, undo_label, step };

  const page: Page = {
    figure,
    plan,
    looked: now,
    act,
    selected,
    select,
    change,
    make,
    apply,
    preview: preview.ask,
    turn,
    drop,
    keep: changes.keep,
    tabSeen,
    goTo,
  };
  const toggle = (layer: Layer) => act({ do: "toggle layer", layer });
  const parts = figure.sheet.parts;
  useFigureKeys({
    parts: parts.map((part) => part.id),
    selected,
    select,
    goTo,
    toggle,
    turn: toggleTurning,
    bench: toBench,
    print: prints(id, bake),
    finder,
  });

  const callouts = useMemo(
    () => calledOut({ plan, bake, units, tints }),
    [calledOut, plan, bake, units, tints],
  );
  const marked = useMemo(
    () => marks({ plan, bake, units, tints }),
    [marks, plan, bake, units, tints],
  );
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
                atRest={posed ? now.atRest : undefined}
                onAtRest={(shown) => act({ do: "show", what: "atRest", shown })}
                finder={finder}
                onFind={select}
                steps={steps}
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
                      paint={painted}
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
                    tints={tints}
                    paint={paintSeen}
                    links={overlays.links}
                    supports={overlays.supports ? shownBake?.supports : undefined}
                    handles={overlays.joints === true}
                    joint={joint}
                    onJoint={(taken) => act({ do: "take joint", joint: taken })}
                    landmarks={overlays.landmarks ? heights : undefined}
                    pictures={overlays.pictures}
                    ghosts={now.ghosts && overlays.ghosts}
                    walls={wallsShown ? mapped.data?.maps : undefined}
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
            <SidePanel plan={plan} place={place} />
          </Flex>
          <Strip plan={plan} onGo={goTo} />
        </Flex>
      </FigurePageContext.Provider>
    </DraggingContext.Provider>
  );
}
