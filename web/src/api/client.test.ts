import { expect, test } from "vitest";
import { problem, server } from "../testing/bench";
import { client, data, Problem, problemOf } from "./client";

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
