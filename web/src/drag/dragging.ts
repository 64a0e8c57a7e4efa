import { createContext, useContext, useSyncExternalStore } from "react";
import { client, documentOf } from "../api/client";
import type { DragOut, Drag, Operation } from "../api/types";

/** A joint under the pointer, or joints at other angles. */
export interface Turning {
  drag?: Drag;
  operations?: Operation[];
}

/** What a figure comes to while a joint is in hand. It is no state of the page: only what is drawn of it and the few
 * numbers that follow listen to it. One question is under way, the newest waits, and old answers are dropped. */
export class Dragging {
  shown: DragOut | null = null;
  private readonly listeners = new Set<() => void>();
  private asked = 0;
  private busy = false;
  private begun = false;
  private waiting: Turning | null = null;
  private abort: AbortController | null = null;

  constructor(private readonly figure: string) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  ask(turning: Turning): void {
    if (this.busy) this.waiting = turning;
    else void this.send(turning);
  }

  /** Show nothing of it any more; what was taken hold of stays in hand. */
  hide(): void {
    this.asked++;
    this.waiting = null;
    this.abort?.abort();
    this.show(null);
  }

  /** Let go. */
  drop(): void {
    this.begun = false;
    this.hide();
  }

  private show(shown: DragOut | null): void {
    if (shown === this.shown) return;
    this.shown = shown;
    for (const listener of this.listeners) listener();
  }

  private async send(first: Turning): Promise<void> {
    this.busy = true;
    for (let next: Turning | null = first; next; next = this.waiting) {
      this.waiting = null;
      const number = ++this.asked;
      const begins = !this.begun;
      this.begun = true;
      this.abort = new AbortController();
      try {
        const answer = await documentOf<DragOut>(
          client.POST("/api/v1/figures/{figure_id}/drag", {
            params: { path: { figure_id: this.figure } },
            body: {
              number,
              begins,
              drag: next.drag ?? null,
              operations: next.operations ?? [],
            },
            signal: this.abort.signal,
          }),
        );
        if (answer.number === this.asked) this.show(answer);
      } catch {
        // What was refused or did not arrive is told when it is let go; the next is asked all the same.
      }
    }
    this.busy = false;
  }
}

export const DraggingContext = createContext<Dragging | null>(null);

const nothing = () => () => undefined;

/** Something of the pose that a joint is in on its way; undefined while nothing is in hand. */
export function useMoving<T>(pick: (moved: DragOut) => T): T | undefined {
  const dragging = useContext(DraggingContext);
  return useSyncExternalStore(dragging?.subscribe ?? nothing, () =>
    dragging?.shown ? pick(dragging.shown) : undefined,
  );
}
