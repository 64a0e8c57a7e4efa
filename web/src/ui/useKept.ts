import { useCallback, useEffect, useState } from "react";
import { useMe } from "../api/useMe";
import { keptFile } from "../outbox/keep";

/** Nobody else who signs in here is shown it. */
const useOwnKey = (key: string) => `draft ${useMe().data?.name ?? ""} ${key}`;

/**
 * What is typed and not sent: it outlives the panel, the page and a reload, in this tab. `initial` is
 * there while nothing was typed; nothing put takes it back to that.
 */
export function useKept(key: string, initial = ""): [string, (text: string | null) => void] {
  const own = useOwnKey(key);
  const [held, setHeld] = useState({ own, text: sessionStorage.getItem(own) });
  if (held.own !== own) setHeld({ own, text: sessionStorage.getItem(own) });
  const put = useCallback(
    (text: string | null) => {
      setHeld({ own, text });
      if (text === null) sessionStorage.removeItem(own);
      else sessionStorage.setItem(own, text);
    },
    [own],
  );
  return [held.text ?? initial, put];
}

/** The same for a picture that was chosen. */
export function useKeptFile(key: string): [File | null, (file: File | null) => void] {
  const own = useOwnKey(key);
  const [file, setFile] = useState<File | null>(null);
  useEffect(() => {
    let gone = false;
    keptFile.get(own).then(
      (found) => !gone && found && setFile(found),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [own]);
  const put = useCallback(
    (next: File | null) => {
      setFile(next);
      void (next ? keptFile.set(own, next) : keptFile.remove(own)).catch(() => undefined);
    },
    [own],
  );
  return [file, put];
}
