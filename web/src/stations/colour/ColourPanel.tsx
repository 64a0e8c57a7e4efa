import { Stack } from "@chakra-ui/react";
import { useState } from "react";
import { useFigurePage } from "../../figure/useFigurePage";
import { PanelTabs } from "../../ui/PanelTabs";
import { PaletteTab } from "./PaletteTab";
import { PassesTab } from "./PassesTab";
import { SeenBar } from "./SeenBar";
import { SmallTab } from "./SmallTab";

export function ColourPanel() {
  const { figure, selected } = useFigurePage();
  const [opened, setOpened] = useState<string | null>(null);
  const { areas } = figure.sheet.colour;
  const worn = figure.sheet.parts.find((part) => part.id === selected)?.area;
  const area = areas.find((row) => row.id === (opened ?? worn)) ?? areas[0];
  return (
    <Stack gap="2">
      <SeenBar />
      <PanelTabs
        name="What of the colours"
        tabs={[
          { value: "palette", label: "Palette", content: <PaletteTab onOpen={setOpened} /> },
          {
            value: "passes",
            label: "Passes",
            content: <PassesTab area={area ?? null} onOpen={setOpened} />,
          },
          { value: "small", label: "Eyes and stripes", content: <SmallTab /> },
        ]}
      />
    </Stack>
  );
}
