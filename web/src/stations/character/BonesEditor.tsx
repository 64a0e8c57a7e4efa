import { Button, Flex, Heading, Stack } from "@chakra-ui/react";
import type { FreeBone } from "../../api/types";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField, Note, NumberField, WordsField } from "../../ui/fields";

const WAYS: { value: string; label: string; way: FreeBone["direction"] }[] = [
  { value: "0,0,1", label: "up", way: [0, 0, 1] },
  { value: "0,0,-1", label: "down", way: [0, 0, -1] },
  { value: "1,0,0", label: "to its right", way: [1, 0, 0] },
  { value: "-1,0,0", label: "to its left", way: [-1, 0, 0] },
  { value: "0,1,0", label: "forward", way: [0, 1, 0] },
  { value: "0,-1,0", label: "backward", way: [0, -1, 0] },
  { value: "0,1,1", label: "forward and up", way: [0, 1, 1] },
  { value: "1,0,1", label: "right and up", way: [1, 0, 1] },
  { value: "-1,0,1", label: "left and up", way: [-1, 0, 1] },
];

/** The bones of a free body: what hangs on what, which way, how long. */
export function BonesEditor({ bones }: { bones: FreeBone[] }) {
  const { change, apply } = useFigurePage();
  const save = (label: string, rows: FreeBone[]) => change(label, [set("body/bones", rows)]);
  const put = (bone: FreeBone, more: Partial<FreeBone>) =>
    save(
      `Bone ${bone.label}`,
      bones.map((row) => (row.id === bone.id ? { ...row, ...more } : row)),
    );
  const add = () => {
    const taken = new Set(bones.map((bone) => bone.id));
    let number = bones.length + 1;
    while (taken.has(`bone_${number}`)) number += 1;
    const fresh: FreeBone = {
      id: `bone_${number}`,
      label: `bone ${number}`,
      parent: bones[0]?.id ?? null,
      at: 1,
      direction: [0, 0, 1],
      length: 0.3,
    };
    apply("Add a bone", [set("body/bones", [...bones, fresh])]);
  };
  return (
    <Stack gap="2">
      <Heading size="sm">Bones</Heading>
      {bones.map((bone) => (
        <Stack key={bone.id} gap="1" p="2" borderWidth="1px" borderColor="hairline">
          <WordsField label="Bone" text={bone.label} onCommit={(label) => put(bone, { label })} />
          {bone.parent === null ? null : (
            <>
              <ChoiceField
                label="Hangs on"
                value={bone.parent}
                options={bones
                  .filter((row) => row.id !== bone.id)
                  .map((row) => ({ value: row.id, label: row.label }))}
                onChange={(parent) =>
                  apply(`Bone ${bone.label}`, [
                    set(
                      "body/bones",
                      bones.map((row) => (row.id === bone.id ? { ...row, parent } : row)),
                    ),
                  ])
                }
              />
              <NumberField
                label="From where on it"
                value={Math.round(bone.at * 100)}
                unit="%"
                onCommit={(v) => put(bone, { at: v / 100 })}
              />
            </>
          )}
          <ChoiceField
            label="Which way"
            value={bone.direction.join(",")}
            options={[
              ...WAYS,
              ...(WAYS.some((row) => row.value === bone.direction.join(","))
                ? []
                : [{ value: bone.direction.join(","), label: "its own way" }]),
            ]}
            onChange={(value) => {
              const way = WAYS.find((row) => row.value === value)?.way;
              if (way) void put(bone, { direction: way });
            }}
          />
          <NumberField
            label="Length, of the height"
            value={Math.round(bone.length * 1000) / 10}
            unit="%"
            onCommit={(v) => put(bone, { length: v / 100 })}
          />
          {bone.parent === null ? null : (
            <Button
              size="2xs"
              variant="ghost"
              alignSelf="flex-end"
              onClick={() =>
                apply(`Take the bone ${bone.label} away`, [
                  set(
                    "body/bones",
                    bones.filter((row) => row.id !== bone.id),
                  ),
                ])
              }
            >
              Take away
            </Button>
          )}
        </Stack>
      ))}
      <Flex>
        <Button size="xs" variant="outline" borderColor="hairline" onClick={add}>
          Add a bone
        </Button>
      </Flex>
      <Note>
        What is on a bone goes with it. Parts are put on bones under Parts, wire under Frame.
      </Note>
    </Stack>
  );
}
