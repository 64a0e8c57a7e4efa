import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useEffect, useRef, type ReactNode } from "react";
import { TITLES, type Plan } from "../api/types";
import { LogPanel } from "../log/LogPanel";
import { BakePanel } from "../stations/bake/BakePanel";
import { BulkPanel } from "../stations/bulk/BulkPanel";
import { CharacterPanel } from "../stations/character/CharacterPanel";
import { ClayPanel } from "../stations/clay/ClayPanel";
import { ColourPanel } from "../stations/colour/ColourPanel";
import { FinishPanel } from "../stations/finish/FinishPanel";
import { FramePanel } from "../stations/frame/FramePanel";
import { OrderPanel } from "../stations/order/OrderPanel";
import type { Place } from "./callouts";
import { Findings, Worst } from "./Findings";

interface Props {
  plan: Plan;
  place: Place;
  bake: number;
  onBake: (bake: number) => void;
}

/** A station's panel: its head with the worst that is said of it, what it is about, and its findings. */
export function SidePanel({ plan, place, bake, onBake }: Props) {
  const panel = useRef<HTMLDivElement>(null);
  const said = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // Some browsers answer with a promise, which an effect must not return.
    panel.current?.scrollTo({ top: 0 });
  }, [place]);
  const toFindings = () => {
    said.current?.scrollIntoView({ block: "start" });
    said.current?.focus({ preventScroll: true });
  };
  const findings = place === "log" ? [] : plan.findings.filter((f) => f.station === place);
  const elsewhere = plan.findings.filter(
    (f) => f.station !== place && f.severity !== "note",
  ).length;
  return (
    <Flex
      as="aside"
      direction="column"
      aria-label={TITLES[place]}
      width={{ base: "100%", lg: "384px" }}
      flexShrink="0"
      minHeight="0"
    >
      <Box
        ref={panel}
        flex="1"
        minHeight="0"
        overflowY={{ lg: "auto" }}
        px="4"
        pb="2"
        tabIndex={0}
        data-scrolls
      >
        <Flex
          align="baseline"
          gap="3"
          py="1"
          mb="1"
          position={{ lg: "sticky" }}
          top="0"
          bg="paper"
          zIndex="1"
        >
          <Heading as="h2" size="md" flexShrink="0">
            {TITLES[place]}
          </Heading>
          {place === "log" ? null : <Worst findings={findings} onGo={toFindings} />}
        </Flex>
        {panelOf(place, bake, onBake)}
        {place === "log" ? null : (
          <Box
            as="section"
            ref={said}
            aria-label={`Findings at ${TITLES[place]}`}
            data-findings
            tabIndex={-1}
            mt="4"
            pt="1.5"
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
      </Box>
    </Flex>
  );
}

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
