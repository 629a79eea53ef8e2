import { proxy, wrap, type Remote } from "comlink";
import type { Diagnosis, Evidence } from "@/core/bench";
import type { LegNames } from "@/core/parts";
import type { Rig } from "@/core/rig";
import type { FaultDesk } from "./bench/fault-desk";
import type { Desk } from "./desk/desk";
import { deskTaking } from "./desk/desk-on";
import type { Keeper } from "./keeper";
import { openDesk, openKeeper, type Opened } from "./open";
import type { Planner, Report } from "./planner";
import type { Simulator } from "./simulator";

export type { Comparison } from "./planner";
export type { FirmwareState, Held } from "./simulator";
export type { FirmwareReport, FirmwareTaken, HandsReport } from "./planner";
export type { NamedFault } from "./bench/fault-desk";
export type { BenchLook, HandFor, HeldFor } from "./desk/bench";
export type { CodeIn } from "./desk/code";
export type { Driving } from "./desk/currents";
export type { FirstLook } from "./desk/desk";
export type { LiveLook } from "./desk/live";
export type { ScanSeen } from "./desk/scan";
export type { TableSeen } from "./desk/table";
export type { UpdateOf, WritesOf } from "./desk/writes";

let remote: Remote<Simulator> | undefined;
let failed: Promise<"failed"> | undefined;

/** The one simulator worker of the page, started when first asked for. Browser only. */
export function simulatorWorker(): Remote<Simulator> {
  if (remote) return remote;
  const worker = new Worker(new URL("./simulator.worker.ts", import.meta.url), { type: "module" });
  failed = new Promise((resolve) => (worker.onerror = () => resolve("failed")));
  remote = wrap<Simulator>(worker);
  return remote;
}

let atDesk: Opened<Desk> | undefined;
let keeping: Opened<Keeper> | undefined;
const openedKeeper = (): Opened<Keeper> => (keeping ??= openKeeper());

/** The one desk worker of the page: quick questions about the rig at hand. */
const desk = (): Remote<Desk> => (atDesk ??= openDesk()).remote;

/** The one worker of the page that has the browser's database: rigs read, checked, stored. */
export const keeper = (): Remote<Keeper> => openedKeeper().remote;

/** The desk with a rig on it: what is asked of it now is about that rig. */
export const deskOn = deskTaking(desk);

/** How long a worker may take to answer for the first time, in ms: a page on a slow machine is not given up. */
const FIRST_ANSWER_MS = 30_000;

/** Whether this browser lets the page have workers: nothing is worked out without them. */
export async function workersAnswer(): Promise<boolean> {
  if (typeof Worker === "undefined") return false;
  try {
    const answered = Promise.all([simulatorWorker().stop(""), keeper().checked(undefined)]);
    const given = new Promise<"late">((resolve) => setTimeout(() => resolve("late"), FIRST_ANSWER_MS));
    return Array.isArray(await Promise.race([answered, given, failed, openedKeeper().failed]));
  } catch {
    return false;
  }
}

/** Work under way: its result, and how to give it up. */
export interface Running<Result> {
  readonly result: Promise<Result>;
  /** It is not wanted any more. */
  cancel(): void;
  /** Ends the worker itself, where that is more than no longer wanting its answer. */
  end?(): void;
}

let faultDesk: { readonly worker: Worker; readonly remote: Remote<FaultDesk> } | undefined;

/** Asks what is wrong with a rig. The worker stays: it keeps what it has simulated, unless it is ended. */
export function diagnose(
  rig: Rig,
  legNames: LegNames,
  evidence: Evidence,
  report: Report,
): Running<Diagnosis> {
  const desk = (faultDesk ??= openFaultDesk());
  let wanted = true;
  const result = new Promise<Diagnosis>((resolve, reject) => {
    desk.worker.addEventListener("error", (event) => {
      if (wanted) reject(new Error(event.message || "the worker did not start"));
      if (faultDesk === desk) faultDesk = undefined;
    });
    desk.remote
      .diagnose(
        rig,
        legNames,
        evidence,
        proxy((share: number) => wanted && report(share)),
      )
      .then(
        (found) => wanted && resolve(found),
        (problem: unknown) =>
          wanted && reject(problem instanceof Error ? problem : new Error(String(problem))),
      );
  });
  const cancel = () => void (wanted = false);
  const end = () => {
    cancel();
    desk.worker.terminate();
    if (faultDesk === desk) faultDesk = undefined;
  };
  return { result, cancel, end };
}

/** The page's search for faults, for what takes no time. */
export const faultDeskNow = (): Remote<FaultDesk> => (faultDesk ??= openFaultDesk()).remote;

function openFaultDesk(): { readonly worker: Worker; readonly remote: Remote<FaultDesk> } {
  const worker = new Worker(new URL("./bench/fault-desk.worker.ts", import.meta.url), { type: "module" });
  return { worker, remote: wrap<FaultDesk>(worker) };
}

/** A job for the planner: what to ask it, and where to report how far it is. */
export type Job<Result> = (planner: Remote<Planner>, report: Report) => Promise<Result>;

/**
 * Runs one job in a planner worker of its own.
 * @param report the share done, 0 to 1, as the job goes on
 * @returns the result to come, and how to stop: the worker is ended and the result never comes
 */
export function plan<Result>(job: Job<Result>, report: Report): Running<Result> {
  const worker = new Worker(new URL("./planner.worker.ts", import.meta.url), { type: "module" });
  const planner = wrap<Planner>(worker);
  let stopped = false;
  const end = () => {
    stopped = true;
    worker.terminate();
  };
  const result = new Promise<Result>((resolve, reject) => {
    worker.onerror = (event) => {
      if (!stopped) reject(new Error(event.message || "the worker did not start"));
      end();
    };
    job(
      planner,
      proxy((share) => {
        if (!stopped) report(share);
      }),
    ).then(
      (found) => {
        // What is under way when it is stopped is not wanted any more.
        if (!stopped) resolve(found);
        end();
      },
      (problem: unknown) => {
        if (!stopped) reject(problem instanceof Error ? problem : new Error(String(problem)));
        end();
      },
    );
  });
  return { result, cancel: end };
}
