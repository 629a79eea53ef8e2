import { isMultiplexed, type RigModel } from "../../address";
import { controllerById } from "../../rig";
import {
  as,
  clock,
  either,
  entry,
  name,
  number,
  operation,
  when,
  type Expression,
  type Statement,
  type Subroutine,
  type Table,
} from "../language";
import { C, tableText } from "../print/c";
import type { Printer } from "../print/printer";
import type { Code } from "../print/syntax";
import type { Program } from "../types";

/** How a sketch keeps the digits going: in its own loop, by a compare interrupt, or by asking the clock again and again. */
export type TimerKind = "loop" | "interrupt" | "polled";

/** Boards whose timer registers the sketch may set: the 8-bit ones. */
const HAS_REGISTERS = /^AT(mega|tiny)/;

/** What takes a sketch on to the next slot: its loop, a timer's interrupt, or a timer it looks at. */
export function timerKind(model: RigModel, program: Program): TimerKind {
  if (!isMultiplexed(model) || program.tick.length === 0) return "loop";
  const eightBit = HAS_REGISTERS.test(controllerById(model.rig.plan.controller).id);
  return eightBit && program.timer ? "interrupt" : "polled";
}

/** What in a sketch goes on to the next slot, and how its loop says which face is shown. */
export interface SketchClock {
  readonly kind: TimerKind;
  /** Variables and routines, before those of the sketch itself. */
  routines(print: Printer): Code;
  /** Shows a face from now on. */
  take(frame: string): Code;
  /** Starts what goes on by itself. */
  readonly start: Code;
  /** What the loop has to do when nothing else is left. */
  readonly idle: Code;
  /** The variable that counts the faces in the loop over all of them. */
  readonly counter: string;
}

/**
 * The clock of a sketch whose digits take turns.
 * @param asks it asks the clock again and again also on boards that have a timer for it
 */
export function clockOf(model: RigModel, program: Program, asks?: "asks"): SketchClock {
  const kind = timerKind(model, program);
  switch (asks && kind === "interrupt" ? "polled" : kind) {
    case "loop":
      return program.live ? { ...LOOP, routines: () => [] } : LOOP;
    case "polled":
      return polled(program);
    case "interrupt":
      return interrupting(program);
  }
}

const SLOT = name("slot");
/** Goes on to the next slot, or to the first again. */
const NEXT_SLOT: Statement = {
  do: "set",
  name: "slot",
  value: either(
    operation(operation(SLOT, "+", number(1)), "<", name("SLOTS")),
    operation(SLOT, "+", number(1)),
    number(0),
  ),
};
const SLOT_KEPT: Statement = { do: "declare", name: "slot", width: "u8", value: number(0), kept: true };

/** A loop that has nothing left to do. */
export const NOTHING_MORE: Code = ["// Nothing more to do: the outputs keep what was put out."];

const LOOP: SketchClock = {
  kind: "loop",
  routines: () => ["uint16_t shown = FRAME_COUNT;", ""],
  take: (frame) => [`shown = ${frame};`],
  start: [],
  idle: NOTHING_MORE,
  counter: "shown",
};

const LIT = "// Nothing more to do here: the timer keeps the digits lit.";

const waitShowing = (body: readonly Statement[]): Subroutine => ({
  name: "waitShowing",
  given: [{ name: "time", width: "u32" }],
  body,
});

const handedOver: Statement = { do: "set", name: "shown", value: name("frame") };

/** The routine that is called as often as possible and acts at the end of every slot. */
export const refreshIfDue = ({ periods, tick }: Pick<Program, "periods" | "tick">): Subroutine => ({
  name: "refreshIfDue",
  says: ["Called as often as possible; acts at the end of every slot."],
  given: [],
  body: [
    SLOT_KEPT,
    { do: "declare", name: "due", width: "u32", value: number(0), kept: true },
    {
      do: "if",
      condition: operation(as("i32", operation(clock("us"), "-", name("due"))), "<", number(0)),
      body: [{ do: "return" }],
    },
    { do: "change", name: "due", operator: "+", by: entry(slotTimes({ periods }), SLOT) },
    ...tick,
    NEXT_SLOT,
  ],
});

/** The same where digits may be lit for a part of their turns only: what is lit goes dark in time. */
export const refreshDimmed = (
  { periods, tick }: Pick<Program, "periods" | "tick">,
  eighths: string,
): Subroutine => {
  const times = slotTimes({ periods });
  const past = (moment: string): Expression =>
    operation(as("i32", operation(clock("us"), "-", name(moment))), ">=", number(0));
  return {
    name: "refreshIfDue",
    says: [
      "Called as often as possible; acts at the end of every slot, and where its digit goes dark before.",
    ],
    given: [],
    body: [
      SLOT_KEPT,
      { do: "declare", name: "due", width: "u32", value: number(0), kept: true },
      { do: "declare", name: "darkAt", width: "u32", value: number(0), kept: true },
      { do: "declare", name: "goesDark", width: "u8", value: number(0), kept: true },
      {
        do: "if",
        condition: operation(name("goesDark"), "&&", past("darkAt")),
        body: [{ do: "set", name: "goesDark", value: number(0) }, { do: "darken" }],
      },
      {
        do: "if",
        condition: operation(as("i32", operation(clock("us"), "-", name("due"))), "<", number(0)),
        body: [{ do: "return" }],
      },
      NEXT_SLOT,
      { do: "change", name: "due", operator: "+", by: entry(times, SLOT) },
      ...tick,
      {
        do: "if",
        condition: operation(name(eighths), "<", number(8)),
        body: [
          { do: "set", name: "goesDark", value: number(1) },
          {
            do: "set",
            name: "darkAt",
            value: operation(
              clock("us"),
              "+",
              operation(operation(entry(times, SLOT), "/", number(8)), "*", name(eighths)),
            ),
          },
        ],
      },
    ],
  };
};

/** Whole µs of each slot. */
const slotTimes = ({ periods }: Pick<Program, "periods">): Table => ({
  name: "SLOT_US",
  width: "u32",
  values: periods.map((period) => Math.round(period)),
});

const handingOver = (print: Printer): Code => [
  ...print.routine({
    name: "handOver",
    given: [{ name: "frame", width: "u16" }],
    body: [handedOver],
  }),
  "",
  ...print.routine(
    waitShowing([
      { do: "declare", name: "since", width: "u32", value: clock("ms") },
      {
        do: "while",
        condition: operation(operation(clock("ms"), "-", name("since")), "<", name("time")),
        body: [{ do: "call", routine: "refreshIfDue", given: [] }],
      },
    ]),
  ),
  "",
];

/** Boards without a timer the sketch may set ask the clock in every pause. */
const polled = (program: Program): SketchClock => ({
  kind: "polled",
  routines: (print) => [
    tableText(slotTimes(program)),
    ...(program.live ? [] : ["uint16_t shown = FRAME_COUNT;"]),
    "",
    ...print.routine(
      program.litEighths === undefined ? refreshIfDue(program) : refreshDimmed(program, program.litEighths),
    ),
    "",
    ...(program.live ? [] : handingOver(print)),
  ],
  take: (frame) => [`handOver(${frame});`],
  start: [],
  idle: [LIT, "refreshIfDue();"],
  counter: "next",
});

/** One byte is handed over whole; more can be read half new, so the interrupt is held off meanwhile. */
const isOneByte = (program: Program): boolean => program.frames.length < 256;

export const timerNumber = (program: Program): string => program.timer![0]!.timer.name.replace(/\D/g, "");

/** How the loop says to the interrupt which face is shown. */
const handingToInterrupt = (print: Printer, whole: boolean): Code => [
  ...print.routine({
    name: "handOver",
    says: [
      whole
        ? "One byte is handed over whole. A value of several bytes needs the interrupt held off meanwhile."
        : "Two bytes could be read half new: the interrupt is held off meanwhile.",
    ],
    given: [{ name: "frame", width: whole ? "u8" : "u16" }],
    body: whole ? [handedOver] : [{ do: "guard", body: [handedOver] }],
  }),
  "",
  ...print.routine(waitShowing([{ do: "pause", unit: "ms", time: name("time") }])),
  "",
];

/** The compare interrupt of an 8-bit board's timer. */
function interrupting(program: Program): SketchClock {
  const n = timerNumber(program);
  const counts: Table = {
    name: "SLOT_COUNTS",
    width: "u16",
    values: program.timer!.map(({ compare }) => compare),
    inFlash: true,
  };
  const whole = isOneByte(program);
  const { litEighths: eighths } = program;
  return {
    kind: "interrupt",
    routines: (print) => [
      tableText(counts),
      ...(eighths === undefined ? [] : ["uint8_t litSlot;"]),
      ...(program.live ? [] : [`volatile ${whole ? "uint8_t" : "uint16_t"} shown = FRAME_COUNT;`]),
      "",
      "// The timer calls this at the end of every slot.",
      ...C.block(
        `ISR(TIMER${n}_COMPA_vect)`,
        print.statements([
          SLOT_KEPT,
          { do: "set", name: `OCR${n}A`, value: entry(counts, SLOT) },
          ...(eighths === undefined ? [] : dimsAt(n, counts, eighths)),
          ...program.tick,
          ...(eighths === undefined ? [] : [LIT_SLOT]),
          NEXT_SLOT,
        ]),
      ),
      ...(eighths === undefined
        ? []
        : [
            "",
            "// And this where the digit goes dark before the end of its turn.",
            ...C.block(
              `ISR(TIMER${n}_COMPB_vect)`,
              print.statements([
                { do: "declare", name: "slot", width: "u8", value: name("litSlot") },
                when(operation(name(eighths), "<", number(8)), [{ do: "darken" }]),
              ]),
            ),
          ]),
      "",
      ...(program.live ? [] : handingToInterrupt(print, whole)),
    ],
    take: (frame) => [`handOver(${frame});`],
    start: timerStart(program, n),
    idle: [LIT],
    counter: "next",
  };
}

const LIT_SLOT: Statement = { do: "set", name: "litSlot", value: SLOT };

/** The second compare value: so many eighths of the turn, or one the timer never gets to. */
const dimsAt = (n: string, counts: Table, eighths: string): Statement[] => [
  {
    do: "set",
    name: `OCR${n}B`,
    value: either(
      operation(name(eighths), "<", number(8)),
      operation(operation(entry(counts, SLOT), "/", number(8)), "*", name(eighths)),
      number(65_535),
    ),
  },
];

const SELECT_BITS: Readonly<Record<number, readonly number[]>> = {
  1: [0],
  8: [1],
  64: [1, 0],
  256: [2],
  1024: [2, 0],
};

/** Starts the compare timer, by the registers of its data sheet. */
function timerStart(program: Program, n: string): Code {
  const { prescaler } = program.timer![0]!;
  const bits = SELECT_BITS[prescaler]!.map((bit) => `_BV(CS${n}${bit})`).join(" | ");
  return C.guard([
    `TCCR${n}A = 0;`,
    `TCCR${n}B = _BV(WGM${n}2) | ${bits};  // compare mode, clock / ${prescaler}`,
    `TCNT${n} = 0;`,
    `OCR${n}A = pgm_read_word(&SLOT_COUNTS[0]);`,
    program.litEighths === undefined
      ? `TIMSK${n} |= _BV(OCIE${n}A);`
      : `TIMSK${n} |= _BV(OCIE${n}A) | _BV(OCIE${n}B);`,
  ]);
}
