import { PanelTabs } from "../../ui/PanelTabs";
import { CoresTab } from "./CoresTab";
import { InsideTab } from "./InsideTab";

export function BulkPanel() {
  return (
    <PanelTabs
      name="What of the cores"
      tabs={[
        { value: "cores", label: "Cores and walls", content: <CoresTab /> },
        { value: "inside", label: "Hollow, and lights", content: <InsideTab /> },
      ]}
    />
  );
}
