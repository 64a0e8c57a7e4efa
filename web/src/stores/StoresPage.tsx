import { Waiting } from "../ui/Waiting";
import { AsOf } from "../shelf/AsOf";
import { useTitle } from "../ui/useTitle";
import { Box, Heading, Tabs, Text } from "@chakra-ui/react";
import { useSearchParams } from "react-router";
import { useCatalogue, useStores } from "../api/useRules";
import { useStock } from "../api/useStock";
import { Movements } from "./Movements";
import { Shelf } from "./Shelf";
import { Shopping } from "./Shopping";
import { Weigh } from "./Weigh";
import { WorkWith } from "./WorkWith";

const TABS = [
  ["there", "What is there"],
  ["buy", "To buy, and costs"],
  ["weigh", "Weigh"],
  ["movements", "Movements"],
  ["work-with", "What I work with"],
] as const;

export function StoresPage() {
  useTitle("Stores");
  const asks = [useStores(), useCatalogue(), useStock()] as const;
  const [{ data: stores }, { data: catalogue }, { data: stock }] = asks;
  const [query, setQuery] = useSearchParams();
  if (!stores || !catalogue || !stock) return <Waiting on={[...asks]} words="Opening Stores…" />;
  const asked = query.get("tab");
  const at = TABS.find(([value]) => value === asked)?.[0] ?? "there";
  return (
    <Box as="main" flex="1" overflowY="auto" px={{ base: "4", md: "8" }} py="5">
      <Heading as="h1" size="2xl">
        Stores
      </Heading>
      <Text color="inkSoft" mb="3" maxWidth="70ch">
        What is there, what planned figures take of it, and what to buy. The maker's label stands
        above every figure here.
      </Text>
      <AsOf />
      <Tabs.Root
        value={at}
        onValueChange={({ value }) => setQuery({ tab: value }, { replace: true })}
        variant="line"
        lazyMount
        unmountOnExit
      >
        <Tabs.List borderColor="hairline" aria-label="Stores" flexWrap="wrap">
          {TABS.map(([value, label]) => (
            <Tabs.Trigger
              key={value}
              value={value}
              px="2.5"
              color="ink"
              _selected={{ color: "clay", fontWeight: "700" }}
            >
              {label}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="there">
          <Shelf stock={stock} catalogue={catalogue} />
        </Tabs.Content>
        <Tabs.Content value="buy">
          <Shopping />
        </Tabs.Content>
        <Tabs.Content value="weigh">
          <Weigh stores={stores} catalogue={catalogue} />
        </Tabs.Content>
        <Tabs.Content value="movements">
          <Movements />
        </Tabs.Content>
        <Tabs.Content value="work-with">
          <WorkWith stores={stores} catalogue={catalogue} />
        </Tabs.Content>
      </Tabs.Root>
    </Box>
  );
}
