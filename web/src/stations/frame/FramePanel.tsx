import { PanelTabs } from "../../ui/PanelTabs";
import { CutTab } from "./CutTab";
import { PoseTab } from "./PoseTab";
import { RunsTab } from "./RunsTab";
import { StandTab } from "./StandTab";

export function FramePanel() {
  return (
    <PanelTabs
      name="What of the frame"
      tabs={[
        { value: "runs", label: "Runs", content: <RunsTab /> },
        { value: "pose", label: "Pose", content: <PoseTab /> },
        { value: "stand", label: "Standing", content: <StandTab /> },
        { value: "cut", label: "Cutting", content: <CutTab /> },
      ]}
    />
  );
}
