import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import { TITLES, type Plan } from "../api/types";
import { PLACES, type Place } from "../stations/registry";
import { Findings, Worst } from "./Findings";
import { Settle } from "./Settle";

interface Props {
  plan: Plan;
  place: Place;
}

/** A station's panel: its head with the worst that is said of it, what it is about, and its findings. */
export function SidePanel({ plan, place }: Props) {
  const Panel = PLACES[place].Panel;
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
        <Panel />
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
            <Flex align="center" justify="space-between" gap="2" mb="1">
              <Heading as="h2" size="sm">
                Findings
              </Heading>
              <Settle plan={plan} />
            </Flex>
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
