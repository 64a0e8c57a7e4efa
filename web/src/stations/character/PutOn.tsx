import { Stack, Text } from "@chakra-ui/react";
import { useCatalogue } from "../../api/useRules";
import type { Part } from "../../api/types";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { JoinStrip } from "../order/JoinStrip";

type Meeting = Part["meeting"];
type Kind = Meeting["kind"];

const CLAY: { value: Kind; label: string }[] = [
  { value: "blend", label: "blended raw on raw" },
  { value: "lay", label: "laid over" },
  { value: "press", label: "pressed in, hard" },
  { value: "pin", label: "drilled and pinned" },
  { value: "glue", label: "glued at the end" },
  { value: "rest", label: "lifts off to paint" },
  { value: "hold", label: "held in closed hands" },
  { value: "sit", label: "sits on it" },
  { value: "thread", label: "threaded on a wire" },
];
const BOUGHT: { value: Kind; label: string }[] = [
  { value: "blend", label: "built in" },
  { value: "press", label: "pressed in raw clay" },
  { value: "hold", label: "held in closed hands" },
  { value: "pin", label: "drilled and pinned" },
  { value: "glue", label: "glued at the end" },
  { value: "dress", label: "dressed, unbaked" },
];
const MOST_HOSTS = 6;

/** How a part is put on, on what, and what follows from that. */
export function PutOn({ part }: { part: Part }) {
  const { figure, plan, change } = useFigurePage();
  const { meeting } = part;
  const found = plan.order.meetings.find((row) => row.part === part.id);
  const label = (id: string) => figure.sheet.parts.find((row) => row.id === id)?.label ?? id;
  const at = `part/${part.id}/meeting`;
  const put = (path: string, value: unknown) =>
    void change(`${part.label}: how it is put on`, [set(path, value)]).catch(tellProblem);
  const others = figure.sheet.parts
    .filter((row) => row.id !== part.id)
    .map((row) => ({ value: row.id, label: row.label }));
  const met = found?.found === true ? found.hosts.map(label).join(", ") : "";
  const onto = (place: number, id: string) => {
    const hosts = [...meeting.hosts];
    if (id === "") hosts.splice(place, 1);
    else hosts[place] = id;
    put(`${at}/hosts`, hosts);
  };
  const places = [...meeting.hosts, ...(meeting.hosts.length < MOST_HOSTS ? [""] : [])];
  return (
    <Stack gap="1" borderLeftWidth="2px" borderColor="verdigris" pl="2">
      <ChoiceField
        label="How is it put on?"
        value={meeting.kind}
        options={kindsOf(part)}
        onChange={(kind) => put(`${at}/kind`, kind)}
      />
      {places.map((host, place) => (
        <ChoiceField
          key={`${place}`}
          label={place === 0 ? "On" : "and on"}
          value={host}
          options={[
            { value: "", label: place > 0 ? "no more" : met ? `found: ${met}` : "what it meets" },
            ...others.filter((row) => row.value === host || !meeting.hosts.includes(row.value)),
          ]}
          onChange={(id) => onto(place, id)}
        />
      ))}
      <Options part={part} put={put} />
      {found?.follows.map((line) => (
        <Text key={line} fontSize="xs" color="inkSoft">
          {line}
        </Text>
      ))}
      <Holds part={part} />
    </Stack>
  );
}

/** The ways open to a part, with the one it has. */
function kindsOf(part: Part) {
  const open = part.stock === null ? CLAY : BOUGHT;
  const all = [...CLAY, ...BOUGHT];
  return open.some((row) => row.value === part.meeting.kind)
    ? open
    : [...open, ...all.filter((row) => row.value === part.meeting.kind).slice(0, 1)];
}

/** What the way a part is put on lets one choose. */
function Options({ part, put }: { part: Part; put: (path: string, value: unknown) => void }) {
  const catalogue = useCatalogue().data;
  const { figure } = useFigurePage();
  const { meeting } = part;
  const at = `part/${part.id}/meeting`;
  switch (meeting.kind) {
    case "lay":
      return (
        <ChoiceField
          label="Over clay that is"
          value={meeting.painted ? "painted" : meeting.cured ? "cured" : "any"}
          options={[
            { value: "any", label: "as House rules say" },
            { value: "cured", label: "always cured" },
            { value: "painted", label: "cured and painted" },
          ]}
          onChange={(value) =>
            put(at, { ...meeting, cured: value !== "any", painted: value === "painted" })
          }
        />
      );
    case "rest":
      return (
        <ChoiceField
          label="Over clay that is"
          value={meeting.cured ? "cured" : "any"}
          options={[
            { value: "any", label: "raw, over a parting" },
            { value: "cured", label: "cured, over a parting" },
          ]}
          onChange={(value) => put(`${at}/cured`, value === "cured")}
        />
      );
    case "hold":
      return (
        <ChoiceField
          label="Once baked"
          value={meeting.how}
          options={[
            { value: "stays", label: "stays, painted there" },
            { value: "slides_out", label: "slides out to paint" },
            { value: "stand_in", label: "a stand-in was held" },
          ]}
          onChange={(value) => put(`${at}/how`, value)}
        />
      );
    case "thread":
      return (
        <ChoiceField
          label="On the wire of"
          value={meeting.run ?? ""}
          options={[
            { value: "", label: "the run along its bone" },
            ...figure.sheet.runs.map((run) => ({ value: run.id, label: run.label })),
          ]}
          onChange={(run) => put(`${at}/run`, run || null)}
        />
      );
    case "sit":
      return (
        <ChoiceField
          label="Formed sitting on"
          value={meeting.stand_in ? "stand_in" : "seat"}
          options={[
            { value: "seat", label: "the cured seat" },
            { value: "stand_in", label: "a block as high" },
          ]}
          onChange={(value) => put(`${at}/stand_in`, value === "stand_in")}
        />
      );
    case "press":
      return (
        <>
          <ChoiceField
            label="Into"
            value={meeting.bed}
            options={[
              { value: "host", label: "its raw clay" },
              { value: "fresh", label: "a fresh bed on it" },
            ]}
            onChange={(value) => put(`${at}/bed`, value)}
          />
          {part.stock === null ? (
            <ChoiceField
              label="Made hard"
              value={meeting.hardened}
              options={[
                { value: "oven", label: "in a bake before" },
                { value: "heat_gun", label: "with a heat gun" },
              ]}
              onChange={(value) => put(`${at}/hardened`, value)}
            />
          ) : null}
        </>
      );
    case "pin":
      return (
        <>
          <ChoiceField
            label="Joint closed with"
            value={meeting.closed}
            options={[
              { value: "glue", label: "glue, at the end" },
              { value: "collar", label: "a raw collar" },
            ]}
            onChange={(value) => put(`${at}/closed`, value)}
          />
          <ChoiceField
            label="Pin"
            value={meeting.wire ?? ""}
            options={[
              { value: "", label: "choose for me" },
              ...Object.entries(catalogue?.wires ?? {}).map(([value, row]) => ({
                value,
                label: row.label,
              })),
            ]}
            onChange={(value) => put(`${at}/wire`, value || null)}
          />
          {meeting.closed === "glue" ? <AgentField meeting={meeting} at={at} put={put} /> : null}
        </>
      );
    case "glue":
      return <AgentField meeting={meeting} at={at} put={put} />;
    case "dress":
      return (
        <ChoiceField
          label="Held by"
          value={meeting.by}
          options={[
            { value: "soft_glue", label: "soft glue" },
            { value: "knot", label: "a knot" },
          ]}
          onChange={(value) => put(`${at}/by`, value)}
        />
      );
    default:
      return null;
  }
}

function AgentField({
  meeting,
  at,
  put,
}: {
  meeting: Extract<Meeting, { kind: "pin" | "glue" }>;
  at: string;
  put: (path: string, value: unknown) => void;
}) {
  const glues = useCatalogue().data?.glues ?? {};
  return (
    <ChoiceField
      label="Glue"
      value={meeting.agent ?? ""}
      options={[
        { value: "", label: "as in House rules" },
        ...Object.entries(glues).map(([value, row]) => ({ value, label: row.label })),
      ]}
      onChange={(value) => put(`${at}/agent`, value || null)}
    />
  );
}

/** What holds it, as the list of joins has it. */
function Holds({ part }: { part: Part }) {
  const { plan } = useFigurePage();
  const join = plan.order.joins.find((row) => row.part === part.id);
  if (!join) return null;
  return (
    <>
      <Text fontSize="xs">What holds it: {join.how}.</Text>
      {join.pin ? <Text fontSize="xs">{join.pin.drill}.</Text> : null}
      <JoinStrip part={join.part} onto={join.onto} />
    </>
  );
}
