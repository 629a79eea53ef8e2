import { useEffect, useState } from "react";
import { plan, type Job, type Running } from "@/workers";

export interface PlannerView<Result> {
  readonly result: Result | undefined;
  /** The result belongs to what was asked before; the new one is being worked out. */
  readonly stale: boolean;
  /** Share done, 0 to 1, while it runs. */
  readonly progress: number | undefined;
  readonly failed: string | undefined;
  /** It was stopped before there was a result. */
  readonly stopped: boolean;
  cancel(): void;
  /** Starts again what was stopped. */
  again(): void;
}

/** After the last change, so that dragging does not start a job a pixel. */
const CALM_MS = 120;

/**
 * Keeps the result of a long job up to date with what it depends on. A new question ends the old job.
 * @param key stands for everything the job depends on; undefined for nothing to do
 */
export const usePlanner = <Result>(key: string | undefined, job: Job<Result>): PlannerView<Result> =>
  useWork(key, (report) => plan(job, report));

/** The same for work of any worker. @param start begins it, and is told how far it is */
export function useWork<Result>(
  key: string | undefined,
  start: (report: (share: number) => void) => Running<Result>,
): PlannerView<Result> {
  const [state, setState] = useState<{ key?: string; result?: Result; failed?: string }>({});
  const [progress, setProgress] = useState<number>();
  const [stop, setStop] = useState<() => void>();
  const [stopped, setStopped] = useState<string>();
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    if (key === undefined) return;
    let current = true;
    let cancel = () => {};
    const timer = setTimeout(() => {
      setProgress(0);
      let done = false;
      const running = start((share) => current && !done && setProgress(share));
      cancel = running.cancel;
      setStop(() => () => {
        (running.end ?? running.cancel)();
        setProgress(undefined);
        setStopped(key);
      });
      running.result.then(
        (result) => {
          done = true;
          if (!current) return;
          setState({ key, result });
          setProgress(undefined);
        },
        (error: unknown) => {
          done = true;
          if (!current) return;
          setState({ key, failed: String(error) });
          setProgress(undefined);
        },
      );
    }, CALM_MS);
    return () => {
      current = false;
      clearTimeout(timer);
      cancel();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for everything the job depends on
  }, [key, attempt]);
  return {
    result: state.result,
    stale: state.key !== key,
    progress,
    failed: state.failed,
    stopped: key !== undefined && stopped === key && state.key !== key,
    cancel: () => stop?.(),
    again: () => {
      setStopped(undefined);
      setAttempt((before) => before + 1);
    },
  };
}
