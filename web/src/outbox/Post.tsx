import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, type ReactNode } from "react";
import { useMe } from "../api/useMe";
import { typing } from "../ui/typing";
import { makeOutbox, OutboxContext, takeOver } from "./useOutbox";

/** The outbox around every page: it sends for whoever is signed in, and asks before the page goes. */
export function Post({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const [outbox] = useState(() => makeOutbox(queries));
  const name = useMe().data?.name ?? null;
  useEffect(() => {
    void takeOver(outbox);
    const ask = (event: BeforeUnloadEvent) => {
      typing.leaveAll();
      if (outbox.snapshot().entries.length || typing.snapshot()) event.preventDefault();
    };
    window.addEventListener("beforeunload", ask);
    window.addEventListener("online", outbox.tryAgain);
    return () => {
      window.removeEventListener("beforeunload", ask);
      window.removeEventListener("online", outbox.tryAgain);
    };
  }, [outbox]);
  useEffect(() => outbox.signedIn(name), [outbox, name]);
  return <OutboxContext.Provider value={outbox}>{children}</OutboxContext.Provider>;
}
