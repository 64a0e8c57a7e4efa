import type { Part } from "../api/types";

export type PartForm = Part["form"];

/** What is under a part's clay; nothing but wire under cloth and sheets. */
export const coreOf = ({ form }: Part): string => (form.kind === "solid" ? form.core : "wire");
