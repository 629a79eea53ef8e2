import { busLines, gridOf, modelOf, type DotGrid, type RigModel } from "../address";
import { explainWrite, type Explained } from "../bus";
import { LOW, OPEN, UNKNOWN, type BusNote, type BusRule, type Level } from "../chip";
import { Stitcher, readText, type Ribbon } from "../dots";
import { isOpenDrain } from "../parts";
import type { Nanoseconds } from "../quantity";
import { fontsOf, type Rig, type UnitRef } from "../rig";
import { Board, FaceWatch, readShown, shownPicture, type WatchedFace } from "../sim";
import { busPart } from "../program";
import { invertedSignals } from "./mapping";
import { readCapture, type ReadOptions } from "./read";

/** Which signal of a capture is on which line. */
export type Mapping = Readonly<Record<string, number>>;

/** One write found in a capture. */
export interface DecodedWrite {
  readonly from: Nanoseconds;
  readonly at: Nanoseconds;
  /** The chips it went to; of a chain the one nearest the controller first. */
  readonly units: readonly UnitRef[];
  /** Bytes in the order they were sent; -1 is not known. */
  readonly bytes: readonly number[];
  readonly bits: number;
  readonly kind: "write" | "read" | "latch";
  readonly says: ReadonlyArray<Pick<Explained, "title" | "says" | "strange">>;
}

export interface DecodedBreach {
  readonly at: Nanoseconds;
  readonly rule: BusRule;
  readonly says: string;
  readonly count: number;
}

/** What reads on the face from a moment on. */
export interface DecodedFace {
  readonly at: Nanoseconds;
  readonly text: string;
  /** Lit segments of each digit, and those nobody can tell. */
  readonly digits: ReadonlyArray<{ readonly lit: string; readonly unknown: string }>;
}

/** A text as it was to be read on a display of dots: one that stood still, or the whole of one that ran across. */
export interface DecodedLine {
  readonly from: Nanoseconds;
  readonly to: Nanoseconds;
  readonly text: string;
  readonly moved: Ribbon["moved"];
}

export interface Decoded {
  readonly writes: readonly DecodedWrite[];
  /** There were more writes than are kept. */
  readonly cut: boolean;
  readonly count: number;
  readonly breaches: readonly DecodedBreach[];
  readonly faces: readonly DecodedFace[];
  /** On displays of dots the texts that were to be read; none for digits. */
  readonly lines: readonly DecodedLine[];
  readonly to: Nanoseconds;
}

/** Writes and faces kept: a capture may hold millions. */
const MOST_WRITES = 20_000;
const MOST_FACES = 20_000;
/** Faces of dots whose own text is read; the lines are read whatever their number. */
const MOST_READ = 500;
/** A picture of dots that stands shorter is only half written, in ns. */
export const HALF_WRITTEN: Nanoseconds = 60e6;

/** Reads a capture's edges into the rig's own chips: what was written, which rules were broken, what it lights. */
export async function decodeCapture(
  rig: Rig,
  file: Blob,
  mapping: Mapping,
  options: ReadOptions = {},
): Promise<Decoded> {
  const model = modelOf(rig);
  const decoder = new Decoder(model, mapping);
  const reader = await readCapture(
    file,
    {
      signals: (names) => decoder.invert(invertedSignals(names)),
      change: (signal, at, level) => decoder.change(signal, at, level),
    },
    options,
  );
  return decoder.finish(reader.now);
}

/** The other level of a signal that says the opposite; what is not known stays so. */
export const turned = (level: Level): Level => (level === LOW ? 1 : level === 1 ? LOW : level);

class Decoder {
  private readonly board: Board;
  private readonly lines = new Map<number, string>();
  private readonly pulled: ReadonlySet<string>;
  private readonly writes: DecodedWrite[] = [];
  private count = 0;
  private readonly breaches = new Map<string, DecodedBreach>();
  private readonly faces: DecodedFace[] = [];
  private readonly watch: FaceWatch;
  private readonly latches: ReadonlySet<string>;
  private latched = "";
  private inverted: ReadonlySet<number> = new Set();
  private faceKey = "";
  private readonly grid: DotGrid | undefined;
  private readonly stitcher = new Stitcher(HALF_WRITTEN);
  private readonly read: DecodedLine[] = [];

  constructor(
    private readonly model: RigModel,
    mapping: Mapping,
  ) {
    this.board = new Board(model, "listening");
    for (const [line, signal] of Object.entries(mapping)) this.lines.set(signal, line);
    const { buses = [], chain } = model.encoding;
    this.pulled = new Set(buses.filter(({ protocol }) => isOpenDrain(protocol)).flatMap(busLines));
    this.latches = new Set(chain ? [chain.latch] : []);
    // Lines the capture does not show rest low, as a board leaves them that has set them up.
    for (const line of buses.flatMap(busLines)) if (!(line in mapping)) this.board.drive(line, LOW, 0);
    this.board.drivers.forEach((driver) => driver.takeNotes());
    this.watch = new FaceWatch(model, this.board);
    this.grid = gridOf(model);
  }

  invert(signals: ReadonlySet<number>): void {
    this.inverted = signals;
  }

  change(signal: number, at: Nanoseconds, level: Level): void {
    const line = this.lines.get(signal);
    if (line === undefined) return;
    this.watch.until(at, (face) => this.show(face));
    if (this.inverted.has(signal)) level = turned(level);
    // Before a board sets its lines up a capture may not know them: that is no edge. What it shows of an open-drain line
    // that nobody drives is what pulls it up.
    const pulledUp = level === OPEN && this.pulled.has(line);
    this.board.drive(line, level === UNKNOWN ? OPEN : pulledUp ? "released" : level, at);
    this.collect();
    if (this.latches.has(line) && level === 1) this.latch(at);
    this.watch.changed(line, at);
  }

  private collect(): void {
    for (const driver of this.board.drivers) {
      for (const note of driver.takeNotes()) this.note(driver.units, note);
    }
  }

  private note(units: readonly UnitRef[], note: BusNote): void {
    if (note.kind === "breach") {
      const before = this.breaches.get(note.rule);
      this.breaches.set(note.rule, { ...(before ?? note), rule: note.rule, count: (before?.count ?? 0) + 1 });
      return;
    }
    const bus = this.model.encoding.buses?.find((one) => one.units.some((unit) => units.includes(unit)));
    const part = bus && busPart(this.model, bus);
    const bytes = note.kind === "read" ? [note.command, ...note.bytes] : note.bytes;
    this.add({
      from: note.from,
      at: note.at,
      units: bus?.units ?? units,
      bytes,
      bits: note.kind === "read" ? bytes.length * 8 : note.bits,
      kind: note.kind,
      says: part
        ? explainWrite(part, bytes, 0, this.grid ? "dots" : "segments").map(({ title, says, strange }) => ({
            title,
            says,
            strange,
          }))
        : [],
    });
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
    const readable = !this.grid || this.faces.length < MOST_READ;
    this.faces.push({ at, text: readable ? readShown(this.model, digits) : "", digits: rows });
    if (!this.grid || digits.some((one) => one.unknown.length > 0)) return;
    this.readLine(this.stitcher.add(shownPicture(this.model, this.grid, digits), at));
  }

  private readLine(ribbon: Ribbon | undefined): void {
    if (!ribbon) return;
    const { from, to, bitmap, moved } = ribbon;
    this.read.push({ from, to, moved, text: readText(bitmap, fontsOf(this.model.rig)) });
  }

  finish(to: Nanoseconds): Decoded {
    this.watch.until(to, (face) => this.show(face));
    this.watch.end(to, (face) => this.show(face));
    if (this.grid) for (const ribbon of this.stitcher.finish(to)) this.readLine(ribbon);
    return {
      writes: this.writes,
      cut: this.count > this.writes.length,
      count: this.count,
      breaches: [...this.breaches.values()].sort((one, other) => one.at - other.at),
      faces: this.faces,
      lines: this.read,
      to,
    };
  }
}
