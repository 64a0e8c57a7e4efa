import { Button, Flex, Heading, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField, Note, NumberField } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { PanelTable } from "../../ui/Table";
import { PartEditor } from "./PartEditor";

/** What the figure is made of: from the library, and part by part. */
export function PartsTab() {
  const { figure, selected, select, apply } = useFigurePage();
  const { parts } = figure.sheet;
  const chosen = parts.find((part) => part.id === selected);
  const hidden = parts.filter((part) => part.hidden);
  const boneOf = (id: string) => figure.joints.find((joint) => joint.id === id)?.label ?? id;
  return (
    <Stack gap="3">
      <Library />
      {chosen ? (
        <PartEditor part={chosen} />
      ) : (
        <Note>
          Choose a part in the elevation or the list to change it; [ and ] go through them.
        </Note>
      )}
      <Flex justify="space-between" align="center">
        <Heading size="sm">
          {parts.length} parts{parts.length >= 110 ? " of 120 at most" : ""}
        </Heading>
        {hidden.length ? (
          <Button
            size="2xs"
            variant="outline"
            borderColor="hairline"
            onClick={() =>
              apply(
                "Show every part",
                hidden.map((part) => set(`part/${part.id}/hidden`, false)),
              )
            }
          >
            Show the {hidden.length} hidden
          </Button>
        ) : null}
      </Flex>
      <PanelTable
        label="Parts"
        head={["part", "on", ""]}
        rows={parts.map((part) => ({
          key: part.id,
          name: part.label,
          chosen: part.id === selected,
          onClick: () => select(part.id === selected ? null : part.id),
          cells: [
            part.label,
            boneOf(part.bone),
            [
              part.hidden ? "hidden" : "",
              ["glue", "pin", "dress"].includes(part.meeting.kind) ? "apart" : "",
              part.stock ?? "",
            ]
              .filter(Boolean)
              .join(", "),
          ],
        }))}
      />
    </Stack>
  );
}

function Library() {
  const { figure, make, select } = useFigurePage();
  const items = figure.library;
  const [id, setId] = useState(items[0]?.id ?? "");
  const item = items.find((row) => row.id === id) ?? items[0];
  const [count, setCount] = useState<number | null>(null);
  if (!item) return null;
  const number = item.count ? (count ?? item.count[2]) : null;
  const add = () => {
    const before = new Set(figure.sheet.parts.map((part) => part.id));
    make({ label: `Add ${item.label}`, add: { item: item.id, count: number } })
      .then((answer) => {
        const fresh = partsOf(answer).find((key) => !before.has(key));
        if (fresh) select(fresh);
      })
      .catch(tellProblem);
  };
  return (
    <Stack gap="1.5" p="2" borderWidth="1px" borderColor="hairline" bg="sheet">
      <ChoiceField
        label="From the library"
        value={item.id}
        width="12.5rem"
        options={items.map((row) => ({ value: row.id, label: `${row.group}: ${row.label}` }))}
        onChange={(next) => {
          setId(next);
          setCount(null);
        }}
      />
      {item.count ? (
        <NumberField
          key={item.id}
          label={`How many ${item.counts}`}
          value={number ?? item.count[2]}
          unit=""
          onCommit={(v) => {
            setCount(v);
            return Promise.resolve();
          }}
        />
      ) : null}
      <Flex justify="flex-end">
        <Button size="xs" bg="verdigris" color="onClay" onClick={add}>
          Add {item.label}
        </Button>
      </Flex>
    </Stack>
  );
}

/** Ids of the parts in the server's answer to a change. */
function partsOf(answer: unknown): string[] {
  const edited = answer as { figure?: { sheet?: { parts?: { id: string }[] } } };
  return (edited.figure?.sheet?.parts ?? []).map((part) => part.id);
}
