import { Tabs } from "@chakra-ui/react";
import { useState, type ReactNode } from "react";
import { useFigurePage } from "../figure/useFigurePage";

export interface PanelTab {
  value: string;
  label: string;
  content: ReactNode;
}

/** The parts of a station's panel, one at a time; the one last looked at is there again. */
export function PanelTabs({ name, tabs }: { name: string; tabs: PanelTab[] }) {
  const { tabSeen } = useFigurePage();
  const first = tabs[0]?.value ?? "";
  const kept = tabSeen.get(name) ?? first;
  const [at, setAt] = useState(tabs.some((tab) => tab.value === kept) ? kept : first);
  return (
    <Tabs.Root
      value={at}
      onValueChange={({ value }) => {
        tabSeen.set(name, value);
        setAt(value);
      }}
      size="sm"
      variant="line"
      lazyMount
      unmountOnExit
    >
      <Tabs.List borderColor="hairline" aria-label={name} flexWrap="wrap">
        {tabs.map((tab) => (
          <Tabs.Trigger
            key={tab.value}
            value={tab.value}
            px="1.5"
            color="ink"
            _selected={{ color: "clay", fontWeight: "700" }}
          >
            {tab.label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {tabs.map((tab) => (
        <Tabs.Content key={tab.value} value={tab.value} pt="2.5">
          {tab.content}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
