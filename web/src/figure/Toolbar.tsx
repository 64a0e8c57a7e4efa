import { Box, Button, Flex, Input } from "@chakra-ui/react";
import type { RefObject } from "react";
import type { Edited, FigureOut } from "../api/types";
import { LAYERS, type Layer, type Layers } from "../elevation/layers";
import { UndoButtons, type Steps } from "../ui/UndoButtons";
import { SheetFile } from "./SheetFile";

interface Props {
  figure: FigureOut;
  layers: Layers;
  onLayer: (layer: Layer) => void;
  turning: boolean;
  onTurn: () => void;
  /** Heights of landmarks are those at rest; nothing where the figure stands at rest anyway. */
  atRest: boolean | undefined;
  onAtRest: (atRest: boolean) => void;
  finder: RefObject<HTMLInputElement | null>;
  onFind: (part: string) => void;
  steps: Steps;
  onReplaced: (edited: Edited) => void;
}

/** Over the elevations: layers, turn view, finding a part, undo, the sheet as a file. */
export function Toolbar(props: Props) {
  const { figure, layers, onLayer, turning, onTurn, finder, onFind, steps, onReplaced } = props;
  const { atRest, onAtRest } = props;
  const parts = figure.sheet.parts;
  return (
    <Flex gap="1.5" px="3" py="1" align="center" wrap="wrap">
      {LAYERS.map((layer) => (
        <Button
          key={layer}
          size="2xs"
          variant="outline"
          aria-pressed={layers[layer]}
          borderColor={layers[layer] ? "verdigris" : "hairline"}
          bg={layers[layer] ? "verdigrisSoft" : "transparent"}
          color="ink"
          onClick={() => onLayer(layer)}
        >
          {layers[layer] ? "●" : "○"} {layer}
        </Button>
      ))}
      <Button
        size="2xs"
        variant="outline"
        ml="1"
        aria-pressed={turning}
        borderColor={turning ? "clay" : "hairline"}
        bg={turning ? "claySoft" : "transparent"}
        color="ink"
        onClick={onTurn}
      >
        {turning ? "elevations" : "turn view"}
      </Button>
      {atRest === undefined ? null : (
        <Button
          size="2xs"
          variant="outline"
          aria-pressed={atRest}
          borderColor={atRest ? "verdigris" : "hairline"}
          bg={atRest ? "verdigrisSoft" : "transparent"}
          color="ink"
          onClick={() => onAtRest(!atRest)}
        >
          {atRest ? "●" : "○"} heights at rest
        </Button>
      )}
      <Input
        ref={finder}
        size="2xs"
        width="7rem"
        bg="sheet"
        list="parts"
        placeholder="find a part  /"
        aria-label="Find a part"
        onChange={(event) => {
          const found = parts.find(
            (part) => part.label === event.target.value || part.id === event.target.value,
          );
          if (found) onFind(found.id);
        }}
      />
      <datalist id="parts">
        {parts.map((part) => (
          <option key={part.id} value={part.label} />
        ))}
      </datalist>
      <Box flex="1" />
      <UndoButtons steps={steps} size="2xs" />
      <SheetFile id={figure.id} revision={figure.revision} onReplaced={onReplaced} />
    </Flex>
  );
}
