import { PanelTabs } from "../../ui/PanelTabs";
import { AmountsTab } from "./AmountsTab";
import { MixTab } from "./MixTab";
import { Patterns } from "./Patterns";

export function ClayPanel() {
  return (
    <PanelTabs
      name="What of the clay"
      tabs={[
        { value: "amounts", label: "How much", content: <AmountsTab /> },
        { value: "patterns", label: "Patterns", content: <Patterns /> },
        { value: "mix", label: "Mixing colours", content: <MixTab /> },
      ]}
    />
  );
}
