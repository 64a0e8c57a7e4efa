import { Dialog, Portal } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface Props {
  title: string;
  /** What ends it. */
  footer: ReactNode;
  /** Beside one another where there is room; else one above the other. */
  beside?: boolean;
  onClose: () => void;
  children: ReactNode;
}

/** A dialog over the whole page, for a picture with what is said of it. */
export function CoverDialog({ title, footer, beside = false, onClose, children }: Props) {
  return (
    <Dialog.Root open size="cover" onOpenChange={(event) => !event.open && onClose()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" color="ink">
            <Dialog.Header py="2">
              <Dialog.Title fontFamily="heading">{title}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body
              display="flex"
              flexDirection={beside ? { base: "column", md: "row" } : "column"}
              gap={beside ? "4" : "2"}
              minHeight="0"
              overflow={beside ? { base: "auto", md: "hidden" } : undefined}
              pb="3"
            >
              {children}
            </Dialog.Body>
            <Dialog.Footer py="2">{footer}</Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
