import { proxy, wrap, type Remote } from "comlink";
import type { Planner, Report } from "./planner";
import type { Simulator } from "./simulator";

export type { Comparison } from "./planner";
export type { Held } from "./simulator";

let remote: Remote<Simulator> | undefined;

/** The one simulator worker of the page, started when first asked for. Browser only. */
export function simulatorWorker(): Remote<Simulator> {
  remote ??= wrap<Simulator>(
    new Worker(new URL("./simulator.worker.ts", import.meta.url), { type: "module" }),
  );
  return remote;
}

/** A job for the planner: what to ask it, and where to report how far it is. */
export type Job<Result> = (planner: Remote<Planner>, report: Report) => Promise<Result>;

/**
 * Runs one job in a planner worker of its own.
 * @param report the share done, 0 to 1, as the job goes on
 * @returns the result to come, and how to stop: the worker is ended and the result never comes
 */
export function plan<Result>(
  job: Job<Result>,
  report: Report,
): { result: Promise<Result>; cancel: () => void } {
  const worker = new Worker(new URL("./planner.worker.ts", import.meta.url), { type: "module" });
  const planner = wrap<Planner>(worker);
  const result = job(planner, proxy(report)).finally(() => worker.terminate());
  return { result, cancel: () => worker.terminate() };
}
