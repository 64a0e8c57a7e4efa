import { useHotkeys } from "react-hotkeys-hook";

/** Whether a dialog is open: what is behind it hears no key. */
export const behindDialog = (): boolean =>
  document.querySelector("[role=dialog][data-state=open], [role=alertdialog][data-state=open]") !==
  null;

/** A single key, by the letter printed on it; it acts neither while typing nor behind a dialog. */
export function useKey(key: string, deed: (event: KeyboardEvent) => void, enabled: boolean) {
  useHotkeys(key, deed, { enabled, useKey: true, ignoreEventWhen: behindDialog });
}

/** A sign such as ? or [, however many keys a layout wants for it. */
export function useSign(sign: string, deed: (event: KeyboardEvent) => void, enabled: boolean) {
  useHotkeys(sign, deed, {
    enabled,
    useKey: true,
    ignoreModifiers: true,
    ignoreEventWhen: behindDialog,
  });
}
