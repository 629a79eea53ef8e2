import { wrap, type Remote } from "comlink";
import type { Desk } from "./desk";

/** The desk at work, and word of it if its worker could not be started. */
export interface OpenDesk {
  readonly remote: Remote<Desk>;
  readonly failed: Promise<"failed">;
}

/** Starts the page's desk worker. Browser only. */
export function openDesk(): OpenDesk {
  const worker = new Worker(new URL("./desk.worker.ts", import.meta.url), { type: "module" });
  return {
    remote: wrap<Desk>(worker),
    failed: new Promise((resolve) => (worker.onerror = () => resolve("failed"))),
  };
}
