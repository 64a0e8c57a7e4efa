import { Flex, Heading, Link, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useSmall, useStripes } from "../../api/usePaint";
import { useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField, Note, WordsField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { across, length, lengthAsTyped } from "../../units/format";

/** Sizes of what is painted small. */
export function SmallTab() {
  const { plan } = useFigurePage();
  const units = useUnits();
  const { eyes } = plan.colour;
  return (
    <Stack gap="3">
      <Heading size="sm">Eyes</Heading>
      {eyes ? (
        <>
          <Fact label="Open eye" value={length(eyes.open_mm, units)} />
          <Fact label="Iris" value={length(eyes.iris_mm, units)} />
          <Fact label="Pupil" value={length(eyes.pupil_mm, units)} />
          <Fact label="Glint" value={length(eyes.glint_mm, units)} />
          <Fact
            label="Glint, up and left of the pupil's middle"
            value={length(eyes.glint_off_mm, units)}
          />
          <Fact label="Finest brush it takes" value={length(eyes.brush_mm, units)} />
          <Note>
            Both eyes with each tool before the next, the glints on the same side. The list “eyes,
            dot by dot” puts the passes in; eyes are painted after all that is round them.
          </Note>
        </>
      ) : (
        <Note>This figure has no head to put eyes in.</Note>
      )}
      <Heading size="sm">Lines, and domes of resin</Heading>
      <LinesAndDomes initial={units} />
      <Heading size="sm">Stripes along a limb</Heading>
      <StripesOf initial={units} />
    </Stack>
  );
}

function Fact({ label, value }: { label: string; value: string }) {
  return (
    <Flex justify="space-between" fontSize="sm">
      <Text>{label}</Text>
      <Text fontWeight="600">{value}</Text>
    </Flex>
  );
}

function LinesAndDomes({ initial }: { initial: ReturnType<typeof useUnits> }) {
  const units = useUnits();
  const [asked, setAsked] = useState({
    brush: lengthAsTyped(1, initial),
    across: lengthAsTyped(8, initial),
    high: lengthAsTyped(1.5, initial),
    tinted: false,
  });
  const found = useSmall(asked);
  const inches = units.length_unit === "in";
  const to = (key: keyof typeof asked) => (text: string) => {
    setAsked({ ...asked, [key]: text });
    return Promise.resolve();
  };
  return (
    <>
      <WordsField label="A round brush of" text={asked.brush} of="length" onCommit={to("brush")} />
      {found.data ? (
        <Text fontSize="sm">
          Its finest line {across(found.data.finest_mm, units)}, its usual one{" "}
          {across(found.data.usual_mm, units)}. {inches ? "An inch" : "A centimetre"} takes{" "}
          {Object.entries(found.data.minutes_per_cm)
            .map(([kind, took]) => `${Math.round(took * 60 * (inches ? 2.54 : 1))} s of ${kind}`)
            .join(", ")}
          .
        </Text>
      ) : null}
      <WordsField label="A dome across" text={asked.across} of="length" onCommit={to("across")} />
      <WordsField label="High" text={asked.high} of="length" onCommit={to("high")} />
      <ChoiceField
        label="Resin"
        width="8rem"
        value={asked.tinted ? "tinted" : "clear"}
        options={[
          { value: "clear", label: "clear" },
          { value: "tinted", label: "tinted" },
        ]}
        onChange={(kind) => setAsked({ ...asked, tinted: kind === "tinted" })}
      />
      {found.error ? <Note>{found.error.message}</Note> : null}
      {found.data ? (
        <Text fontSize="sm">
          {found.data.resin_ml.toFixed(2)} ml of resin with a tenth to spare, about{" "}
          {found.data.resin_drops.toFixed(1)} drops, in {found.data.layers}{" "}
          {found.data.layers === 1 ? "layer" : "layers"} under the lamp.
        </Text>
      ) : null}
    </>
  );
}

function StripesOf({ initial }: { initial: ReturnType<typeof useUnits> }) {
  const units = useUnits();
  const [asked, setAsked] = useState({
    first: lengthAsTyped(18, initial),
    last: lengthAsTyped(12, initial),
    length: lengthAsTyped(90, initial),
    stripe: lengthAsTyped(3, initial),
  });
  const found = useStripes(asked);
  const to = (key: keyof typeof asked) => (text: string) => {
    setAsked({ ...asked, [key]: text });
    return Promise.resolve();
  };
  return (
    <>
      <WordsField
        label="Across at its root"
        text={asked.first}
        of="length"
        onCommit={to("first")}
      />
      <WordsField label="Across at its end" text={asked.last} of="length" onCommit={to("last")} />
      <WordsField label="Long" text={asked.length} of="length" onCommit={to("length")} />
      <WordsField
        label="A stripe, and a gap"
        text={asked.stripe}
        of="length"
        onCommit={to("stripe")}
      />
      {found.error ? <Note>{found.error.message}</Note> : null}
      {found.data ? (
        <>
          <Text fontSize="sm">
            {found.data.stripes[0]} stripes of {length(found.data.wide_mm[0] ?? 0, units)} at its
            root, {found.data.stripes.at(-1)} of {length(found.data.wide_mm.at(-1) ?? 0, units)} at
            its end.
            {found.data.ends_mm.length > 0
              ? ` One ${(found.data.stripes[0] ?? 0) > (found.data.stripes.at(-1) ?? 0) ? "ends" : "begins"} at ${found.data.ends_mm.map((at) => length(at, units)).join(", ")} from the root.`
              : " None ends on the way."}
          </Text>
          <Note>
            So they stay about as broad as their gaps, where as many all along would taper.
          </Note>
          <Link
            href={`/api/v1/stripe-guide?${new URLSearchParams(asked).toString()}`}
            target="_blank"
            rel="noreferrer"
            color="verdigris"
            fontWeight="600"
            fontSize="sm"
          >
            Print rings with their edges (PDF)
          </Link>
        </>
      ) : null}
    </>
  );
}
