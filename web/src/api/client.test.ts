import { expect, test, vi } from "vitest";
import { problem, server } from "../testing/bench";
import { client, data, Problem, problemOf } from "./client";
import { signedOut } from "./signedOut";

test("a refusal carries its status, words and faults", async () => {
  const fault = { path: "height_mm", value: "tall", allowed: "a length" };
  const found = await problemOf(problem(422, "No.", [fault]));
  expect(found).toBeInstanceOf(Problem);
  expect([found.status, found.message, found.faults]).toEqual([422, "No.", [fault]]);
});

test("an answer that is no document still says what to expect", async () => {
  const found = await problemOf(new Response("<h1>Bad gateway</h1>", { status: 502 }));
  expect(found.status).toBe(502);
  expect(found.message).toBe("The server cannot be reached.");
});

test("a failed call throws its problem, a good one gives its data", async () => {
  server({ "GET /api/v1/bodies": [{ id: "biped", label: "two legs", heads_tall: 7.5 }] });
  await expect(data(client.GET("/api/v1/figures"))).rejects.toMatchObject({ status: 404 });
  expect(await data(client.GET("/api/v1/bodies"))).toHaveLength(1);
});

test("writing carries the token of the cookie", async () => {
  document.cookie = "csrftoken=abc123";
  let token: string | null = null;
  server({});
  const asked = globalThis.fetch;
  globalThis.fetch = (input, init) => {
    token = new Request(input, init).headers.get("X-CSRFToken");
    return asked(input, init);
  };
  await client.POST("/api/v1/rules/undo").catch(() => undefined);
  expect(token).toBe("abc123");
});

test("an answer from before somebody signed in again signs nobody out", async () => {
  const real = globalThis.fetch;
  const answers: ((answer: Response) => void)[] = [];
  globalThis.fetch = () => new Promise((answer) => answers.push(answer));
  const ask = () => client.GET("/api/v1/figures").catch(() => undefined);
  const [late, first] = [ask(), ask()];
  await vi.waitFor(() => expect(answers).toHaveLength(2));
  answers[1]?.(problem(401, "Sign in first."));
  await first;
  expect(signedOut.snapshot()).toBe(true);
  signedOut.over();
  answers[0]?.(problem(401, "Sign in first."));
  await late;
  expect(signedOut.snapshot()).toBe(false);
  const next = ask();
  await vi.waitFor(() => expect(answers).toHaveLength(3));
  answers[2]?.(problem(401, "Sign in first."));
  await next;
  expect(signedOut.snapshot()).toBe(true);
  signedOut.over();
  globalThis.fetch = real;
});
