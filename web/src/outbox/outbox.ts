import { Problem } from "../api/client";
import type { Sent } from "./sent";
import { subjectOf } from "./sent";

/** Something a person did, until the server has answered it or the person has given it up. */
export interface Entry {
  /** Its name to the server, which does it once however often it is sent. */
  key: string;
  /** The page it was done on. */
  device: string;
  /** The person who did it: nobody else's session sends it. */
  owner: string;
  made: number;
  sent: Sent;
  /** Asked: somebody else made something else of it. Refused: it cannot be, and nobody waits. */
  state: "waiting" | "asked" | "refused";
  problem: Problem | null;
}

export interface Unsaved {
  entries: readonly Entry[];
  /** Subjects whose first entry was sent and did not arrive. */
  stuck: ReadonlySet<string>;
}

/** The person has let it go: nothing went wrong. */
export class GivenUp extends Error {}

/** Where entries are kept over reloads. */
export interface Keep {
  all: () => Promise<Entry[]>;
  set: (entry: Entry) => Promise<void>;
  remove: (key: string) => Promise<void>;
}

interface Ends {
  send: (sent: Sent, key: string, device: string) => Promise<unknown>;
  land: (sent: Sent, answer: unknown) => void;
  refused: (sent: Sent, problem: Problem) => void;
  over: (sent: Sent, problem: Problem) => Sent;
}

/** The server has answered, and sending it again would change nothing. */
const isRefusal = (error: unknown): error is Problem =>
  error instanceof Problem &&
  error.status >= 400 &&
  error.status < 500 &&
  ![401, 403, 408, 425, 429].includes(error.status);

const PAUSES_MS = [500, 1000, 2000, 4000, 8000, 15_000, 30_000];

interface Waiter {
  resolve: (answer: unknown) => void;
  reject: (error: unknown) => void;
}

/**
 * What was done and is not answered yet, in the order it was done: sent one after another within a
 * subject, again with growing pauses until the server answers, and never dropped but by the person.
 */
export class Outbox {
  private shown: Unsaved = { entries: [], stuck: new Set() };
  private readonly watching = new Set<() => void>();
  private readonly waiters = new Map<string, Waiter>();
  private readonly busy = new Set<string>();
  private readonly pauses = new Map<string, { times: number; timer: number }>();
  private writing: Promise<unknown> = Promise.resolve();
  private owner: string | null = null;
  private last = 0;

  constructor(
    private readonly keep: Keep,
    private readonly ends: Ends,
    readonly device: string,
    private readonly newKey: () => string,
  ) {}

  readonly subscribe = (watch: () => void) => {
    this.watching.add(watch);
    return () => void this.watching.delete(watch);
  };

  /** What is not saved of whoever is signed in; the same object while nothing changes. */
  readonly snapshot = () => this.shown;

  /** Who is signed in; what they left is sent. */
  readonly signedIn = (owner: string | null) => {
    if (this.owner === owner) return;
    this.owner = owner;
    this.show([...this.entries]);
    this.tryAgain();
  };

  /** What another page left and cannot send any more. */
  readonly adopt = (left: Entry[]) => {
    const known = new Set(this.entries.map((entry) => entry.key));
    const more = left.filter((entry) => !known.has(entry.key));
    this.show([...this.entries, ...more].sort((a, b) => a.made - b.made));
    this.tryAgain();
  };

  /** Keep it and send it; resolves when it is saved, rejects when it is refused or given up. */
  put(sent: Sent): Promise<unknown> {
    const { owner } = this;
    if (owner === null) return Promise.reject(new Problem(401, "Sign in first."));
    this.last = Math.max(Date.now(), this.last + 1);
    const entry: Entry = {
      key: this.newKey(),
      device: this.device,
      owner,
      made: this.last,
      sent,
      state: "waiting",
      problem: null,
    };
    const answered = new Promise((resolve, reject) =>
      this.waiters.set(entry.key, { resolve, reject }),
    );
    this.show([...this.entries, entry]);
    this.write(() => this.keep.set(entry));
    void this.pump(subjectOf(sent));
    return answered;
  }

  /** Send what is stuck without waiting for the pause to end. */
  readonly tryAgain = () => {
    for (const { timer } of this.pauses.values()) clearTimeout(timer);
    this.pauses.clear();
    for (const subject of new Set(this.mine().map((entry) => subjectOf(entry.sent))))
      void this.pump(subject);
  };

  /** Let one go: theirs stays, or what was refused is forgotten. */
  readonly giveUp = (key: string) => {
    const waiter = this.waiters.get(key);
    this.remove(key);
    waiter?.reject(new GivenUp("Given up."));
  };

  /** Of two that collide, take the person's own. */
  readonly keepMine = (key: string) => {
    this.change(key, (entry) => ({
      ...entry,
      sent: entry.problem ? this.ends.over(entry.sent, entry.problem) : entry.sent,
      state: "waiting",
      problem: null,
    }));
    this.tryAgain();
  };

  private entries: readonly Entry[] = [];

  private mine() {
    return this.entries.filter((entry) => entry.owner === this.owner);
  }

  private show(entries: readonly Entry[]) {
    this.entries = entries;
    this.shown = { entries: this.mine(), stuck: new Set(this.pauses.keys()) };
    for (const watch of this.watching) watch();
  }

  private change(key: string, how: (entry: Entry) => Entry) {
    this.show(this.entries.map((entry) => (entry.key === key ? how(entry) : entry)));
    const changed = this.entries.find((entry) => entry.key === key);
    if (changed) this.write(() => this.keep.set(changed));
  }

  private remove(key: string) {
    this.waiters.delete(key);
    this.show(this.entries.filter((entry) => entry.key !== key));
    this.write(() => this.keep.remove(key));
  }

  /** One write after another; a browser that keeps nothing still sends. */
  private write(what: () => Promise<void>) {
    this.writing = this.writing.then(what).catch(() => undefined);
  }

  private async pump(subject: string) {
    if (this.busy.has(subject) || this.pauses.get(subject)?.timer) return;
    const next = this.mine().find(
      (entry) => entry.state === "waiting" && subjectOf(entry.sent) === subject,
    );
    if (!next) return;
    this.busy.add(subject);
    try {
      const answer = await this.ends.send(next.sent, next.key, next.device);
      const waiter = this.waiters.get(next.key);
      this.pauses.delete(subject);
      this.ends.land(next.sent, answer);
      this.remove(next.key);
      waiter?.resolve(answer);
    } catch (error) {
      if (isRefusal(error)) this.refuse(next, error);
      else this.pause(subject);
    } finally {
      this.busy.delete(subject);
    }
    void this.pump(subject);
  }

  private refuse(entry: Entry, problem: Problem) {
    this.pauses.delete(subjectOf(entry.sent));
    this.ends.refused(entry.sent, problem);
    const waiter = this.waiters.get(entry.key);
    if (problem.conflicts.length)
      return this.change(entry.key, (row) => ({ ...row, state: "asked", problem }));
    if (!waiter) return this.change(entry.key, (row) => ({ ...row, state: "refused", problem }));
    this.remove(entry.key);
    waiter.reject(problem);
  }

  private pause(subject: string) {
    const times = this.pauses.get(subject)?.times ?? 0;
    const length = PAUSES_MS[Math.min(times, PAUSES_MS.length - 1)] ?? 0;
    const timer = window.setTimeout(() => {
      this.pauses.set(subject, { times: times + 1, timer: 0 });
      void this.pump(subject);
    }, length);
    this.pauses.set(subject, { times, timer });
    this.show(this.entries);
  }
}
