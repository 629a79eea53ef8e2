import { chipOn, gridOf, type RigModel } from "../address";
import { transportOf, type BusWrite, type LineGiven } from "../bus";
import type { ExplainedWord, MemoryValue, WriteReader } from "../chips";
import { HIGH, LOW, type Bit, type Level } from "../level";
import type { BusNote } from "../bus";
import { burstOf, type ChipWrite, type LineEvent, type Program, type SlotState } from "../program";
import type { Nanoseconds } from "../quantity";
import { lazily } from "../remember";
import { controllerById, type UnitRef } from "../rig";
import { Board } from "./board";
import { faceOf, readShown } from "./scan-light";
import type { Shown } from "./shown";

/** One change of a line during writes to driver chips. */
export interface BusTick {
  readonly at: Nanoseconds;
  readonly line: string;
  readonly given: LineGiven;
  /** What stands on the line: a chip that answers holds it low. */
  readonly level: Level;
  readonly write: number;
  /** Place of the bit in the write, for edges that carry one. */
  readonly bit: number | undefined;
}

/** Registers and memory of one chip. */
export type ChipMemory = readonly MemoryValue[];

/** One write, what it says, and what it leaves behind. */
export interface TapeEntry {
  readonly phase: "set-up" | "update" | "typed" | "keys";
  readonly write: BusWrite;
  readonly why: string;
  readonly bytes: readonly number[];
  /** In words: of a chain one for each word, with the chip that keeps it. */
  readonly says: readonly ExplainedWord[];
  readonly at: Nanoseconds;
  readonly until: Nanoseconds;
  /** Range of ticks, the second one behind the last. */
  readonly ticks: readonly [number, number];
  readonly breaches: ReadonlyArray<Extract<BusNote, { kind: "breach" }>>;
  /** What was read back, where something was. */
  readonly read?: readonly number[];
  readonly memory: Readonly<Record<UnitRef, ChipMemory>>;
  readonly face: readonly Shown[];
  readonly text: string;
}

export interface BusTrace {
  readonly entries: readonly TapeEntry[];
  readonly ticks: readonly BusTick[];
  readonly duration: Nanoseconds;
  /** Memory before the first write. */
  readonly before: Readonly<Record<UnitRef, ChipMemory>>;
}

/** Writes of a tape with the phase they belong to. */
export interface Phased {
  readonly phase: TapeEntry["phase"];
  readonly write: ChipWrite;
}

/** The writes of a rig's set-up, and of the update that shows one frame of its program. */
export function tapeOf(program: Program, frame: number): Phased[] {
  const shown = program.frames[Math.min(frame, program.frames.length - 1)];
  return [
    ...(program.setUpState?.writes ?? []).map((write): Phased => ({ phase: "set-up", write })),
    ...(shown?.states[0]?.writes ?? []).map((write): Phased => ({ phase: "update", write })),
  ];
}

/** A write that has been sent, and the board it was sent to, as it stands then. */
interface Played extends Phased {
  readonly at: Nanoseconds;
  readonly until: Nanoseconds;
  readonly bytes: readonly number[];
  readonly says: TapeEntry["says"];
  readonly notes: readonly BusNote[];
}

/** A board whose lines are set up as a program begins. */
function boardFor(model: RigModel, program: Program): Board {
  const board = new Board(model);
  for (const statement of program.setup)
    if (statement.do === "line-mode") board.drive(statement.line, statement.released ? "released" : LOW, 0);
  for (const { protocol, select } of program.buses)
    if (transportOf(protocol).selectRestsHigh && select !== undefined) board.drive(select, HIGH, 0);
  for (const driver of board.drivers) driver.takeNotes();
  return board;
}

/** When the first write may begin: once the lines are set up. */
const firstWrite = (model: RigModel): Nanoseconds =>
  controllerById(model.rig.plan.controller).cost.pinMode * 4 + 2000;

/**
 * Sends writes over the wires as they are, one after the other.
 * @param seen is told of every edge once the board has taken it
 */
function* played(
  model: RigModel,
  program: Program,
  writes: readonly Phased[],
  board: Board,
  seen?: (moment: Nanoseconds, edge: LineEvent, place: number) => void,
): Generator<Played, void> {
  const { cost } = controllerById(model.rig.plan.controller);
  const readers = (model.encoding.buses ?? []).map((bus) => chipOn(model, bus).reader());
  const sending: Program = { ...program, send: [{ do: "send-writes" }] };
  let now = firstWrite(model);
  for (const [place, { phase, write }] of writes.entries()) {
    const state: SlotState = { slot: 0, bytes: [], levels: [], writes: [write] };
    const { events, duration } = burstOf(sending, state, "send", cost);
    for (const event of events) {
      board.drive(event.line, event.level, now + event.at);
      seen?.(now + event.at, event, place);
    }
    const { units } = program.buses[write.bus]!;
    const notes = board.drivers
      .filter((driver) => driver.units.some((unit) => units.includes(unit)))
      .flatMap((driver) => driver.takeNotes());
    const { bytes } = write.write;
    const says = sayings(model, write, bytes, readers[write.bus]!);
    yield { phase, write, at: now, until: now + duration, bytes, says, notes };
    now += duration;
  }
}

/** What a tape says of a write, without its edges. */
export interface TapeLine extends Pick<TapeEntry, "phase" | "why" | "bytes" | "says" | "at"> {
  /** What reads on the face then, if it was asked for. */
  readonly text: string | undefined;
}

/** Sends writes from power-up and tells what each does, in little memory. @param reads whether to read the face behind one */
export function* tapeLines(
  model: RigModel,
  program: Program,
  writes: readonly Phased[],
  reads: (place: number) => boolean,
): Generator<TapeLine, void> {
  const board = boardFor(model, program);
  let place = 0;
  for (const { phase, write, bytes, says, at } of played(model, program, writes, board)) {
    const text = reads(place) ? readShown(model, faceOf(model, board)) : undefined;
    yield { phase, why: write.why, bytes, says, at, text };
    place += 1;
  }
}

/**
 * Sends writes over the wires as they are, from power-up, and notes every edge and what each write does.
 * @param keys what the chips report of their keys, the same bytes for all of them
 */
export function traceWrites(
  model: RigModel,
  program: Program,
  writes: readonly Phased[],
  keys?: readonly number[],
): BusTrace {
  const board = boardFor(model, program);
  if (keys) for (const driver of board.drivers) driver.holdKeys?.(keys);
  const before = memoryOf(board);
  const ticks: BusTick[] = [];
  const entries: TapeEntry[] = [];
  const given = new Map<string, LineGiven>();
  const stands = new Map<string, Level>();
  const tick = (at: Nanoseconds, { line, level, bit }: LineEvent, place: number): void => {
    const { data } = program.buses[writes[place]!.write.bus]!;
    given.set(line, level);
    ticks.push({ at, line, given: level, level: board.lineLevel(line), write: place, bit });
    // A chip answers on the data line when the clock moves.
    const answer = board.lineLevel(data);
    const stood = stands.get(data);
    if (line !== data && stood !== undefined && answer !== stood)
      ticks.push({
        at,
        line: data,
        given: given.get(data) ?? 0,
        level: answer,
        write: place,
        bit: undefined,
      });
    stands.set(data, answer);
  };
  let first = 0;
  let duration = firstWrite(model);
  for (const { phase, write, at, until, bytes, says, notes } of played(model, program, writes, board, tick)) {
    const face = faceOf(model, board);
    const text = lazily(() => readShown(model, face));
    const read = notes.find((note) => note.kind === "read");
    entries.push({
      phase,
      write: write.write,
      why: write.why,
      bytes,
      says,
      at,
      until,
      ticks: [first, ticks.length],
      breaches: distinctBreaches(notes),
      ...(read?.kind === "read" ? { read: read.bytes } : {}),
      memory: memoryOf(board),
      face,
      get text() {
        return text();
      },
    });
    first = ticks.length;
    duration = until;
  }
  return { entries, ticks, duration, before };
}

/** A write in words, each word of a chain with the chip that keeps it. */
function sayings(
  model: RigModel,
  { bus }: ChipWrite,
  bytes: readonly number[],
  reader: WriteReader,
): TapeEntry["says"] {
  const on = model.encoding.buses![bus]!;
  const addressed = on.units.filter((_, at) => on.addresses?.[at] === bytes[0]! >> 1);
  const units = addressed.length > 0 ? addressed : on.units;
  return reader.explain(units, bytes, gridOf(model) ? "dots" : "segments");
}

/** Each broken rule once, with the first moment it was broken. */
function distinctBreaches(notes: readonly BusNote[]): TapeEntry["breaches"] {
  const seen = new Map<string, Extract<BusNote, { kind: "breach" }>>();
  for (const note of notes) if (note.kind === "breach" && !seen.has(note.rule)) seen.set(note.rule, note);
  return [...seen.values()];
}

const memoryOf = (board: Board): Record<UnitRef, ChipMemory> =>
  Object.fromEntries(
    board.drivers.flatMap((driver) => driver.units.map((unit) => [unit, driver.memory(unit)] as const)),
  );

/** The shift stages of a chain after so many of a trace's ticks, chip by chip, the bit that came first at the left. */
export function stagesAfter(
  model: RigModel,
  trace: BusTrace,
  count: number,
): ReadonlyArray<{ readonly unit: UnitRef; readonly stages: readonly Bit[] }> {
  const board = new Board(model);
  for (const { line, given, at } of trace.ticks.slice(0, count)) board.drive(line, given, at);
  return board.drivers.flatMap((driver) =>
    driver.units.flatMap((unit) => {
      const stages = driver.stages(unit);
      return stages ? [{ unit, stages }] : [];
    }),
  );
}
