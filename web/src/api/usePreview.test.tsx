import { act, renderHook, waitFor } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { ferrywoman } from "../testing/bench";
import { usePreview } from "./useFigure";

interface Waiting {
  number: number;
  label: string;
  signal: AbortSignal;
  answer: () => void;
  fail: () => void;
}

/** A server that answers when the test says so. */
function slowServer(): Waiting[] {
  const waiting: Waiting[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const body = (await request.json()) as { number: number; label: string };
    return new Promise<Response>((resolve, reject) => {
      const plan = { ...ferrywoman().plan, name: body.label };
      const whole = { number: body.number, operations: [], plan, gone: [], new: [] };
      request.signal.addEventListener("abort", () => reject(new DOMException("", "AbortError")));
      waiting.push({
        ...body,
        signal: request.signal,
        answer: () => resolve(new Response(JSON.stringify(whole))),
        fail: () => resolve(new Response("{}", { status: 422 })),
      });
    });
  });
  return waiting;
}

const started = () => {
  const waiting = slowServer();
  const { result, unmount } = renderHook(() => usePreview("f1", 3));
  return {
    waiting,
    unmount,
    ask: (label: string) => act(() => result.current.ask({ label })),
    drop: () => act(() => result.current.drop()),
    shown: () => result.current.shown?.plan.name,
  };
};

test("one preview is on its way at a time, and only the newest of the rest follows", async () => {
  const { waiting, ask, shown } = started();
  ask("first");
  ask("second");
  ask("third");
  await waitFor(() => expect(waiting).toHaveLength(1));
  waiting[0]?.answer();
  await waitFor(() => expect(waiting).toHaveLength(2));
  expect(waiting[1]?.label).toBe("third");
  waiting[1]?.answer();
  await waitFor(() => expect(shown()).toBe("third"));
  expect(waiting).toHaveLength(2);
});

test("previews are numbered upwards", async () => {
  const { waiting, ask, shown } = started();
  ask("first");
  await waitFor(() => expect(waiting).toHaveLength(1));
  waiting[0]?.answer();
  await waitFor(() => expect(shown()).toBe("first"));
  ask("second");
  await waitFor(() => expect(waiting).toHaveLength(2));
  expect(waiting[1]?.number).toBeGreaterThan(waiting[0]?.number ?? 0);
});

test("an answer that comes after the change is made is not shown", async () => {
  const { waiting, ask, drop, shown } = started();
  ask("old");
  await waitFor(() => expect(waiting).toHaveLength(1));
  drop();
  waiting[0]?.answer();
  await act(() => Promise.resolve());
  expect(shown()).toBeUndefined();
});

test("a refused preview does not stop the next", async () => {
  const { waiting, ask, shown } = started();
  ask("beyond its range");
  await waitFor(() => expect(waiting).toHaveLength(1));
  waiting[0]?.fail();
  await act(() => Promise.resolve());
  await waitFor(() => {
    ask("within");
    expect(waiting.length).toBeGreaterThan(1);
  });
  waiting[1]?.answer();
  await waitFor(() => expect(shown()).toBe("within"));
});

test("leaving the page gives the preview up", async () => {
  const { waiting, ask, unmount } = started();
  ask("first");
  await waitFor(() => expect(waiting).toHaveLength(1));
  unmount();
  expect(waiting[0]?.signal.aborted).toBe(true);
});
