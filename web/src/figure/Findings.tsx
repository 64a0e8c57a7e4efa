import { Box, Button, chakra, Flex, Stack, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { Finding, Fix, Mended, Preview } from "../api/types";
import { useFixPreview } from "../api/useFigure";
import { useFixes } from "../api/useFixes";
import { tint } from "../theme";
import { announce } from "../ui/announce";
import { faultText } from "../ui/useDraft";
import { useUnits } from "../ui/UnitsContext";
import { quantity, value } from "../units/format";
import { movedWords } from "./movedWords";
import { useFigurePage } from "./useFigurePage";

const WORDS = { stop: "Stop", warn: "Warn", note: "Note" } as const;

/** A shape of its own for each severity, beside its word and colour. */
function Mark({ severity }: { severity: Finding["severity"] }) {
  const shape = {
    stop: <rect x={2} y={2} width={8} height={8} transform="rotate(45 6 6)" />,
    warn: <path d="M6 1L11.5 11H.5Z" />,
    note: <circle cx={6} cy={6} r={4} fill="none" strokeWidth={2} stroke="currentColor" />,
  }[severity];
  return (
    <svg
      width="12"
      height="12"
      viewBox="0 0 12 12"
      fill={tint(severity)}
      style={{ color: tint(severity), display: "inline" }}
      aria-hidden="true"
    >
      {shape}
    </svg>
  );
}

/** "hold_upright" 1.4 as "hold upright 1.4", with the unit its key carries. */
function useNumbers(numbers: Finding["numbers"]): string {
  const units = useUnits();
  const endings = [
    ["_mm", "mm"],
    ["_cm3", "cm3"],
    ["_g", "g"],
    ["_c", "C"],
    ["_deg", "deg"],
    ["_nmm", "Nmm"],
    ["_n", "N"],
    ["_min", "min"],
  ] as const;
  return Object.entries(numbers ?? {})
    .map(([key, amount]) => {
      const ending = endings.find(([end]) => key.endsWith(end));
      const name = (ending ? key.slice(0, -ending[0].length) : key).replaceAll("_", " ");
      return `${name} ${ending ? value(amount, ending[1], units) : Number(amount.toPrecision(3))}`;
    })
    .join(" · ");
}

const RANK = { stop: 0, warn: 1, note: 2 };

/** The worst that is said of a station, and how much more there is; it leads there. */
export function Worst({ findings, onGo }: { findings: Finding[]; onGo: () => void }) {
  const [worst] = [...findings].sort((a, b) => RANK[a.severity] - RANK[b.severity]);
  if (!worst)
    return (
      <Text fontSize="xs" color="inkSoft">
        No problems found here.
      </Text>
    );
  const more = findings.length - 1;
  return (
    <chakra.button
      type="button"
      onClick={onGo}
      minWidth="0"
      flex="1"
      display="flex"
      gap="1.5"
      alignItems="baseline"
      textAlign="left"
      cursor="pointer"
      fontSize="sm"
      title={worst.title}
    >
      <Mark severity={worst.severity} />
      <Text as="span" truncate>
        {worst.title}
      </Text>
      <Text as="span" color="verdigris" whiteSpace="nowrap" textDecoration="underline">
        {more ? `+ ${more} more` : "read it"}
      </Text>
    </chakra.button>
  );
}

export function Findings({ findings }: { findings: Finding[] }) {
  const { figure } = useFigurePage();
  const asked = useFixes(figure.id, figure.revision, findings[0]?.station);
  const looked = new Map<string, Mended>();
  for (const row of asked.data?.findings ?? []) looked.set(`${row.id} ${row.subject}`, row);
  const waiting = new Set(asked.data?.waiting.map((row) => `${row.id} ${row.subject}`));
  if (!findings.length)
    return (
      <Text fontSize="sm" color="inkSoft" py="2">
        No problems found here.
      </Text>
    );
  return (
    <Stack gap="2" as="ul" listStyleType="none">
      {asked.isError ? (
        <Text as="li" fontSize="sm" color="stop">
          {faultText(asked.error)}
        </Text>
      ) : null}
      {[...findings]
        .sort((a, b) => RANK[a.severity] - RANK[b.severity])
        .map((finding) => {
          const key = `${finding.id} ${finding.subject}`;
          return (
            <OneFinding
              key={key}
              finding={finding}
              mended={looked.get(key)}
              waiting={waiting.has(key)}
            />
          );
        })}
    </Stack>
  );
}

interface OneProps {
  finding: Finding;
  /** What may be done about it, once that is known. */
  mended: Mended | undefined;
  waiting: boolean;
}

function OneFinding({ finding, mended, waiting }: OneProps) {
  const page = useFigurePage();
  const ask = useFixPreview(page.figure.id, page.figure.revision);
  const [trying, setTrying] = useState<Fix | null>(null);
  const numbers = useNumbers(finding.numbers);
  const units = useUnits();
  const outcome = useRef<HTMLDivElement>(null);
  const doIt = useRef<HTMLButtonElement>(null);
  const asked = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!ask.data) return;
    outcome.current?.scrollIntoView({ block: "nearest" });
    const told = [
      ...ask.data.gone.map((finding) => `settles: ${finding.title}`),
      ...ask.data.new.map((finding) => `brings: ${finding.title}`),
    ];
    announce(`This fix ${told.join("; ") || "leaves the findings as they are"}`);
    doIt.current?.focus({ preventScroll: true });
  }, [ask.data]);
  const leave = () => {
    setTrying(null);
    asked.current?.focus();
  };
  const isPart = page.figure.sheet.parts.some((part) => part.id === finding.subject);
  const show = (fix: Fix) => {
    setTrying(fix);
    ask.mutate(fix.operations);
  };
  return (
    <Box
      as="li"
      data-finding={finding.id}
      borderLeft="3px solid"
      borderColor={finding.severity}
      pl="2.5"
      py="0.5"
    >
      <Flex gap="1.5" align="baseline">
        <Box position="relative" top="1px">
          <Mark severity={finding.severity} />
        </Box>
        <Text
          fontSize="xs"
          fontWeight="700"
          color={finding.severity}
          textTransform="uppercase"
          letterSpacing="0.04em"
        >
          {WORDS[finding.severity]}
        </Text>
        <Text fontSize="sm" fontWeight="600" lineHeight="1.3">
          {finding.title}
        </Text>
      </Flex>
      <Text fontSize="sm" lineHeight="1.35">
        {finding.reason}
      </Text>
      {numbers ? (
        <Text fontSize="xs" color="inkSoft">
          {numbers}
        </Text>
      ) : null}
      {waiting ? (
        <Text fontSize="xs" color="inkSoft">
          Trying out what would mend it…
        </Text>
      ) : null}
      {mended?.in_the_way ? <Text fontSize="sm">{mended.in_the_way}</Text> : null}
      <Flex gap="1.5" wrap="wrap" mt="1">
        {(mended?.offers ?? []).map((fix) => (
          <Button
            key={fix.label}
            size="xs"
            variant="outline"
            borderColor="verdigris"
            color="verdigris"
            height="auto"
            py="1"
            whiteSpace="normal"
            maxWidth="100%"
            textAlign="left"
            onClick={(event) => {
              asked.current = event.currentTarget;
              show(fix);
            }}
          >
            <span>
              Fix: {fix.label}
              <Text as="span" color="inkSoft" fontWeight="400">
                {movedWords(fix.moved, units)
                  .map((words) => ` · ${words}`)
                  .join("")}
              </Text>
            </span>
          </Button>
        ))}
        {isPart ? (
          <Button size="xs" variant="ghost" onClick={() => page.select(finding.subject)}>
            Show it
          </Button>
        ) : null}
      </Flex>
      {trying ? (
        <Box
          ref={outcome}
          mt="1.5"
          p="2"
          bg="sheetDeep"
          borderRadius="sheet"
          fontSize="sm"
          role="group"
          aria-label="What this fix does"
        >
          {ask.error ? <Text color="stop">{faultText(ask.error)}</Text> : null}
          {ask.isPending ? <Text>Working out what it would do…</Text> : null}
          {ask.data ? <Outcome preview={ask.data} /> : null}
          <Flex gap="2" mt="2">
            <Button
              ref={doIt}
              size="xs"
              bg="verdigris"
              color="onClay"
              disabled={!ask.data}
              onClick={() => {
                const list = outcome.current?.closest<HTMLElement>("[data-findings]");
                void page.apply(trying.label, trying.operations);
                setTrying(null);
                list?.focus();
              }}
            >
              Do it
            </Button>
            <Button size="xs" variant="outline" onClick={leave}>
              Leave it
            </Button>
          </Flex>
        </Box>
      ) : null}
    </Box>
  );
}

/** Totals and findings before and after. */
function Outcome({ preview }: { preview: Preview }) {
  const { plan } = useFigurePage();
  const units = useUnits();
  const rows = (["mass", "wire", "foil", "clay", "tips_at", "bakes"] as const)
    .map((key) => ({ key, was: plan.totals[key], will: preview.plan.totals[key] }))
    .filter(
      ({ was, will }) =>
        Math.abs(was.value - will.value) > 0.004 * Math.max(1, Math.abs(was.value)),
    );
  return (
    <Stack gap="0.5">
      {rows.map(({ key, was, will }) => (
        <Text key={key}>
          {key === "tips_at" ? "tips at" : key === "mass" ? "weight" : key}: {quantity(was, units)}{" "}
          → <b>{quantity(will, units)}</b>
        </Text>
      ))}
      {preview.gone.map((f) => (
        <Text key={`${f.id}${f.subject}`} color="verdigris">
          Settles: {f.title}
        </Text>
      ))}
      {preview.new.map((f) => (
        <Text key={`${f.id}${f.subject}`} color="warn">
          Brings: {f.title}
        </Text>
      ))}
      {!preview.gone.length && !preview.new.length && !rows.length ? (
        <Text>The totals stay as they are.</Text>
      ) : null}
    </Stack>
  );
}
