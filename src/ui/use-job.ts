import { useCallback, useEffect, useRef, useState } from "react";
import { refuse } from "@/store";
import { plan, type Job } from "@/workers";

/** Runs a long job once, when asked, in a worker: with how far it is, and the way to stop it. */
export function useJob() {
  const [progress, setProgress] = useState<number>();
  const stop = useRef<() => void>(undefined);
  const cancel = useCallback(() => {
    stop.current?.();
    stop.current = undefined;
    setProgress(undefined);
  }, []);
  useEffect(() => () => stop.current?.(), []);
  const run = useCallback(
    <Result>(job: Job<Result>, take: (result: Result) => void) => {
      cancel();
      setProgress(0);
      const running = plan(job, setProgress);
      stop.current = running.cancel;
      running.result.then(
        (result) => {
          if (stop.current !== running.cancel) return;
          setProgress(undefined);
          take(result);
        },
        (problem: unknown) => {
          setProgress(undefined);
          refuse("That was not done", `It ended before there was a result: ${(problem as Error).message}.`);
        },
      );
    },
    [cancel],
  );
  return { run, progress, cancel };
}
