import { act, render, renderHook, screen, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, expect, test, vi } from "vitest";
import type { DragOut, Quantity } from "../api/types";
import { Live } from "../ui/Answer";
import { Dragging, DraggingContext, useMoving } from "./dragging";

interface Asked {
  number: number;
  begins: boolean;
  operations: unknown[];
  answer: (tips: number) => void;
  fail: () => void;
}
let asked: Asked[] = [];

const moved = (number: number, tips_at_deg: number): DragOut => ({
  number,
  lift_mm: 0,
  front: { parts: [], bones: [], runs: [] },
  side: { parts: [], bones: [], runs: [] },
  hold: 1.5,
  holds: [],
  tips_at_deg,
  centre: [0, 0, 100],
});

beforeEach(() => {
  asked = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const body = (await request.json()) as Asked;
    return new Promise<Response>((resolve, reject) => {
      request.signal.addEventListener("abort", () => reject(new DOMException("", "AbortError")));
      asked.push({
        ...body,
        answer: (tips) => resolve(new Response(JSON.stringify(moved(body.number, tips)))),
        fail: () => resolve(new Response("{}", { status: 422 })),
      });
    });
  });
});

const turn = (value: number) => ({ operations: [{ path: "joint/elbow_r/swing_deg", value }] });
const inHand = () => {
  const dragging = new Dragging("f1");
  const wrapper = ({ children }: { children: ReactNode }) => (
    <DraggingContext.Provider value={dragging}>{children}</DraggingContext.Provider>
  );
  return { dragging, wrapper };
};

test("one question is on its way, the newest waits, and only the first of a drag begins it", async () => {
  const { dragging, wrapper } = inHand();
  const { result } = renderHook(() => useMoving((now) => now.tips_at_deg), { wrapper });
  for (const degrees of [10, 20, 30]) dragging.ask(turn(degrees));
  await waitFor(() => expect(asked).toHaveLength(1));
  act(() => asked[0]?.answer(9));
  await waitFor(() => expect(asked).toHaveLength(2));
  expect(asked.map((row) => row.begins)).toEqual([true, false]);
  expect(asked[1]?.operations).toEqual(turn(30).operations);
  act(() => asked[1]?.answer(8));
  await waitFor(() => expect(result.current).toBe(8));
});

test("what is let go shows nothing more, and the next drag begins anew", async () => {
  const { dragging, wrapper } = inHand();
  const { result } = renderHook(() => useMoving((now) => now.tips_at_deg), { wrapper });
  dragging.ask(turn(10));
  await waitFor(() => expect(asked).toHaveLength(1));
  act(() => dragging.drop());
  asked[0]?.answer(9);
  dragging.ask(turn(20));
  await waitFor(() => expect(asked).toHaveLength(2));
  expect(result.current).toBeUndefined();
  expect(asked[1]?.begins).toBe(true);
});

test("a refusal leaves what is shown, and the next is asked all the same", async () => {
  const { dragging, wrapper } = inHand();
  const { result } = renderHook(() => useMoving((now) => now.tips_at_deg), { wrapper });
  dragging.ask(turn(10));
  await waitFor(() => expect(asked).toHaveLength(1));
  act(() => asked[0]?.answer(9));
  await waitFor(() => expect(result.current).toBe(9));
  dragging.ask(turn(999));
  await waitFor(() => expect(asked).toHaveLength(2));
  act(() => asked[1]?.fail());
  dragging.ask(turn(20));
  await waitFor(() => expect(asked).toHaveLength(3));
  expect(result.current).toBe(9);
});

test("a number that follows says that it is about right", async () => {
  const { dragging, wrapper } = inHand();
  const q: Quantity = {
    value: 12.34,
    unit: "deg",
    low: null,
    high: null,
    why: { formula: "", inputs: [], source: "", assumed: false },
  };
  render(<Live q={q} moving={(now) => now.tips_at_deg} />, { wrapper });
  expect(screen.getByText("12.3°")).toBeTruthy();
  dragging.ask(turn(10));
  await waitFor(() => expect(asked).toHaveLength(1));
  act(() => asked[0]?.answer(8));
  expect(await screen.findByText("about 8.0°")).toBeTruthy();
  act(() => dragging.hide());
  expect(screen.getByText("12.3°")).toBeTruthy();
});
