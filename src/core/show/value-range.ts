import type { LiveValue } from "../rig";

/** Ticks of a timer in a second. */
export const ticksPerSecond = (tick: number): number => 1000 / tick;

/** Least and most of a value, or of a part of a time: `h` hours, `m` minutes, `s` seconds, `d` tenths, `c` hundredths. */
export function rangeOf(value: LiveValue, part?: string): readonly [number, number] {
  if ("count" in value) return [value.count.least, value.count.most];
  if ("random" in value) return [value.random.least, value.random.most];
  if ("reading" in value) {
    const [one, other] = value.reading.points;
    return [Math.min(one!.shows, other!.shows), Math.max(one!.shows, other!.shows)];
  }
  if ("entry" in value)
    return [Math.min(value.entry.least, 0), Math.max(value.entry.most, 10 ** value.entry.digits - 1)];
  // The characters it has.
  if ("message" in value) return [0, value.message.most];
  if ("clock" in value) {
    if (part === "h") return value.clock.hours === 12 ? [1, 12] : [0, 23];
    return part === undefined ? [0, 1439] : [0, 59];
  }
  const most = Math.max(...value.timer.presets);
  const perSecond = ticksPerSecond(value.timer.tick);
  switch (part) {
    case "h":
      return [0, Math.floor(most / perSecond / 3600)];
    case "M":
      return [0, Math.floor(most / perSecond / 60)];
    case "S":
      return [0, Math.floor(most / perSecond)];
    case "m":
    case "s":
      return [0, 59];
    case "d":
      return [0, 9];
    case "c":
      return [0, 99];
    default:
      return [0, most];
  }
}
