import type { QueryClient } from "@tanstack/react-query";
import { client, csrf, data, documentOf, Problem, problemOf } from "../api/client";
import type { Booking, Edited, Marked, RulesOut, StoresOut } from "../api/types";
import type { components } from "../api/schema";
import { keys } from "../api/keys";

type Schemas = components["schemas"];

/** What a person did that the server is to keep. */
export type Sent =
  | { kind: "edit"; figure: string; body: Schemas["Edits"] }
  | { kind: "undo" | "redo"; figure: string }
  | { kind: "tick"; figure: string; step: string; done: boolean }
  | { kind: "bake"; figure: string; number: number; minutes: number | null }
  | { kind: "note"; figure: string; text: string; picture: File | null; marks?: Marked }
  | { kind: "booking"; item: number; booking: Omit<Booking, "client_key"> }
  | { kind: "rules"; changes: Record<string, unknown>; seen: Record<string, unknown> }
  | { kind: "rules-undo" | "rules-redo" | "stores-undo" | "stores-redo" };

/** What it changes: things of one subject are sent one after another. */
export const subjectOf = (sent: Sent): string => {
  if ("figure" in sent) return `figure ${sent.figure}`;
  if (sent.kind === "stores-undo" || sent.kind === "stores-redo") return "stores";
  return sent.kind === "booking" ? "stock" : "rules";
};

/** Longer than this a sending has come to nothing, ms; a picture may take its time. */
const patienceOf = (sent: Sent) => (sent.kind === "note" && sent.picture ? 600_000 : 60_000);

/** Send it under its key; throws a Problem where it is refused, another error where nothing came. */
export function send(sent: Sent, key: string, device: string): Promise<unknown> {
  const common = {
    headers: { "Idempotency-Key": key, "Windcrest-Device": device },
    signal: AbortSignal.timeout(patienceOf(sent)),
  };
  switch (sent.kind) {
    case "edit":
      return documentOf(
        client.POST("/api/v1/figures/{figure_id}/edits", {
          params: { path: { figure_id: sent.figure } },
          body: sent.body,
          ...common,
        }),
      );
    case "undo":
      return documentOf(
        client.POST("/api/v1/figures/{figure_id}/undo", {
          params: { path: { figure_id: sent.figure } },
          ...common,
        }),
      );
    case "redo":
      return documentOf(
        client.POST("/api/v1/figures/{figure_id}/redo", {
          params: { path: { figure_id: sent.figure } },
          ...common,
        }),
      );
    case "tick":
      return data(
        client.PUT("/api/v1/figures/{figure_id}/steps/{key}", {
          params: { path: { figure_id: sent.figure, key: sent.step } },
          body: { done: sent.done },
          ...common,
        }),
      );
    case "bake":
      return data(
        client.PUT("/api/v1/figures/{figure_id}/bakes/{number}", {
          params: { path: { figure_id: sent.figure, number: sent.number } },
          body: { minutes: sent.minutes },
          ...common,
        }),
      );
    case "note":
      return sendNote(sent, common);
    case "booking":
      return data(
        client.POST("/api/v1/stock/items/{item_id}/movements", {
          params: { path: { item_id: sent.item } },
          body: { ...sent.booking, client_key: key },
          ...common,
        }),
      );
    case "rules":
      return data(
        client.PATCH("/api/v1/rules", {
          body: { changes: sent.changes, seen: sent.seen },
          ...common,
        }),
      );
    case "rules-undo":
      return data(client.POST("/api/v1/rules/undo", common));
    case "rules-redo":
      return data(client.POST("/api/v1/rules/redo", common));
    case "stores-undo":
      return data(client.POST("/api/v1/stores/undo", common));
    case "stores-redo":
      return data(client.POST("/api/v1/stores/redo", common));
  }
}

async function sendNote(
  { figure, text, picture, marks }: Extract<Sent, { kind: "note" }>,
  { headers, signal }: { headers: Record<string, string>; signal: AbortSignal },
) {
  const body = new FormData();
  body.set("text", text);
  if (picture) body.set("picture", picture);
  if (marks) body.set("marks", JSON.stringify(marks));
  const answer = await fetch(`/api/v1/figures/${figure}/log`, {
    method: "POST",
    body,
    signal,
    headers: { ...csrf(), ...headers },
  });
  if (!answer.ok) throw await problemOf(answer);
}

/** Coils count in every plan, so plans are asked anew. */
export const afterBooking = (queries: QueryClient) => {
  for (const queryKey of [keys.stock, keys.stores, keys.figures, keys.shelf, keys.everyYield])
    void queries.invalidateQueries({ queryKey });
};

/** What the page shows after an answer. */
export function land(queries: QueryClient, sent: Sent, answer: unknown) {
  const ask = (queryKey: readonly string[]) => void queries.invalidateQueries({ queryKey });
  switch (sent.kind) {
    case "edit":
    case "undo":
    case "redo":
      queries.setQueryData<Edited>(keys.figure(sent.figure), answer as Edited);
      return ask(keys.shelf);
    case "tick":
    case "bake":
      ask(keys.figure(sent.figure));
      return ask(keys.shelf);
    case "note":
      return ask(keys.log(sent.figure));
    case "booking":
      return afterBooking(queries);
    case "stores-undo":
    case "stores-redo":
      queries.setQueryData<StoresOut>(keys.stores, answer as StoresOut);
      ask(keys.figures);
      return ask(keys.shelf);
    default:
      queries.setQueryData<RulesOut>(keys.rules, answer as RulesOut);
      ask(keys.figures);
      return ask(keys.shelf);
  }
}

/** What was refused: the page shows what is there. */
export function landRefused(queries: QueryClient, sent: Sent, problem: Problem) {
  if (problem.status !== 412 && problem.status !== 404) return;
  const queryKey = "figure" in sent ? keys.figure(sent.figure) : [subjectOf(sent)];
  void queries.invalidateQueries({ queryKey });
}

/** The same, to be put over what somebody else made of it meanwhile. */
export function over(sent: Sent, problem: Problem): Sent {
  if (sent.kind === "edit" && problem.revision !== null)
    return { ...sent, body: { ...sent.body, base_revision: problem.revision } };
  if (sent.kind === "rules") {
    const theirs = problem.conflicts.map((row) => [row.path, row.theirs]);
    return { ...sent, seen: { ...sent.seen, ...Object.fromEntries(theirs) } };
  }
  return sent;
}

/** `oven/offset_c` as "offset": the end of a path without its unit. */
const plain = (path: string) =>
  (path.split("/").at(-1) ?? path).replace(/_(mm|c|c_min|min|percent|h)$/, "").replaceAll("_", " ");

/** What it was, for the list of what is not saved. */
export function labelOf(sent: Sent): string {
  switch (sent.kind) {
    case "edit":
      return sent.body.label ?? "A change";
    case "undo":
    case "rules-undo":
    case "stores-undo":
      return "Undo";
    case "redo":
    case "rules-redo":
    case "stores-redo":
      return "Redo";
    case "tick":
      return sent.done ? "A step done" : "A step not done after all";
    case "bake":
      return `Minutes of bake ${sent.number}`;
    case "note": {
      const words = sent.text.length > 60 ? `${sent.text.slice(0, 60)}…` : sent.text;
      return sent.picture ? `Photograph: ${words || sent.picture.name}` : `Note: ${words}`;
    }
    case "booking":
      return `Booked in Stores: ${sent.booking.amount}`;
    case "rules":
      return `House rule: ${Object.keys(sent.changes).map(plain).join(", ")}`;
  }
}
