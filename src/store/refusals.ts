import { create } from "zustand";
import type { Problem } from "@/core/document";

/** Something that was not done: what, what that means, and what is wrong where. */
export interface Refusal {
  readonly title: string;
  readonly says: string;
  readonly problems: readonly Problem[];
}

export const useRefusal = create<{ readonly refusal: Refusal | undefined }>()(() => ({ refusal: undefined }));

/** Says in a dialog that something was not done, and why. */
export const refuse = (title: string, says: string, problems: readonly Problem[] = []): void =>
  useRefusal.setState({ refusal: { title, says, problems } });

/** The dialog was read. */
export const closeRefusal = (): void => useRefusal.setState({ refusal: undefined });
