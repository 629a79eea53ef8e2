import type { ClockLines } from "../../inputs";
import type { Nanoseconds } from "../../quantity";
import {
  as,
  call,
  element,
  name,
  number,
  operation,
  set,
  setElement,
  when,
  type ArrayVariable,
  type Expression,
  type Statement,
  type Subroutine,
  type Variable,
} from "../language";
import { joined, routineFor, unitName } from "./naming";
import { forEach } from "./numbers";

/** ms between two looks at a clock chip: a second is never shown later than that. */
export const CHIP_LOOKS_MS = 250;

/** The time as a chip has it: packed BCD, seconds first. */
const REGISTERS = 3;
/** Bits of the registers that are the time: the others stop the clock, or say which hours it counts in. */
const TIME_BITS = [0x7f, 0x7f, 0x3f] as const;

/** What a clock chip asks of a program, and how its time is had. */
export interface ClockChipCode {
  readonly variables: readonly Variable[];
  readonly arrays: readonly ArrayVariable[];
  readonly setup: readonly Statement[];
  readonly routines: readonly Subroutine[];
  /** The routines that begin and end a transfer and send a byte, and the variable that is 1 while all were answered. */
  readonly transfer: {
    readonly begin: string;
    readonly send: string;
    readonly end: string;
    readonly heard: string;
  };
  /** Reads the time into its array. */
  readonly read: Statement;
  /** 1 while it answered. */
  readonly heard: Expression;
  /** Packed BCD of seconds, minutes or hours, as it was read. */
  packed(place: 0 | 1 | 2): Expression;
  /** Sets the chip to a time, in packed BCD from the seconds on. */
  write(time: readonly [Expression, Expression, Expression]): Statement[];
}

/**
 * I²C by hand: both lines are only pulled down or let go. A board whose calls are quicker than the chip waits after each.
 * @param call ns a call takes that lets a line go
 */
export function clockChipCode(lines: ClockLines, callTime: Nanoseconds): ClockChipCode {
  const { unit, address } = lines;
  const own = unitName(unit);
  const [data, clock] = [`${unit}_SDA`, `${unit}_SCL`];
  const [time, byte, heard] = [joined(own, "time"), joined(own, "byte"), joined(own, "heard")];
  const [begins, sends, takes, ends, reads, writes] = ["begin", "send", "take", "end", "read", "write"].map(
    (verb) => routineFor(verb, unit),
  ) as [string, string, string, string, string, string];
  const wait = Math.ceil(Math.max(0, lines.step - callTime) / 1000);
  const rest: Statement[] = wait > 0 ? [{ do: "pause", unit: "us", time: number(wait) }] : [];
  const move = (which: "data" | "clock", low: 0 | 1): Statement[] => [
    { do: "line-pull", line: lines[which], named: which === "data" ? data : clock, low },
    ...rest,
  ];
  const pulse = [...move("clock", 0), ...move("clock", 1)];
  const level: Expression = { is: "line", line: lines.data, named: data };
  const nth = (at: number) => element(time, number(at));
  const shifted = (variable: string) => as("u8", operation(name(variable), "<<", number(1)));
  const start = [call(sends, number(address << 1)), call(sends, number(0))];
  const routines: Subroutine[] = [
    {
      name: begins,
      says: [`${unit}: data falls while the clock is high. What answers is heard from here on.`],
      given: [],
      body: [...move("data", 1), ...move("clock", 1)],
    },
    {
      name: ends,
      says: [`${unit}: data rises while the clock is high.`],
      given: [],
      body: [...move("data", 1), ...move("clock", 0), ...move("data", 0)],
    },
    {
      name: sends,
      says: [`${unit}: eight bits, highest first; at the ninth clock the chip holds the data line low.`],
      given: [{ name: "value", width: "u8" }],
      body: [
        forEach("bit", number(8), [
          when(operation(name("value"), "&", number(0x80)), move("data", 0), move("data", 1)),
          ...pulse,
          set("value", shifted("value")),
        ]),
        ...move("data", 0),
        ...move("clock", 0),
        when(level, [set(heard, number(0))]),
        ...move("clock", 1),
      ],
    },
    {
      name: takes,
      says: [`${unit}: eight bits of the chip; all but the last byte are acknowledged.`],
      given: [{ name: "last", width: "u8", most: 1 }],
      body: [
        set(byte, number(0)),
        ...move("data", 0),
        forEach("bit", number(8), [
          ...move("clock", 0),
          set(byte, as("u8", operation(shifted(byte), "|", level))),
          ...move("clock", 1),
        ]),
        when(operation(name("last"), "==", number(0)), move("data", 1)),
        ...pulse,
        ...move("data", 0),
      ],
    },
    {
      name: reads,
      says: [`${unit}: seconds, minutes and hours, each as two digits of four bits.`],
      given: [],
      body: [
        set(heard, number(1)),
        call(begins),
        ...start,
        ...move("data", 0),
        ...move("clock", 0),
        call(begins),
        call(sends, number((address << 1) | 1)),
        forEach("at", number(REGISTERS), [
          call(takes, operation(name("at"), "==", number(REGISTERS - 1))),
          setElement(time, name("at"), name(byte)),
        ]),
        call(ends),
      ],
    },
    {
      name: writes,
      says: [`${unit}: sets it to the time in ${time}.`],
      given: [],
      body: [
        call(begins),
        ...start,
        forEach("at", number(REGISTERS), [call(sends, element(time, name("at")))]),
        call(ends),
      ],
    },
  ];
  return {
    variables: [
      { name: byte, width: "u8" },
      { name: heard, width: "u8", most: 1 },
    ],
    arrays: [{ name: time, width: "u8", size: REGISTERS }],
    setup: [
      { do: "line-input", line: lines.data, named: data, pulledUp: false },
      { do: "line-input", line: lines.clock, named: clock, pulledUp: false },
    ],
    routines,
    transfer: { begin: begins, send: sends, end: ends, heard },
    read: call(reads),
    heard: name(heard),
    packed: (place) => operation(nth(place), "&", number(TIME_BITS[place])),
    write: (digits) => [...digits.map((one, at) => setElement(time, number(at), one)), call(writes)],
  };
}
