import createClient from "openapi-fetch";
import type { components, paths } from "./schema";
import { signedOut } from "./signedOut";

type Schemas = components["schemas"];
export type Fault = Schemas["Fault"];
export type Conflict = Schemas["Conflict"];

/** An error of the server, with the fields it is about. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly faults: Fault[] = [],
    readonly conflicts: Conflict[] = [],
    /** The revision that theirs stands in, where something collides. */
    readonly revision: number | null = null,
  ) {
    super(message);
  }
}

const cookie = (name: string): string =>
  document.cookie
    .split("; ")
    .find((row) => row.startsWith(`${name}=`))
    ?.slice(name.length + 1) ?? "";

export const csrf = (): Record<string, string> => ({ "X-CSRFToken": cookie("csrftoken") });

export const client = createClient<paths>({ baseUrl: "/", fetch: (request) => fetch(request) });
/** When each was asked, by the page's clock. */
const askedAt = new WeakMap<Request, number>();
client.use({
  onRequest({ request }) {
    askedAt.set(request, performance.now());
    if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
    return request;
  },
  async onResponse({ request, response }) {
    if (!response.ok && response.status !== 304)
      throw await problemOf(response, askedAt.get(request));
    return response;
  },
});

interface ProblemBody {
  detail?: string;
  errors?: Fault[];
  conflicts?: Conflict[];
  revision?: number | null;
}

export async function problemOf(
  response: Response,
  asked: number = performance.now(),
): Promise<Problem> {
  if (response.status === 401 && !response.url.includes("/api/v1/session")) signedOut.said(asked);
  const body = (await response.json().catch(() => ({}))) as ProblemBody;
  return new Problem(
    response.status,
    body.detail ?? "The server cannot be reached.",
    body.errors ?? [],
    body.conflicts ?? [],
    body.revision ?? null,
  );
}

/** The data of an answer; errors were thrown before. */
export async function data<T>(answer: Promise<{ data?: T }>): Promise<T> {
  const { data: body } = await answer;
  if (body === undefined) throw new Problem(500, "The server gave an empty answer.");
  return body;
}

/** The same for the large documents: openapi-fetch reads their tuples as plain arrays, so they are named. */
export const documentOf = <T>(answer: Promise<{ data?: unknown }>): Promise<T> =>
  data(answer as Promise<{ data?: T }>);
