import { wrap, type Remote } from "comlink";
import type { Desk } from "./desk/desk";
import type { Keeper } from "./keeper";

/** A worker at work, and word of it if it could not be started. */
export interface Opened<Asked> {
  readonly remote: Remote<Asked>;
  readonly failed: Promise<"failed">;
}

const opened = <Asked>(worker: Worker): Opened<Asked> => ({
  remote: wrap<Asked>(worker),
  failed: new Promise((resolve) => (worker.onerror = () => resolve("failed"))),
});

/** Starts the page's desk worker. Browser only. */
export const openDesk = () =>
  opened<Desk>(new Worker(new URL("./desk/desk.worker.ts", import.meta.url), { type: "module" }));

/** Starts the worker that has the database. Browser only. */
export const openKeeper = () =>
  opened<Keeper>(new Worker(new URL("./keeper.worker.ts", import.meta.url), { type: "module" }));
