import { wrap, type Remote } from "comlink";
import type { Simulator } from "./simulator";

let remote: Remote<Simulator> | undefined;

/** The one simulator worker of the page, started when first asked for. Browser only. */
export function simulatorWorker(): Remote<Simulator> {
  remote ??= wrap<Simulator>(
    new Worker(new URL("./simulator.worker.ts", import.meta.url), { type: "module" }),
  );
  return remote;
}
