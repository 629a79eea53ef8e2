import type { Motion } from "@/core/dots";

/** Motions that go step by step, and what one step is. */
export const STEP_OF: Partial<Record<Motion, string>> = {
  left: "column",
  right: "column",
  bounce: "column",
  up: "row",
  down: "row",
  wipe: "column",
  type: "letter",
};
