import { Waiting } from "../ui/Waiting";
import { Box, Button, Center, Flex, Text } from "@chakra-ui/react";
import { Canvas, useThree } from "@react-three/fiber";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import {
  Box3,
  DoubleSide,
  type Group,
  Mesh,
  MeshStandardMaterial,
  type PerspectiveCamera,
  Vector3,
} from "three";
import { OrbitControls } from "three/addons/controls/OrbitControls.js";
import { GLTFLoader } from "three/addons/loaders/GLTFLoader.js";
import type { Layers } from "../elevation/layers";
import { problemOf } from "../api/client";
import { keys } from "../api/keys";

interface Props {
  figure_id: string;
  revision: number;
  layers: Layers;
  /** The colour of each part that is painted. */
  paint: Map<string, string>;
  selected: string | null;
  onSelect: (part: string | null) => void;
}

const STEP_RAD = Math.PI / 12;

async function modelOf(figure_id: string): Promise<Group> {
  const answer = await fetch(`/api/v1/figures/${figure_id}/model`);
  if (!answer.ok) throw await problemOf(answer);
  const { scene } = await new GLTFLoader().parseAsync(await answer.arrayBuffer(), "");
  return scene;
}

/** The figure in space: turned with mouse or keys, by layer, with the same part selected. */
export default function TurnView(props: Props) {
  const { figure_id, revision, layers, paint, selected, onSelect } = props;
  const model = useQuery({
    queryKey: keys.model(figure_id, revision),
    queryFn: () => modelOf(figure_id),
    placeholderData: (before) => before,
    structuralSharing: false,
    retry: false,
  });
  const [turn, setTurn] = useState({ round: 0, up: 0, near: 1, count: 0 });
  const by = (round: number, up: number, near = 1) =>
    setTurn((was) => ({ round, up, near, count: was.count + 1 }));
  if (!model.data)
    return (
      <Center height="100%">
        <Waiting on={[model]} words="Setting the figure on the turntable…" />
      </Center>
    );
  return (
    <Box
      height="100%"
      position="relative"
      tabIndex={0}
      role="application"
      aria-label="The figure in space: arrow keys turn it, plus and minus bring it nearer"
      onKeyDown={(event) => {
        const ways: Record<string, [number, number, number]> = {
          ArrowLeft: [-STEP_RAD, 0, 1],
          ArrowRight: [STEP_RAD, 0, 1],
          ArrowUp: [0, STEP_RAD, 1],
          ArrowDown: [0, -STEP_RAD, 1],
          "+": [0, 0, 0.85],
          "-": [0, 0, 1 / 0.85],
        };
        const way = ways[event.key];
        if (!way) return;
        event.preventDefault();
        by(...way);
      }}
    >
      <Canvas
        frameloop="demand"
        dpr={1}
        camera={{ fov: 28, near: 0.005, far: 20 }}
        gl={{ antialias: true, preserveDrawingBuffer: true }}
        onPointerMissed={() => onSelect(null)}
      >
        <ambientLight intensity={1.1} />
        <directionalLight position={[-1.5, 3, 2.5]} intensity={2.1} />
        <directionalLight position={[2, 1, -2]} intensity={0.7} />
        <Figure
          scene={model.data}
          layers={layers}
          paint={paint}
          selected={selected}
          onSelect={onSelect}
        />
        <Turntable scene={model.data} turn={turn} />
      </Canvas>
      <Flex position="absolute" bottom="2" left="3" gap="1" align="center">
        {(
          [
            ["◂ turn", -STEP_RAD, 0],
            ["turn ▸", STEP_RAD, 0],
            ["up", 0, STEP_RAD],
            ["down", 0, -STEP_RAD],
          ] as const
        ).map(([word, round, up]) => (
          <Button
            key={word}
            size="2xs"
            variant="outline"
            borderColor="hairline"
            bg="sheet"
            onClick={() => by(round, up)}
          >
            {word}
          </Button>
        ))}
        <Text fontSize="xs" color="inkSoft">
          drag, or arrow keys; click a part to select it
        </Text>
      </Flex>
    </Box>
  );
}

/** Clay lets the wire be seen where both are on; the part selected glows. */
function Figure({
  scene,
  layers,
  paint,
  selected,
  onSelect,
}: Omit<Props, "figure_id" | "revision"> & { scene: Group }) {
  const { invalidate } = useThree();
  useEffect(() => {
    const on = layers.clay || layers.colour;
    const glassy = !on || layers.wire || layers.core;
    scene.traverse((node) => {
      if (!(node instanceof Mesh) || !(node.material instanceof MeshStandardMaterial)) return;
      const [layer, part] = kindOf(node);
      node.visible = layer === "core" ? layers.core : layer === "wire" ? layers.wire : true;
      const clear = layer === "clay" && glassy;
      node.material.transparent = clear;
      node.material.opacity = clear ? (on ? 0.42 : 0.13) : 1;
      node.material.depthWrite = !clear;
      node.material.side = DoubleSide;
      node.material.emissive.set(part === selected && layer === "clay" ? "#7a2f12" : "#000000");
      const painted = layer === "clay" && layers.colour ? paint.get(part) : undefined;
      if (painted) node.material.color.set(painted);
      node.material.needsUpdate = true;
    });
    invalidate();
  }, [scene, layers, paint, selected, invalidate]);
  return (
    <primitive
      object={scene}
      onClick={(event: { stopPropagation: () => void; object: Mesh }) => {
        event.stopPropagation();
        const [layer, part] = kindOf(event.object);
        if (layer === "clay" || layer === "core") onSelect(part === selected ? null : part);
      }}
    />
  );
}

function kindOf(node: Mesh): [string, string] {
  const material = Array.isArray(node.material) ? node.material[0] : node.material;
  const [layer = "", part = ""] = (material?.name ?? "").split(":");
  return [layer, part];
}

/** The eye goes round the middle of the figure; at first it stands before it. */
function Turntable({
  scene,
  turn,
}: {
  scene: Group;
  turn: { round: number; up: number; near: number; count: number };
}) {
  const { camera, gl, invalidate, size } = useThree();
  const controls = useMemo(() => new OrbitControls(camera, gl.domElement), [camera, gl]);
  const placed = useRef(false);
  useEffect(() => {
    const again = () => invalidate();
    controls.addEventListener("change", again);
    return () => {
      controls.removeEventListener("change", again);
      controls.dispose();
    };
  }, [controls, invalidate]);
  useEffect(() => {
    const box = new Box3().setFromObject(scene);
    const middle = box.getCenter(new Vector3());
    controls.target.copy(middle);
    if (!placed.current) {
      const span = box.getSize(new Vector3());
      const eye = camera as PerspectiveCamera;
      const half = Math.tan((eye.fov * Math.PI) / 360);
      const far = Math.max(span.y, span.x / Math.max(0.3, size.width / size.height)) / (2 * half);
      camera.position.set(middle.x - far * 0.45, middle.y + far * 0.22, middle.z + far * 1.12);
      placed.current = true;
    }
    controls.update();
    invalidate();
  }, [scene, camera, controls, invalidate, size]);
  useEffect(() => {
    if (!turn.count) return;
    const from = camera.position.clone().sub(controls.target);
    const flat = Math.hypot(from.x, from.z);
    const radius = from.length() * turn.near;
    const round = Math.atan2(from.x, from.z) + turn.round;
    const high = Math.atan2(from.y, flat) + turn.up;
    const up = Math.max(-1.4, Math.min(1.4, high));
    camera.position.set(
      controls.target.x + radius * Math.cos(up) * Math.sin(round),
      controls.target.y + radius * Math.sin(up),
      controls.target.z + radius * Math.cos(up) * Math.cos(round),
    );
    controls.update();
    invalidate();
  }, [turn, camera, controls, invalidate]);
  return null;
}
