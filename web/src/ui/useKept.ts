import { useCallback, useEffect, useState } from "react";
import { useMe } from "../api/useMe";
import { keptFile } from "../outbox/keep";

/** Nobody else who signs in here is shown it. */
const useOwnKey = (key: string) => `draft ${useMe().data?.name ?? ""} ${key}`;

/** What is typed and not sent: it outlives the panel, the page and a reload, in this tab. */
export function useKept(key: string): [string, (text: string) => void] {
  const own = useOwnKey(key);
  const [held, setHeld] = useState({ own, text: sessionStorage.getItem(own) ?? "" });
  if (held.own !== own) setHeld({ own, text: sessionStorage.getItem(own) ?? "" });
  const put = useCallback(
    (text: string) => {
      setHeld({ own, text });
      if (text) sessionStorage.setItem(own, text);
      else sessionStorage.removeItem(own);
    },
    [own],
  );
  return [held.text, put];
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
