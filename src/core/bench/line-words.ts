import { busLines, digitLines, directLines, type RigModel } from "../address";

/** What a line of the display is for, in a word or two; nothing where it is only one of many. */
export function lineWord({ encoding }: RigModel, line: string): string | undefined {
  const { chain, rings, buses = [] } = encoding;
  const chained = Object.entries(chain ?? {}).find(([, own]) => own === line);
  if (chained) return chained[0];
  for (const { clock, reset } of rings) {
    if (clock === line) return "clock of the ring";
    if (reset === line) return "reset of the ring";
  }
  for (const bus of buses) {
    if (!busLines(bus).includes(line)) continue;
    if (bus.data === line) return "data";
    return bus.clock === line ? "clock" : "select";
  }
  if (digitLines(encoding).has(line)) return "a digit";
  return directLines(encoding).includes(line) ? "a segment" : undefined;
}
