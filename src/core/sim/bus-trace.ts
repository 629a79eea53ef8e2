import { gridOf, isMultiplexed, type RigModel } from "../address";
import { DecodedWords, bytesOf, type BusWrite, type Explained, type LineGiven } from "../bus";
import { HIGH, LOW, type Bit, type BusNote, type Level } from "../chip";
import { burstOf, busPart, type ChipWrite, type Program, type SlotState } from "../program";
import type { Nanoseconds } from "../quantity";
import { controllerById, type UnitRef } from "../rig";
import { Board } from "./board";
import { faceOf, readShown, type Shown } from "./scan-light";

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
export type ChipMemory = ReadonlyArray<{ readonly address: number; readonly value: number }>;

/** One write, what it says, and what it leaves behind. */
export interface TapeEntry {
  readonly phase: "set-up" | "update" | "typed" | "keys";
  readonly write: BusWrite;
  readonly why: string;
  readonly bytes: readonly number[];
  /** In words: of a chain one for each word, with the chip that keeps it. */
  readonly says: ReadonlyArray<Explained & { readonly unit: UnitRef }>;
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

/**
 * Sends writes over the wires as they are, from power-up, and notes what each of them does.
 * @param keys what the chips report of their keys, the same bytes for all of them
 */
export function traceWrites(
  model: RigModel,
  program: Program,
  writes: readonly Phased[],
  keys?: readonly number[],
): BusTrace {
  const { cost } = controllerById(model.rig.plan.controller);
  const board = new Board(model);
  for (const statement of program.setup)
    if (statement.do === "line-mode") board.drive(statement.line, statement.released ? "released" : LOW, 0);
  for (const { protocol, select } of program.buses)
    if (protocol === "strobed" && select !== undefined) board.drive(select, HIGH, 0);
  board.drivers.forEach((driver) => {
    driver.takeNotes();
    if (keys) driver.holdKeys?.(keys);
  });
  const before = memoryOf(board);
  const ticks: BusTick[] = [];
  const entries: TapeEntry[] = [];
  const words = new DecodedWords();
  const given = new Map<string, LineGiven>();
  const stands = new Map<string, Level>();
  let now: Nanoseconds = cost.pinMode * 4 + 2000;
  writes.forEach(({ phase, write }, place) => {
    const state: SlotState = { slot: 0, bytes: [], levels: [], writes: [write] };
    const { events, duration } = burstOf({ ...program, send: [{ do: "send-writes" }] }, state, "send", cost);
    const first = ticks.length;
    const bus = program.buses[write.bus]!;
    for (const { at, line, level, bit } of events) {
      const moment = now + at;
      board.drive(line, level, moment);
      given.set(line, level);
      ticks.push({ at: moment, line, given: level, level: board.lineLevel(line), write: place, bit });
      // A chip answers on the data line when the clock moves.
      const answer = board.lineLevel(bus.data);
      const stood = stands.get(bus.data);
      if (line !== bus.data && stood !== undefined && answer !== stood)
        ticks.push({
          at: moment,
          line: bus.data,
          given: given.get(bus.data) ?? 0,
          level: answer,
          write: place,
          bit: undefined,
        });
      stands.set(bus.data, answer);
    }
    const notes = board.drivers
      .filter(({ units }) => units.some((unit) => bus.units.includes(unit)))
      .flatMap((driver) => driver.takeNotes());
    const bytes = bytesOf(write.write);
    const face = faceOf(model, board);
    const read = notes.find((note) => note.kind === "read");
    entries.push({
      phase,
      write: write.write,
      why: write.why,
      bytes,
      says: sayings(model, write, bytes, words),
      at: now,
      until: now + duration,
      ticks: [first, ticks.length],
      breaches: distinctBreaches(notes),
      ...(read?.kind === "read" ? { read: read.bytes } : {}),
      memory: memoryOf(board),
      face,
      text: readShown(model, face),
    });
    now += duration;
  });
  return { entries, ticks, duration: now, before };
}

/** A write in words, each word of a chain with the chip that keeps it. */
function sayings(
  model: RigModel,
  { bus, write }: ChipWrite,
  bytes: readonly number[],
  words: DecodedWords,
): TapeEntry["says"] {
  const on = model.encoding.buses![bus]!;
  const addressed =
    write.bus === "i2c" ? on.units.filter((_, at) => on.addresses?.[at] === bytes[0]! >> 1) : [];
  const units = addressed.length > 0 ? addressed : on.units;
  return words.explain(busPart(model, on), units, bytes, gridOf(model) ? "dots" : "segments");
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

/** Whether a rig's program writes to driver chips and nothing else is multiplexed. */
export const writesToChips = (model: RigModel): boolean =>
  (model.encoding.buses?.length ?? 0) > 0 && !isMultiplexed(model);
