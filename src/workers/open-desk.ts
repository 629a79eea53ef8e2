import { wrap, type Remote } from "comlink";
import type { Desk } from "./desk";

/** Starts the page's desk worker. Browser only. */
export const openDesk = (): Remote<Desk> =>
  wrap<Desk>(new Worker(new URL("./desk.worker.ts", import.meta.url), { type: "module" }));
