import { useFigurePage } from "../../figure/useFigurePage";
import { PanelTabs } from "../../ui/PanelTabs";
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
  return (
    <PanelTabs
      name="What of the character"
      tabs={[
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
      ]}
    />
  );
}
