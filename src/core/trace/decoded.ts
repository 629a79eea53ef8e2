import type { BusRule } from "../bus";
import type { Explained } from "../chips";
import type { Level } from "../level";
import type { Ribbon } from "../dots";
import type { Nanoseconds } from "../quantity";
import type { UnitRef } from "../rig";

/** Which signal of a capture is on which line. */
export type Mapping = Readonly<Record<string, number>>;

/** What the board was at when a capture began. */
export type Began = "power-up" | "running";

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
  /** 0 to 1: 1 is dot for dot as a font of the rig has it, less is only like letters. */
  readonly sure: number;
}

export interface Decoded {
  readonly began: Began;
  /** A line was not driven at first, as on a board that has just been switched on. */
  readonly undriven: boolean;
  readonly writes: readonly DecodedWrite[];
  /** There were more writes than are kept. */
  readonly cut: boolean;
  readonly count: number;
  /** Writes to bus addresses no chip of the rig has. */
  readonly unheard: ReadonlyArray<Pick<DecodedWrite, "from" | "at" | "bytes">>;
  readonly breaches: readonly DecodedBreach[];
  readonly faces: readonly DecodedFace[];
  /** On displays of dots the texts that were to be read; none for digits. */
  readonly lines: readonly DecodedLine[];
  /** The longest time in which memory nobody had written was lit. */
  readonly junk: { readonly at: Nanoseconds; readonly time: Nanoseconds } | undefined;
  /** How each line the capture shows has moved. */
  readonly activity: readonly LineActivity[];
  readonly to: Nanoseconds;
}

/** How a line moved in a capture. */
export interface LineActivity {
  readonly line: string;
  changes: number;
  level: Level;
}
