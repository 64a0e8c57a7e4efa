import { Problem } from "../api/client";
import { GivenUp } from "../outbox/outbox";
import { later } from "./later";

interface Notice {
  type: "error" | "info" | "success";
  title: string;
  description?: string;
  /** How long it stays, ms. */
  duration?: number;
  action?: { label: string; onClick: () => void };
}

export const Notices = later(() => import("./Notices").then((file) => file.Notices));

export const notices = {
  create: (notice: Notice) => void import("./Notices").then((file) => file.toaster.create(notice)),
};

/** Say that something did not work, and what to do. */
export function tellProblem(error: unknown) {
  if (error instanceof GivenUp) return;
  const problem = error instanceof Problem ? error : null;
  const faults = problem?.faults.slice(1, 5).map((f) => `${f.path}: ${f.value}; ${f.allowed}`);
  notices.create({
    type: "error",
    title: problem ? problem.message : "The server cannot be reached.",
    description: faults?.join(". ") || undefined,
    duration: 9000,
  });
}
