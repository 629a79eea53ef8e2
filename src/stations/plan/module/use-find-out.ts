import { useEffect, useMemo, useState } from "react";
import { probesOf, workOut, type Seen } from "@/core/find-out";
import type { Plan } from "@/core/rig";

/** How long the sketch lights each output, in ms. */
export const STEP_MS = 4000;

/** Where the finding out stands: which output is on, what was seen of those before, and what follows once all were. */
export function useFindOut(plan: Plan) {
  const probes = useMemo(() => probesOf(plan), [plan]);
  const [at, setAt] = useState(0);
  const [running, setRunning] = useState(false);
  const [answers, setAnswers] = useState<ReadonlyArray<Seen | undefined>>(() => probes.map(() => undefined));
  useEffect(() => {
    if (!running) return;
    // The sketch goes by its own clock: this one is asked anew each time, so that no delay adds up.
    const start = Date.now();
    const timer = setInterval(
      () => setAt(Math.floor((Date.now() - start) / STEP_MS) % probes.length),
      STEP_MS / 20,
    );
    return () => clearInterval(timer);
  }, [running, probes]);
  const seen = answers.filter((one): one is Seen => one !== undefined);
  return {
    probes,
    at,
    answers,
    running,
    found: seen.length === probes.length ? workOut(plan, seen) : undefined,
    go: () => (setAt(0), setRunning(true)),
    stop: () => setRunning(false),
    step: (by: number) => setAt((at + by + probes.length) % probes.length),
    see: (one: Seen) => {
      setAnswers(answers.map((before, place) => (place === at ? one : before)));
      if (!running) setAt(Math.min(at + 1, probes.length - 1));
    },
  };
}
