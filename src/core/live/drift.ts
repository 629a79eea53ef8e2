import { controllerById, type Rig } from "../rig";

const DAY = 86_400;

/** Seconds a day a clock may be off that is off by so many millionths. */
const secondsADay = (ppm: number): number => (ppm * DAY) / 1e6;

/** How far a clock may be off in a day, in words: "4.3 s", "7.2 min". @param ppm millionths, either way */
export function driftWords(ppm: number): string {
  const seconds = secondsADay(ppm);
  if (seconds >= 2 * 3600) return `${(seconds / 3600).toPrecision(2)} h`;
  return seconds >= 120 ? `${(seconds / 60).toPrecision(2)} min` : `${Number(seconds.toPrecision(2))} s`;
}

/** What the board of a rig counts its time by, and how far that may be off in a day. */
export function boardDrift({ plan }: Pick<Rig, "plan">): { readonly what: string; readonly aDay: string } {
  const { clockBy } = controllerById(plan.controller);
  return { what: clockBy.what, aDay: driftWords(clockBy.ppm) };
}
