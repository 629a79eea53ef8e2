import { busLines, chipOn, gridOf, type DotGrid, type RigModel } from "../address";
import { busEdges, transportOf, type BusNote, type BusPace } from "../bus";
import type { WriteReader } from "../chips";
import { LOW, OPEN, UNKNOWN, type Level } from "../level";
import { Stitcher, type Ribbon } from "../dots";
import { buildProgram } from "../program";
import type { Nanoseconds } from "../quantity";
import type { EncodedBus, UnitRef } from "../rig";
import { Board, readShown, readSign, shownPicture } from "../sim";
import { ChipFaces } from "./chip-faces";
import type {
  Began,
  Decoded,
  DecodedBreach,
  DecodedFace,
  DecodedLine,
  DecodedWrite,
  LineActivity,
  Mapping,
} from "./decoded";
import type { FaceFollower, WatchedFace } from "./face-follower";
import { followFaces } from "./faces";
import { Loads } from "./loads";
import { litDigits } from "./fit";
import { wantedLines } from "./mapping";

/** Writes and faces kept: a capture may hold millions. */
const MOST_WRITES = 20_000;
const MOST_FACES = 20_000;
/** Faces of dots whose own text is read: the first ones, and those that stand so long, in ns. The lines are all read. */
const FIRST_READ = 40;
const MOST_READ = 500;
const STANDS: Nanoseconds = 200e6;
/** A picture of dots that stands shorter is only half written, in ns. */
export const HALF_WRITTEN: Nanoseconds = 60e6;
/** How fast transfers are put out that are not a capture's own. */
const PACE: BusPace = { write: 3000, shiftBit: 9000, pause: 0 };

/** The other level of a signal that says the opposite; what is not known stays so. */
export const oppositeLevel = (level: Level): Level => (level === LOW ? 1 : level === 1 ? LOW : level);

/** Follows what is on the lines through the rig's own chips: what was written, which rules were broken, what it lights. */
export class Decoder {
  private readonly board: Board;
  private readonly pulled: ReadonlySet<string>;
  private readonly writes: DecodedWrite[] = [];
  private readonly unheard: Array<Pick<DecodedWrite, "from" | "at" | "bytes">> = [];
  private count = 0;
  private readonly breaches = new Map<string, DecodedBreach>();
  private readonly faces: DecodedFace[] = [];
  private readonly follower: FaceFollower;
  private readonly latches: ReadonlySet<string>;
  /** Of registers without a latch, by their clock line: where whole loads end. */
  private readonly loads: { readonly clock: string; readonly length: number; readonly of: Loads } | undefined;
  private clockWas: Level = OPEN;
  private readonly heard = new Set<Nanoseconds>();
  private latched = "";
  private faceKey = "";
  private readonly grid: DotGrid | undefined;
  private readonly stitcher = new Stitcher(HALF_WRITTEN);
  private readonly read: DecodedLine[] = [];
  private readonly readers = new Map<EncodedBus, WriteReader>();
  private readonly activity: ReadonlyMap<string, LineActivity>;
  private undriven = false;
  private firstAt: Nanoseconds | undefined;

  /**
   * @param mapped lines the capture shows
   * @param began at power-up, or while the board was running: then its chips are set up, and hold what nobody knows
   */
  constructor(
    private readonly model: RigModel,
    mapped: Mapping,
    private readonly began: Began,
  ) {
    this.board = new Board(model, "listening");
    const { buses = [], chain } = model.encoding;
    this.pulled = new Set(buses.filter(({ protocol }) => transportOf(protocol).openDrain).flatMap(busLines));
    this.latches = new Set(chain?.latch === undefined ? [] : [chain.latch]);
    const length = model.chain.chips.length * 8;
    if (chain && chain.latch === undefined)
      this.loads = { clock: chain.clock, length, of: new Loads(length) };
    this.activity = new Map(
      wantedLines(model)
        .filter(({ line }) => line in mapped)
        .map(({ line }) => [line, { line, changes: 0, level: OPEN as Level }]),
    );
    if (began === "running") this.setUp();
    // Lines the capture does not show rest low, as a board leaves them that has set them up.
    for (const line of buses.flatMap(busLines)) if (!(line in mapped)) this.board.drive(line, LOW, 0);
    this.board.drivers.forEach((driver) => driver.takeNotes());
    this.board.takeTouched();
    this.grid = gridOf(model);
    this.follower = followFaces(model, this.board, (face) => this.show(face));
  }

  /** The chips as the rig's own program sets them up, without what it writes to their memory. */
  private setUp(): void {
    const program = buildProgram(this.model);
    for (const { line, level } of restingLines(this.model)) this.board.drive(line, level, 0);
    for (const { bus, write } of program.setUpState?.writes ?? []) {
      const on = program.buses[bus]!;
      if (chipOn(this.model, on).placesWritten(on.units, write.bytes).length > 0) continue;
      for (const { line, level } of busEdges(write, on, PACE).edges) this.board.drive(line, level, 0);
    }
  }

  change(line: string, at: Nanoseconds, level: Level): void {
    this.follower.until(at);
    this.follow(line, at, level);
    // Before a board sets its lines up a capture may not know them: that is no edge. What it shows of an open-drain line
    // that nobody drives is what pulls it up.
    const pulledUp = level === OPEN && this.pulled.has(line);
    this.board.drive(line, level === UNKNOWN ? OPEN : pulledUp ? "released" : level, at);
    this.collect();
    if (this.latches.has(line) && level === 1) this.latch(at);
    if (this.loads && line === this.loads.clock) {
      if (level === 1 && this.clockWas === LOW && this.loads.of.rise(at) === this.loads.length)
        this.latch(at);
      this.clockWas = level;
    }
    this.follower.changed(line, at);
    for (const { places, from, at: until } of this.taken.splice(0)) this.follower.wrote(places, from, until);
  }

  /** How a line moves; one that gets its first level later than others was not driven until then. */
  private follow(line: string, at: Nanoseconds, level: Level): void {
    this.firstAt ??= at;
    const moved = this.activity.get(line);
    if (!moved) return;
    const known = level === LOW || level === 1;
    const before = moved.level === LOW || moved.level === 1;
    if (!before && moved.changes === 0 && !this.pulled.has(line) && (!known || at > this.firstAt))
      this.undriven = true;
    if (moved.level !== level && before) moved.changes += 1;
    moved.level = level;
  }

  private readonly taken: Array<{ places: readonly string[]; from: Nanoseconds; at: Nanoseconds }> = [];

  private collect(): void {
    for (const driver of this.board.drivers) {
      for (const note of driver.takeNotes()) this.note(driver.units, note);
    }
  }

  private note(units: readonly UnitRef[], note: BusNote): void {
    if (note.kind === "unheard") {
      if (this.unheard.length < MOST_WRITES) this.unheard.push(note);
      return;
    }
    if (note.kind === "breach") {
      // The transfer a capture begins in is not whole: what is wrong with it tells nothing.
      if (this.began === "running" && this.count === 0) return;
      const before = this.breaches.get(note.rule);
      this.breaches.set(note.rule, { ...(before ?? note), rule: note.rule, count: (before?.count ?? 0) + 1 });
      return;
    }
    const bus = this.model.encoding.buses?.find((one) => one.units.some((unit) => units.includes(unit)));
    const chip = bus && chipOn(this.model, bus);
    const bytes = note.kind === "read" ? [note.command, ...note.bytes] : note.bytes;
    const on = chip?.transport.together === "chain" ? bus!.units : units;
    if (chip && note.kind === "write") {
      const places = chip.placesWritten(on, bytes);
      this.taken.push({ places, from: note.from, at: note.at });
    }
    this.add({
      from: note.from,
      at: note.at,
      units: bus?.units ?? units,
      bytes,
      bits: note.kind === "read" ? bytes.length * 8 : note.bits,
      kind: note.kind,
      says: bus
        ? this.readerOf(bus)
            .explain(on, bytes, this.grid ? "dots" : "segments")
            .map(({ title, says, strange }) => ({ title, says, strange }))
        : [],
    });
  }

  private readerOf(bus: EncodedBus): WriteReader {
    const reader = this.readers.get(bus) ?? chipOn(this.model, bus).reader();
    this.readers.set(bus, reader);
    return reader;
  }

  /** The outputs of shift registers took their stages. */
  private latch(at: Nanoseconds): void {
    const bytes = [...this.model.chain.chips].reverse().map((unit) => {
      const held = this.board.chip(unit)?.latched ?? [];
      if (held.some((bit) => bit !== 0 && bit !== 1)) return -1;
      const msb = this.model.encoding.bitOrder === "msb-first";
      return held.reduce<number>((byte, bit, stage) => byte | (Number(bit) << (msb ? stage : 7 - stage)), 0);
    });
    const key = bytes.join();
    if (key === this.latched) return;
    this.latched = key;
    this.add({
      from: at,
      at,
      units: this.model.chain.chips,
      bytes,
      bits: bytes.length * 8,
      kind: "latch",
      says: [],
    });
  }

  private add(write: DecodedWrite): void {
    this.count += 1;
    this.heard.add(write.from);
    if (this.writes.length < MOST_WRITES) this.writes.push(write);
  }

  private show({ at, digits }: WatchedFace): void {
    const rows = digits.map(({ segments, unknown }) => ({
      lit: segments.join(" "),
      unknown: unknown.join(" "),
    }));
    const key = JSON.stringify(rows);
    if (key === this.faceKey || this.faces.length >= MOST_FACES) return;
    this.faceKey = key;
    this.faces.push({ at, text: this.grid ? "" : readShown(this.model, digits), digits: rows });
    if (!this.grid || digits.some((one) => one.unknown.length > 0)) return;
    this.readLine(this.stitcher.add(shownPicture(this.model, this.grid, digits), at));
  }

  private readLine(ribbon: Ribbon | undefined): void {
    if (!ribbon) return;
    const { from, to, bitmap, moved } = ribbon;
    const { text, sure } = readSign(this.model, bitmap);
    this.read.push({ from, to, moved, text, sure });
  }

  /** The faces of a display of dots with what reads on them: steps of a text that runs are many and say little. */
  private withTexts(to: Nanoseconds): DecodedFace[] {
    let read = 0;
    return this.faces.map((face, place) => {
      const stands = (this.faces[place + 1]?.at ?? to) - face.at >= STANDS;
      if ((place >= FIRST_READ && !stands) || read >= MOST_READ) return face;
      read += 1;
      return {
        ...face,
        text: readShown(
          this.model,
          litDigits(face).map((segments) => ({ segments })),
        ),
      };
    });
  }

  finish(to: Nanoseconds): Decoded {
    this.follower.until(to);
    this.follower.end(to);
    if (this.grid) for (const ribbon of this.stitcher.finish(to)) this.readLine(ribbon);
    return {
      began: this.began,
      undriven: this.undriven,
      writes: this.writes,
      cut: this.count > this.writes.length,
      count: this.count,
      unheard: this.unheard.filter(({ from }) => !this.heard.has(from)),
      breaches: [...this.breaches.values()].sort((one, other) => one.at - other.at),
      faces: this.grid ? this.withTexts(to) : this.faces,
      lines: this.read,
      junk: this.follower instanceof ChipFaces && this.began === "power-up" ? this.follower.junk : undefined,
      activity: [...this.activity.values()],
      to,
    };
  }
}

/** The lines of all buses as they rest between transfers: an open-drain bus is let go, on others the select is high. */
const restingLines = ({ encoding }: RigModel): Array<{ readonly line: string; readonly level: 0 | 1 }> =>
  (encoding.buses ?? []).flatMap((bus) =>
    busLines(bus).map((line) => ({
      line,
      level: transportOf(bus.protocol).openDrain || line === bus.select ? 1 : 0,
    })),
  );

/** What transfers to driver chips do, whatever bytes they carry, sent at their moments or as soon as the bus is free. */
export function decodeWrites(
  model: RigModel,
  writes: ReadonlyArray<Pick<DecodedWrite, "from" | "units" | "bytes">>,
  { began, to }: Pick<Decoded, "began" | "to">,
): Decoded {
  const { buses = [] } = model.encoding;
  const lines = Object.fromEntries(buses.flatMap(busLines).map((line, at) => [line, at]));
  const decoder = new Decoder(model, lines, began);
  let now = 0;
  for (const { line, level } of restingLines(model)) decoder.change(line, 0, level);
  for (const { from, units, bytes } of writes) {
    const bus = buses.find((one) => one.units.some((unit) => units.includes(unit)));
    if (!bus || bytes.length === 0 || bytes.some((byte) => byte < 0)) continue;
    const { wordBytes, openDrain, answers } = transportOf(bus.protocol);
    const whole = bytes.slice(0, bytes.length - (bytes.length % wordBytes));
    const { edges, duration } = busEdges({ bus: bus.protocol, bytes: whole }, bus, PACE);
    now = Math.max(now + 1000, from);
    let clock: unknown;
    for (const { at, line, level, bit } of edges) {
      if (line === bus.clock) clock = level;
      // Data that is let go while the clock is low, and carries no bit, is where the chip answers.
      const answered = openDrain && answers && line === bus.data && bit === undefined && clock === 0;
      decoder.change(line, now + at, level === 0 || answered ? 0 : 1);
    }
    now += duration;
  }
  return decoder.finish(Math.max(to, now));
}
