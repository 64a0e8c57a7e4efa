import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useEffect, useReducer, type ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { vi } from "vitest";
import type { Change } from "../api/useFigure";
import type {
  Catalogue,
  Edited,
  KindOfStock,
  Operation,
  Owned,
  Rules,
  StartList,
} from "../api/types";
import type { Entry, Keep } from "../outbox/outbox";
import { makeOutbox, OutboxContext } from "../outbox/useOutbox";
import { looked, lookedAt, type Looked } from "../figure/state";
import { FigurePageContext, type FigurePage } from "../figure/useFigurePage";
import { system } from "../theme";
import { UnitsContext } from "../ui/UnitsContext";
import { METRIC, type Units } from "../units/format";

/** What the server would send; `make test` has the core work it out. */
interface Made extends Edited {
  bodies: { id: string; label: string; heads_tall: number }[];
  catalogue: Catalogue;
  rules: Rules;
  stores: Owned;
  kinds: KindOfStock[];
  paint_lists: StartList[];
}
const files = import.meta.glob<string>("../../made/bench.json", {
  eager: true,
  query: "?raw",
  import: "default",
});
export function bench(): Made {
  const [text] = Object.values(files);
  if (text === undefined) throw new Error("run `make test`: the core works the figure out first");
  return JSON.parse(text) as Made;
}
export const ferrywoman = (): Edited => {
  const { figure, plan } = bench();
  return { figure, plan };
};

/** Answers to what every station may ask: the catalogue, stores and rules. */
export const ABOUT = {
  "GET /api/v1/catalogue": () => bench().catalogue,
  "GET /api/v1/stores": () => ({ stores: bench().stores, can_undo: true, can_redo: false }),
  "GET /api/v1/rules": () => ({ rules: bench().rules, can_undo: false, can_redo: true }),
  "GET /api/v1/bodies": () => bench().bodies,
  "GET /api/v1/yields": () => ({}),
  "GET /api/v1/paint-lists": () => bench().paint_lists,
  "GET /api/v1/stock": () => ({ kinds: bench().kinds, items: [] }),
  "GET /api/v1/stock/reserved": [],
  "GET /api/v1/devices": [],
  [`GET /api/v1/figures/${"f".repeat(32)}/live`]: {
    key: null,
    live: null,
    forgotten: null,
    dial_c: null,
    in_with_it: [],
  },
  "GET /api/v1/loads": { old: false, now: [], taken: [], offered: [] },
  [`GET /api/v1/figures/${"f".repeat(32)}/kept-poses`]: () => ({}),
  [`GET /api/v1/figures/${"f".repeat(32)}/built`]: [],
  [`GET /api/v1/figures/${"f".repeat(32)}/lessons`]: [],
  "GET /api/v1/stock/costs": { figures: [], waste_percent: null },
  [`GET /api/v1/figures/${"f".repeat(32)}/calipers`]: {
    stage: "raw",
    rows: [
      {
        of: ["head"],
        ends: [["head", "tip_head"]],
        label: "chin to crown",
        mm: [50.4],
        inches: ['1 31/32"'],
      },
      {
        of: ["hip_r", "hip_l"],
        ends: [
          ["hip_r", "knee_r"],
          ["hip_l", "knee_l"],
        ],
        label: "thigh",
        mm: [71.6, 71.6],
        inches: ["", ""],
      },
    ],
    others: [{ of: ["neck"], ends: [["neck", "head"]], label: "neck", mm: [16], inches: ['5/8"'] }],
    landmarks: [
      { id: "neck", label: "neck", at: [0, 240] },
      { id: "head", label: "chin", at: [0, 256] },
      { id: "tip_head", label: "crown", at: [0, 306] },
      { id: "knee_r", label: "right knee", at: [-30, 80] },
    ],
  },
};

export interface Asked {
  method: string;
  path: string;
  body: unknown;
}
type Answer = (asked: Asked) => unknown;

/** The server's answers by "METHOD path"; what was asked is kept. Anything else is 404. */
export function server(answers: Record<string, Answer | object>): Asked[] {
  const asked: Asked[] = [];
  const reply = async (input: RequestInfo | URL, init?: RequestInit): Promise<Response> => {
    const request = new Request(
      input instanceof Request ? input : new URL(String(input), "http://bench"),
      init,
    );
    const raw = await request.text();
    const row: Asked = {
      method: request.method,
      path: new URL(request.url).pathname,
      body: raw && raw.startsWith("{") ? (JSON.parse(raw) as unknown) : raw,
    };
    asked.push(row);
    const found = answers[`${row.method} ${row.path}`];
    const answer = typeof found === "function" ? (found as Answer)(row) : found;
    if (answer instanceof Response) return answer;
    if (answer === undefined) return problem(404, "Not here.");
    return new Response(JSON.stringify(answer), {
      headers: { "Content-Type": "application/json" },
    });
  };
  vi.stubGlobal("fetch", vi.fn(reply));
  return asked;
}

export const problem = (
  status: number,
  detail: string,
  errors: { path: string; value: string; allowed: string; code?: string }[] = [],
): Response =>
  new Response(JSON.stringify({ detail, errors }), {
    status,
    headers: { "Content-Type": "application/problem+json" },
  });

/** A browser's database that is gone with the test. */
export function memory(entries: Entry[] = []): Keep & { rows: Map<string, Entry> } {
  const rows = new Map(entries.map((entry) => [entry.key, entry]));
  return {
    rows,
    all: () => Promise.resolve([...rows.values()]),
    set: (entry) => Promise.resolve(void rows.set(entry.key, structuredClone(entry))),
    remove: (key) => Promise.resolve(void rows.delete(key)),
  };
}

interface Placed {
  units?: Units;
  at?: string;
}

/** Show something on a bench of its own: theme, units, queries, address. */
export function show(what: ReactNode, { units = METRIC, at = "/" }: Placed = {}) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const outbox = makeOutbox(queries, memory());
  outbox.signedIn("maker");
  const around = (inner: ReactNode) => (
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        <OutboxContext.Provider value={outbox}>
          <MemoryRouter initialEntries={[at]}>
            <UnitsContext.Provider value={units}>{inner}</UnitsContext.Provider>
          </MemoryRouter>
        </OutboxContext.Provider>
      </QueryClientProvider>
    </ChakraProvider>
  );
  const shown = render(around(what));
  return {
    ...shown,
    user: userEvent.setup(),
    queries,
    outbox,
    again: (next: ReactNode) => shown.rerender(around(next)),
  };
}

/** What a station's panel did on its page. */
export interface Done {
  changes: { label: string; operations: Operation[] }[];
  previews: Change[];
  made: Change[];
  selected: (string | null)[];
}

interface OnPageProps {
  page: FigurePage;
  onLook: (now: Looked) => void;
  children: ReactNode;
}

/** The page keeps what is looked at. */
function OnPage({ page, onLook, children }: OnPageProps) {
  const [now, act] = useReducer(looked, page.looked);
  useEffect(() => onLook(now), [now, onLook]);
  return (
    <FigurePageContext.Provider value={{ ...page, looked: now, act }}>
      {children}
    </FigurePageContext.Provider>
  );
}

/** A station's panel on the ferrywoman's page. */
export function showStation(
  panel: ReactNode,
  more: Partial<Omit<FigurePage, "looked">> & Placed & { looked?: Partial<Looked> } = {},
) {
  const { units, at, looked: first, ...rest } = more;
  const done: Done = { changes: [], previews: [], made: [], selected: [] };
  const keep = (label: string, operations: Operation[]) =>
    Promise.resolve(done.changes.push({ label, operations }));
  const page: FigurePage = {
    ...ferrywoman(),
    act: () => undefined,
    selected: null,
    select: (part) => done.selected.push(part),
    change: keep,
    make: (change) => Promise.resolve(done.made.push(change)),
    apply: keep,
    preview: (change) => done.previews.push(change),
    turn: (change) => done.previews.push(change),
    drop: () => done.previews.splice(0),
    keep: () => undefined,
    tabSeen: new Map(),
    goTo: () => undefined,
    ...rest,
    looked: { ...lookedAt("character"), ...first },
  };
  let now = page.looked;
  const onLook = (next: Looked) => void (now = next);
  const shown = show(
    <OnPage page={page} onLook={onLook}>
      {panel}
    </OnPage>,
    { units, at },
  );
  return { ...shown, page, done, now: () => now };
}
