import { statementsIn, type Statement } from "../language";
import { tableText } from "../print/c";
import type { Program } from "../types";
import type { SketchClock } from "./clocks";
import { busLineNames } from "./driver";
import { waitOf } from "./time";
import type { SketchLine } from "./text";

/** A constant name for a line: its use in the chain or ring. Lines driven directly are in a table. */
export function lineName(program: Program, line: string): string {
  const { chain, ring } = program;
  if (chain?.data === line) return "DATA_LINE";
  if (chain?.clock === line) return "CLOCK_LINE";
  if (chain?.latch === line) return "LATCH_LINE";
  if (ring?.clock === line) return "RING_CLOCK_LINE";
  if (ring?.reset === line) return "RING_RESET_LINE";
  return busLineNames(program)[line] ?? line;
}

/** The table of on-times: two bytes each while they go into two. */
export const onTimes = ({ on }: Pick<Program, "on">) => ({
  name: "ON_US",
  width: on.some((time) => time > 65_535) ? ("u32" as const) : ("u16" as const),
  values: on.map(Math.round),
  inFlash: true as const,
});

/** The constants of a sketch: its lines, how often and how long. */
export function constants(program: Program, clock: SketchClock | undefined): SketchLine[] {
  const { chain, ring, direct, digitLines, dark, darken, blankTime } = program;
  const statements = [...program.setup, ...program.loop];
  const wait = waitOf(statements);
  const refreshes = refreshesOf(statements);
  const one = (name: string, value: string | number, type = "uint8_t") => `const ${type} ${name} = ${value};`;
  const table = (name: string, values: ReadonlyArray<string | number>) =>
    `const uint8_t ${name}[] PROGMEM = {${values.join(", ")}};`;
  return [
    ...(chain ? [one("DATA_LINE", chain.data), one("CLOCK_LINE", chain.clock)] : []),
    ...(chain?.latch === undefined ? [] : [one("LATCH_LINE", chain.latch)]),
    ...Object.entries(busLineNames(program)).map(([line, name]) => one(name, line)),
    ...(ring ? [one("RING_CLOCK_LINE", ring.clock), one("RING_RESET_LINE", ring.reset)] : []),
    ...(direct.length > 0 ? [table("LINES", direct), one("LINE_COUNT", direct.length)] : []),
    ...(darken.some((statement) => statement.do === "write-lines")
      ? [one("FIRST_DIGIT_LINE", direct.length - digitLines.length)]
      : []),
    ...(ring && clock
      ? [
          table(
            "RING_CLOCKS",
            dark.states.map((state) => state.ring?.clocks ?? 0),
          ),
        ]
      : []),
    ...(clock?.kind === "loop" ? [tableText(onTimes(program))] : []),
    ...(clock && blankTime > 0 ? [one("BLANK_US", Math.round(blankTime), "uint16_t")] : []),
    ...(refreshes === undefined ? [] : [one("REFRESHES", refreshes, "unsigned long")]),
    ...(wait === undefined ? [] : [one("INTERVAL_MS", wait, "unsigned long")]),
  ].map((text) => ({ text }));
}

/** How many turns of the scan each face is shown, where all are shown alike. */
function refreshesOf(statements: readonly Statement[]): number | undefined {
  for (const statement of statementsIn(statements))
    if (statement.do === "repeat" && statement.what === "refreshes" && statement.times !== "frame")
      return statement.times;
  return undefined;
}
