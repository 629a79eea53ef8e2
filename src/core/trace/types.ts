import type { Level } from "../level";
import type { Nanoseconds } from "../quantity";

/** A file as captures are read: in pieces, and more than once. A Blob of the page is one, a file on disk another. */
export interface CaptureFile {
  /** Bytes. */
  readonly size: number;
  slice(from: number, to: number): CaptureFile;
  arrayBuffer(): Promise<ArrayBuffer>;
  stream(): ReadableStream<Uint8Array<ArrayBuffer>>;
}

/** One signal of a capture. */
export interface Signal {
  /** Place in the capture, from 0. */
  readonly index: number;
  /** Name with its scopes, joined by dots. */
  readonly name: string;
  /** Bits wide; of a vector every bit is a signal of its own. */
  readonly changes: number;
  readonly rises: number;
  /** Shortest time between two rises, ns; Infinity below two. */
  readonly shortest: Nanoseconds;
}

/** What a first reading of a capture finds. */
export interface Survey {
  readonly format: "vcd" | "csv";
  readonly signals: readonly Signal[];
  readonly from: Nanoseconds;
  readonly to: Nanoseconds;
  readonly changes: number;
  /** What was wrong and could be read over; the first ones. */
  readonly remarks: readonly string[];
  /** What the file leaves open and was taken for granted, in words. */
  readonly assumed: readonly string[];
}

export type SurveyResult =
  { readonly ok: true; readonly survey: Survey } | { readonly ok: false; readonly message: string };

/** Takes what a reader finds, in order of time. */
export interface CaptureSink {
  signals?(names: readonly string[]): void;
  change(signal: number, at: Nanoseconds, level: Level): void;
}

/** Reads a capture piece by piece. Problems one cannot read over are thrown as {@link CaptureProblem}. */
export interface CaptureReader {
  push(text: string): void;
  end(): void;
  readonly remarks: readonly string[];
  readonly assumed: readonly string[];
  /** The last moment read, ns. */
  readonly now: Nanoseconds;
}

/** Why a capture cannot be read, in words for its owner. */
export class CaptureProblem extends Error {}

/** Bounds of a capture. */
export const CAPTURE_LIMITS = { bytes: 1024 * 1024 * 1024 } as const;
/** Remarks kept; more of them say nothing new. */
export const MOST_REMARKS = 20;
/** Signals told apart at most. */
export const MOST_SIGNALS = 20_000;
