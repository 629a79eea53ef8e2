import { gridOf, isMultiplexed, type RigModel } from "../address";
import { transportOf } from "../bus";
import { controllerById } from "../rig";
import { signBytes } from "./sketch/sign";
import { timerKind, type TimerKind } from "./sketch/clocks";
import { keepsFaceTime, pausesLong } from "./sketch/time";
import { statementsIn, type Statement } from "./language";
import { liveMemory } from "./live/memory";
import type { LiveParts, Program } from "./types";
import { storedBytes, storedWrites } from "./stored";

/** What a sketch takes of its board's memory, in bytes. */
export interface SketchMemory {
  /** The sketch's own code and tables, without the calls it makes. */
  readonly own: number;
  /** Of the own bytes those in tables. */
  readonly tables: number;
  /** Everything in flash: the own bytes and the calls. */
  readonly flash: number;
  /** What changes, kept for as long as the sketch runs; the stack comes on top. */
  readonly ram: number;
  /** Measured with the compiler for this board; elsewhere the code is only estimated, the tables are counted. */
  readonly measured: boolean;
}

/**
 * Bytes of the pin and time calls of the sketch flavour once linked, each with what it brings along, and of the start-up
 * code with its clock interrupt: measured with avr-gcc -Os for the ATmega328P.
 */
const CALLS = {
  start: 446,
  pinMode: 180,
  digitalWrite: 196,
  shiftOut: 84,
  delay: 196,
  delayMicroseconds: 22,
};
const CLOCK_RAM = 9;

/** Bytes of the sketch's own code by what is in it: measured with avr-gcc -Os. */
const STATIC = { one: 76, several: 106, lines: 36, each: 32, rounds: 24, blank: 4 };
const SCANNED = { base: 198, chain: 38, lines: 74, ring: 68, darken: 98, hold: -58, rounds: 58, blank: 62 };
const TIMED = { more: 88, hold: -24, rounds: 13, blank: 13 };
/** Drawing each face of a sign on driver chips. */
const DRAWN = 938;
const CHIP_ROUNDS = 54;
const LONG_PAUSES = 60;
/** Waiting for what is left of a face's time, with its pause; less where a chip's sketch counts rounds. */
const FACE_TIME = { own: 200, ram: 4, counted: -30 };

/** Whether a statement of a kind is anywhere in a program. */
function has(statements: readonly Statement[], test: (statement: Statement) => boolean): boolean {
  for (const one of statementsIn(statements)) if (test(one)) return true;
  return false;
}

/** What a sketch takes of its board, estimated from what it is made of; 0 for logic, which has no memory to fill. */
export function sketchMemory(model: RigModel, program: Program): SketchMemory {
  const { flavour, id } = controllerById(model.rig.plan.controller);
  if (flavour === "logic") return { own: 0, tables: 0, flash: 0, ram: 0, measured: true };
  const kind = timerKind(model, program);
  if (program.live) return reacting(model, program, program.live, kind);
  const drawn = gridOf(model) !== undefined && program.buses.length > 0;
  const tables = drawn ? drawnTables(model, program) : countTables(model, program, kind);
  const timed = keepsFaceTime(program);
  const own = codeOf(model, program, kind, drawn) + tables.flash + (timed ? FACE_TIME.own : 0);
  const all = [...program.setup, ...program.loop];
  const waits = has(all, ({ do: what }) => what === "wait") || timed || pausesLong(program);
  const calls =
    CALLS.start +
    CALLS.pinMode +
    (usesWrites(program) ? CALLS.digitalWrite : 0) +
    (program.chain || callsOf(program).has("shiftOut") ? CALLS.shiftOut : 0) +
    (waits ? CALLS.delay : 0) +
    (timed || has([...all, ...program.tick], ({ do: what }) => what === "wait-slot")
      ? CALLS.delayMicroseconds
      : 0);
  return {
    own,
    tables: tables.flash,
    flash: own + calls,
    ram: tables.ram + CLOCK_RAM + (timed ? FACE_TIME.ram : 0),
    measured: /^AT(mega|tiny)/.test(id),
  };
}

/** The serial line of the sketch flavour, as it customarily comes: its code, and two buffers of 64 bytes with their places. */
const SERIAL = { flash: 1300, ram: 157 };
/** Reading a line, and the converter; lines that interrupt, as they customarily come: two vectors and a table of routines; tones with their timer. */
const READS = { line: 96, converter: 70, interrupts: 260, tone: 640 };

/** A sketch that reacts: its code is only estimated, whatever the board. */
function reacting(model: RigModel, program: Program, live: LiveParts, kind: TimerKind): SketchMemory {
  const { code, tables, ram } = liveMemory(program, live, kind !== "loop");
  const own = code + tables;
  const calls =
    CALLS.start +
    CALLS.pinMode +
    CALLS.digitalWrite +
    (program.chain ? CALLS.shiftOut : 0) +
    (isMultiplexed(model) ? CALLS.delayMicroseconds : 0) +
    READS.line +
    (live.routines.some(({ name }) => name.startsWith("read")) ? READS.converter : 0) +
    (live.routines.some(({ interrupts }) => interrupts) ? READS.interrupts : 0) +
    (live.routines.some(sounds) ? READS.tone : 0) +
    (live.talks ? SERIAL.flash : 0);
  return {
    own,
    tables,
    flash: own + calls,
    ram: ram + CLOCK_RAM + (live.talks ? SERIAL.ram : 0),
    measured: false,
  };
}

const sounds = ({ body }: LiveParts["routines"][number]): boolean =>
  [...statementsIn(body)].some((one) => one.do === "line-set" && one.tone !== undefined);

const usesWrites = ({ chain, direct, ring, buses }: Program): boolean =>
  chain !== undefined || direct.length > 0 || ring !== undefined || callsOf({ buses }).has("digitalWrite");

/** The pin calls its transfers make, beside setting a line's mode. */
const callsOf = ({ buses }: Pick<Program, "buses">) =>
  new Set(buses.flatMap(({ protocol }) => transportOf(protocol).sketch.calls));

/** Whether the show ends after some rounds, and whether it ends dark. */
function endsOf(program: Program) {
  const all = [...program.setup, ...program.loop];
  const rounds = has(all, (one) => one.do === "repeat" && one.what !== "refreshes");
  const dark = (one: Statement) =>
    (one.do === "show" && one.state === "blank") || (one.do === "take-frame" && one.frame === "blank");
  return {
    loops: has(all, ({ do: what }) => what === "for-each-frame"),
    rounds,
    blank: rounds && has(all, dark),
  };
}

/**
 * Flash the code takes beside the calls, by the parts a sketch is made of; each part was measured with the compiler by
 * leaving it out.
 */
function codeOf(model: RigModel, program: Program, kind: TimerKind, drawn: boolean): number {
  const { loops, rounds, blank } = endsOf(program);
  const bus = program.buses[0];
  if (bus) {
    const base = (drawn ? DRAWN : 0) + transportOf(bus.protocol).sketch.bytes;
    return (
      base +
      (loops ? STATIC.each : 0) +
      (rounds ? CHIP_ROUNDS + FACE_TIME.counted : 0) +
      (blank ? STATIC.blank : 0)
    );
  }
  const size = storedBytes(program.dark.states[0]!).length;
  if (!isMultiplexed(model)) {
    const lines = program.direct.length > 0 ? STATIC.lines : 0;
    return (
      (size === 1 ? STATIC.one : STATIC.several) +
      lines +
      (loops ? STATIC.each : 0) +
      (rounds ? STATIC.rounds : 0) +
      (blank ? STATIC.blank : 0)
    );
  }
  const timed = kind !== "loop";
  const shape = timed ? TIMED : SCANNED;
  const dots = program.frames.some(({ time, cells }) => time !== undefined && cells.length === 0);
  return (
    SCANNED.base +
    (program.chain ? SCANNED.chain : 0) +
    (program.direct.length > 0 ? SCANNED.lines : 0) +
    (program.ring ? SCANNED.ring : 0) +
    (program.darken.length > 0 ? SCANNED.darken : 0) +
    (timed ? TIMED.more : 0) +
    (loops ? 0 : shape.hold) +
    (rounds ? shape.rounds : 0) +
    (blank ? shape.blank : 0) +
    (dots ? DOTS : 0) +
    (pausesLong(program) ? LONG_PAUSES : 0)
  );
}

/** Reading each face's own time. */
const DOTS = 10;

function drawnTables(model: RigModel, program: Program): { flash: number; ram: number } {
  const { flash, ram } = signBytes(model, program);
  return { flash: flash + setUpBytes(program), ram };
}

const setUpBytes = ({ setUpState }: Program): number => (setUpState ? storedWrites(setUpState).length : 0);

/** Tables counted byte by byte, and what the sketch keeps in memory. */
function countTables(model: RigModel, program: Program, kind: TimerKind): { flash: number; ram: number } {
  const { frames, dark, direct, ring, on, timer } = program;
  const { blank } = endsOf(program);
  const small = program.buses.length > 0 ? 0 : direct.length;
  if (program.buses.length > 0) {
    const size = storedWrites(dark.states[0]!).length;
    return { flash: setUpBytes(program) + (frames.length + (blank ? 1 : 0)) * size, ram: 0 };
  }
  const size = storedBytes(dark.states[0]!).length;
  if (!isMultiplexed(model))
    return { flash: small + (frames.length + (blank && size > 1 ? 1 : 0)) * size, ram: 0 };
  const dots = gridOf(model) !== undefined;
  return {
    flash:
      small +
      (frames.length + 1) * on.length * size +
      (dots ? frames.length * 2 : 0) +
      (ring ? on.length : 0) +
      (kind === "loop" ? on.length * (on.some((time) => time > 65_535) ? 4 : 2) : 0) +
      (kind === "interrupt" ? (timer?.length ?? 0) * 2 : 0),
    ram: kind === "interrupt" ? 1 + (frames.length < 256 ? 1 : 2) : 2 + (kind === "polled" ? 5 : 0),
  };
}
