import { Button, type ButtonProps } from "@chakra-ui/react";
import { useRef } from "react";

interface Props extends Pick<ButtonProps, "size" | "loading"> {
  label: string;
  onFile: (file: File) => void;
}

/** A button that asks for the file of a figure sheet. */
export function SheetChooser({ label, onFile, ...button }: Props) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button
        variant="outline"
        borderColor="hairline"
        onClick={() => chooser.current?.click()}
        {...button}
      >
        {label}
      </Button>
      <input
        ref={chooser}
        type="file"
        hidden
        accept=".json,application/json"
        aria-label={label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onFile(file);
          event.target.value = "";
        }}
      />
    </>
  );
}
