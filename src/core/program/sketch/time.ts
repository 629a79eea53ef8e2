import {
  as,
  clock,
  name,
  number,
  operation,
  statementsIn,
  type Statement,
  type Subroutine,
} from "../language";
import type { Program } from "../types";

/** The time a program waits, in ms, where all its faces are shown alike. */
export function waitOf(statements: readonly Statement[]): number | undefined {
  for (const statement of statementsIn(statements))
    if ((statement.do === "wait" || statement.do === "wait-until-due") && statement.time !== "frame")
      return statement.time;
  return undefined;
}

/** Longest pause, in µs, the microsecond call keeps exactly on 8-bit boards. */
const LONGEST_PAUSE = 16_000;

/** Whether a slot's on-time or the blank between two is longer than that. */
export const pausesLong = ({ on, blankTime }: Pick<Program, "on" | "blankTime">): boolean =>
  Math.max(...on, blankTime) > LONGEST_PAUSE;

const TIME = name("time");

/** A pause of any length in µs: the microsecond call keeps short ones only. */
export const PAUSE: Subroutine = {
  name: "pauseMicroseconds",
  given: [{ name: "time", width: "u32" }],
  body: [
    { do: "pause", unit: "ms", time: operation(TIME, "/", number(1000)) },
    { do: "pause", unit: "us", time: operation(TIME, "%", number(1000)) },
  ],
};

/** Faces that are shown longer than this, in ms, are waited for in parts: the microsecond clock rolls over in 71 minutes. */
const LONGEST_DUE = 60_000;

/** Whether a program waits for what is left of a face's time. */
export const keepsFaceTime = ({ setup }: Pick<Program, "setup">): boolean =>
  setup.some(({ do: what }) => what === "start-clock");

/** The longest wait of a program that has to be waited for in parts. */
export const waitsLong = ({ setup, loop }: Pick<Program, "setup" | "loop">): boolean =>
  (waitOf([...setup, ...loop]) ?? 0) > LONGEST_DUE;

const LEFT = operation(name("due"), "-", name("now"));

/** Waiting for what is left of a face's time, in ms; the variable `due` is the moment the face at hand ends, in µs. */
export const untilDue = (long: boolean): Subroutine => ({
  name: "waitUntilDue",
  says: [
    "Waits for what is left of a face's time, so that drawing and sending do not make the show slower.",
    "What comes late is not made up for: the next face counts from here.",
  ],
  given: [{ name: "time", width: "u32" }],
  body: [
    ...(long ? [inParts] : []),
    { do: "change", name: "due", operator: "+", by: operation(TIME, "*", number(1000)) },
    { do: "declare", name: "now", width: "u32", value: clock("us") },
    {
      do: "if",
      // The difference is taken with a sign, so that it stays right when the clock rolls over in between.
      condition: operation(as("i32", LEFT), ">", number(0)),
      body: [{ do: "call", routine: PAUSE.name, given: [LEFT] }],
      otherwise: [{ do: "set", name: "due", value: name("now") }],
    },
  ],
});

const inParts: Statement = {
  do: "while",
  condition: operation(TIME, ">", number(LONGEST_DUE)),
  body: [
    { do: "change", name: "due", operator: "+", by: number(LONGEST_DUE * 1000) },
    { do: "pause", unit: "ms", time: number(LONGEST_DUE) },
    { do: "change", name: "time", operator: "-", by: number(LONGEST_DUE) },
  ],
};
