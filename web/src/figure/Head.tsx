import { Box, Button, Flex, Heading } from "@chakra-ui/react";
import { type Plan } from "../api/types";
import type { Place } from "../stations/registry";
import { Running } from "./Running";
import { WorkLine } from "./WorkLine";

interface Props {
  id: string;
  plan: Plan;
  place: Place;
  onGo: (place: Place) => void;
  onBench: () => void;
}

/** Over a figure's page: its name, the work line, a bake that runs, its log and the bench. */
export function Head({ id, plan, place, onGo, onBench }: Props) {
  return (
    <Flex
      px="4"
      pt="1"
      columnGap={{ base: "2", md: "4" }}
      rowGap="1"
      align="center"
      flexShrink="0"
      wrap={{ base: "wrap", xl: "nowrap" }}
    >
      <Heading
        as="h1"
        size="lg"
        lineHeight="1.1"
        truncate
        flex={{ base: "1 1 9rem", xl: "0 1 auto" }}
        maxWidth={{ xl: "15rem" }}
        title={plan.name}
      >
        {plan.name}
      </Heading>
      <Box
        order={{ base: 9, xl: 0 }}
        width={{ base: "100%", xl: "auto" }}
        flex={{ xl: "1" }}
        minWidth="0"
      >
        <WorkLine plan={plan} at={place} onGo={onGo} />
      </Box>
      <Running id={id} onGo={() => onGo("bake")} />
      <Button
        size={{ base: "xs", md: "sm" }}
        variant={place === "log" ? "solid" : "outline"}
        bg={place === "log" ? "clay" : undefined}
        color={place === "log" ? "onClay" : undefined}
        borderColor="hairline"
        onClick={() => onGo("log")}
        aria-current={place === "log" ? "page" : undefined}
      >
        Log
      </Button>
      <Button
        size={{ base: "xs", md: "sm" }}
        variant="outline"
        borderColor="hairline"
        onClick={onBench}
      >
        Work step by step
      </Button>
    </Flex>
  );
}
