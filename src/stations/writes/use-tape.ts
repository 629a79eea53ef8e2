import { useMemo, useState } from "react";
import type { RigModel } from "@/core/address";
import type { BusTrace } from "@/core/sim";
import { useJustAtDesk } from "@/store";
import type { WritesOf } from "@/workers";

/** Nothing is asked of the stages until one steps edge by edge. */
const NO_STAGES = [] as const;

/** The write in sight with a little of the line before and behind it. */
const around = ({ at, until }: BusTrace["entries"][number]): readonly [number, number] => {
  const margin = (until - at) * 0.04;
  return [at - margin, until + margin];
};

/**
 * Which write of the tape is in sight, and which edge of it: gone through write by write or edge by edge, with what is
 * in chips and on the face at that moment. Undefined where nothing was sent.
 */
export function useTape(model: RigModel, of: WritesOf, trace: BusTrace) {
  const [at, setAt] = useState<number>();
  const [tick, setTick] = useState<number>();
  const [range, setRange] = useState<readonly [number, number]>();
  const { entries } = trace;
  const firstUpdate = useMemo(
    () =>
      Math.max(
        0,
        entries.findIndex(({ phase }) => phase !== "set-up"),
      ),
    [entries],
  );
  const now = Math.min(at ?? firstUpdate, entries.length - 1);
  const entry = entries[now];
  const [from, until] = entry?.ticks ?? [0, 0];
  const step = tick === undefined ? undefined : Math.min(Math.max(tick, from), until);
  const stages =
    useJustAtDesk(model.rig, async (desk) => (step === undefined ? NO_STAGES : desk.stages(of, step)), [
      of,
      step,
    ]) ?? NO_STAGES;
  if (!entry) return undefined;
  const done = step === undefined || step === until;
  const earlier = entries[now - 1];
  return {
    now,
    entry,
    step,
    stages,
    /** Has the last edge of the write been? */
    done,
    /** ns of the edge in sight. */
    moment: step === undefined ? undefined : trace.ticks[step - 1]?.at,
    /** What the chips held before the write. */
    before: earlier?.memory ?? trace.before,
    face: done ? entry.face : (earlier?.face ?? []),
    range: range ?? around(entry),
    setRange,
    go: (place: number) => {
      setAt(place);
      setTick(undefined);
      setRange(around(entries[place]!));
    },
    /** To a write that is not on the tape yet: it stands at its end when it comes. */
    goToNext: () => {
      setAt(entries.length);
      setTick(undefined);
      setRange(undefined);
    },
    edgeBack: () => setTick((step ?? until) - 1),
    edgeOn: () => setTick(step === undefined ? from + 1 : step + 1),
  };
}

export type TapeInSight = NonNullable<ReturnType<typeof useTape>>;
