import { Tabs } from "@chakra-ui/react";
import { useFigurePage } from "../../figure/useFigurePage";
import { BuildTab } from "./BuildTab";
import { DecideTab } from "./DecideTab";
import { FaceTab } from "./FaceTab";
import { PaperTab } from "./PaperTab";
import { PartsTab } from "./PartsTab";
import { PicturesTab } from "./PicturesTab";

export function CharacterPanel() {
  const { plan, figure } = useFigurePage();
  const open = plan.character.topics.filter((topic) => topic.settled === null).length;
  const pictures = figure.sheet.references.length;
  const tabs = [
    { value: "build", label: "Build", content: <BuildTab /> },
    ...(plan.character.face ? [{ value: "face", label: "Face", content: <FaceTab /> }] : []),
    { value: "parts", label: "Parts", content: <PartsTab /> },
    { value: "decide", label: open ? `Decide ${open}` : "Decide", content: <DecideTab /> },
    {
      value: "pictures",
      label: pictures ? `Pictures ${pictures}` : "Pictures",
      content: <PicturesTab />,
    },
    { value: "paper", label: "Paper", content: <PaperTab /> },
  ];
  return (
    <Tabs.Root defaultValue="build" size="sm" variant="line" lazyMount unmountOnExit>
      <Tabs.List borderColor="hairline" aria-label="What of the character">
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
