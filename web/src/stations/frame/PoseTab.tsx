import { Box, Button, Checkbox, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useKeptPoses } from "../../api/useFrame";
import type { Change } from "../../api/useFigure";
import type { KeptPose, Operation } from "../../api/types";
import { Lock } from "../../figure/Lock";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField, Note } from "../../ui/fields";
import { SliderField } from "../../ui/SliderField";
import { tellProblem } from "../../ui/notices";

const ANGLES = [
  ["swing_deg", "Forward and back"],
  ["spread_deg", "Out and in"],
  ["turn_deg", "About the bone"],
] as const;

export function PoseTab() {
  const { figure, turn, apply, make, looked, act } = useFigurePage();
  const { joint, bothSides } = looked;
  const { pose } = figure.sheet;
  const chosen =
    figure.joints.find((row) => row.id === (joint ?? "shoulder_r")) ?? figure.joints[0];
  if (!chosen) return null;
  const angles = pose[chosen.id];
  const take = (label: string, taken: Change["pose"]) =>
    void make({ label, pose: taken }).catch(tellProblem);
  const other = bothSides ? chosen.other : null;
  const turned = (key: (typeof ANGLES)[number][0], to: number): Operation[] => [
    set(`joint/${chosen.id}/${key}`, to),
    ...(other ? [set(`joint/${other}/${key}`, to)] : []),
  ];
  return (
    <Stack gap="2">
      <Flex gap="1" wrap="wrap" role="group" aria-label="Pose presets">
        {Object.entries(figure.presets).map(([name, preset]) => (
          <Button
            key={name}
            size="xs"
            variant="outline"
            borderColor="hairline"
            onClick={() => take(`Pose: ${name.replace("_", " ")}`, preset)}
          >
            {name.replace("_", " ")}
          </Button>
        ))}
        <Lock path="joint" of="the pose" />
      </Flex>
      <KeptPoses />
      <Flex gap="3" align="center" wrap="wrap">
        <Checkbox.Root
          size="sm"
          checked={bothSides}
          onCheckedChange={({ checked }) =>
            act({ do: "show", what: "bothSides", shown: checked === true })
          }
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control borderColor="inkSoft" />
          <Checkbox.Label fontWeight="400">Right and left alike</Checkbox.Label>
        </Checkbox.Root>
        <Button
          size="xs"
          variant="outline"
          borderColor="hairline"
          onClick={() => take("Mirror the pose", "mirror")}
        >
          Mirror the pose
        </Button>
      </Flex>
      <ChoiceField
        label="Joint"
        value={chosen.id}
        options={figure.joints.map((row) => ({ value: row.id, label: row.label }))}
        onChange={(taken) => act({ do: "take joint", joint: taken })}
      />
      {ANGLES.map(([key, label]) => (
        <SliderField
          key={key}
          label={label}
          of={chosen.label}
          value={angles?.[key] ?? 0}
          min={chosen[key][0]}
          max={chosen[key][1]}
          step={1}
          show={(v) => `${Math.round(v)}°`}
          onMove={(v) => turn({ label: chosen.label, operations: turned(key, v) })}
          onCommit={(v) => apply(`Turn the ${chosen.label}`, turned(key, v))}
        />
      ))}
      <Note>Or drag a joint in either elevation; lengths never change.</Note>
    </Stack>
  );
}

const keyOf = (label: string, taken: Set<string>): string => {
  const stem =
    label
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "_")
      .replace(/^[^a-z]+/, "")
      .slice(0, 34) || "pose";
  let key = stem;
  for (let n = 2; taken.has(key); n++) key = `${stem}_${n}`;
  return key;
};

/** Poses kept under a name: this figure's, and those of other figures that this body can take. */
function KeptPoses() {
  const { figure, make, apply, change } = useFigurePage();
  const others = useKeptPoses(figure.id).data ?? {};
  const [name, setName] = useState("");
  const mine = figure.sheet.kept_poses;
  const take = (kept: KeptPose) =>
    void make({ label: `Pose: ${kept.label}`, pose: kept.joints }).catch(tellProblem);
  const keep = async () => {
    const label = name.trim();
    if (!label) return;
    const key = keyOf(label, new Set(Object.keys(mine)));
    await change(`Keep the pose ${label}`, [
      set(`kept_pose/${key}`, { label, joints: figure.sheet.pose }),
    ]);
    setName("");
  };
  return (
    <Box role="group" aria-label="Your own poses">
      <Flex gap="1" wrap="wrap">
        {Object.entries(mine).map(([key, kept]) => (
          <Flex key={key} borderWidth="1px" borderColor="hairline" borderRadius="sheet">
            <Button size="xs" variant="plain" color="ink" onClick={() => take(kept)}>
              {kept.label}
            </Button>
            <Button
              size="xs"
              variant="plain"
              px="1"
              minWidth="1.6rem"
              color="inkSoft"
              aria-label={`Forget the pose ${kept.label}`}
              onClick={() =>
                apply(`Forget the pose ${kept.label}`, [set(`kept_pose/${key}`, null)])
              }
            >
              ×
            </Button>
          </Flex>
        ))}
        {Object.entries(others).map(([key, kept]) => (
          <Button
            key={key}
            size="xs"
            variant="outline"
            borderColor="hairline"
            title="Kept on another figure"
            onClick={() => take(kept)}
          >
            {kept.label}
          </Button>
        ))}
      </Flex>
      <Flex as="form" gap="1.5" mt="1.5" onSubmit={(event) => event.preventDefault()}>
        <Input
          size="xs"
          bg="sheet"
          value={name}
          maxLength={60}
          aria-label="Name for this pose"
          placeholder="name for this pose"
          onChange={(event) => setName(event.target.value)}
        />
        <Button
          type="submit"
          size="xs"
          variant="outline"
          borderColor="hairline"
          flexShrink="0"
          disabled={!name.trim()}
          onClick={() => void keep()}
        >
          Keep it
        </Button>
      </Flex>
      {Object.keys(mine).length + Object.keys(others).length ? null : (
        <Text fontSize="xs" color="inkSoft">
          Poses you keep are offered on your other figures too.
        </Text>
      )}
    </Box>
  );
}
