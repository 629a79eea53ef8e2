import type { Nanoseconds } from "../quantity";
import type { RegisterDifference, SentTransfer } from "./types";

/** More data than a chip's memory holds. @param head bytes before the data @param most bytes it holds */
export function runsOver(writes: readonly SentTransfer[], head: number, most: number): RegisterDifference[] {
  const longest = Math.max(0, ...writes.map(({ bytes }) => bytes.length - head));
  const over = writes.find(({ bytes }) => bytes.length - head > most);
  if (!over) return [];
  return [
    {
      kind: "digit count",
      severity: "caution",
      at: over.at,
      title: `${longest} bytes of data go to a memory of ${most}`,
      remedy: "The address runs over its end. Write no more bytes than there are digits.",
    },
  ];
}

/** A display that is switched off last. @param controls the writes that switch it, in order */
export function switchedOffLast(
  controls: ReadonlyArray<{ readonly on: boolean; readonly at?: Nanoseconds }>,
  remedy: string,
): RegisterDifference[] {
  const last = controls[controls.length - 1];
  if (!last || last.on) return [];
  return [
    {
      kind: "register",
      severity: "fault",
      at: last.at,
      title: "The display is switched off last and stays dark",
      remedy,
    },
  ];
}
