import { HIGH } from "../level";
import type { Nanoseconds } from "../quantity";
import { CsvReader } from "./csv-read";
import {
  CaptureProblem,
  type CaptureReader,
  type CaptureSink,
  type Signal,
  type Survey,
  type SurveyResult,
  type CaptureFile,
} from "./types";
import { VcdReader } from "./vcd-read";

/** How far reading has come, 0 to 1. */
export type Report = (share: number) => void;

/** Stops a reading: throw from it, or let it be aborted. */
export interface ReadOptions {
  readonly report?: Report;
  readonly signal?: AbortSignal;
}

/** Bytes looked at to tell what a file is. */
const PEEK = 4096;

/** Two-byte text by its byte order mark, as some programs save tables; undefined for UTF-8. */
const encodingOf = ([first, second]: Uint8Array): "utf-16le" | "utf-16be" | undefined =>
  first === 0xff && second === 0xfe ? "utf-16le" : first === 0xfe && second === 0xff ? "utf-16be" : undefined;

/** What a file is by its first characters. */
async function formatOf(file: CaptureFile): Promise<"vcd" | "csv"> {
  const start = new Uint8Array(await file.slice(0, PEEK).arrayBuffer());
  if (file.size === 0) throw new CaptureProblem("This file is empty.");
  if (start.includes(0) && !encodingOf(start))
    throw new CaptureProblem(
      "This is a binary file. Export the capture as VCD, or as CSV with the time in the first column.",
    );
  const text = new TextDecoder(encodingOf(start)).decode(start);
  return /^\s*(#.*\s+)*\$(date|version|timescale|comment|scope|var|enddefinitions|dumpvars)\b/.test(text) ||
    /\$var\b/.test(text)
    ? "vcd"
    : "csv";
}

/**
 * Reads a capture from front to back in pieces, without keeping any of it.
 * @throws {CaptureProblem} where it cannot be read, and what the abort signal gives as its reason
 */
export async function readCapture(
  file: CaptureFile,
  sink: CaptureSink,
  { report, signal }: ReadOptions = {},
): Promise<CaptureReader & { readonly format: "vcd" | "csv" }> {
  const format = await formatOf(file);
  const reader = format === "vcd" ? new VcdReader(sink) : new CsvReader(sink);
  const encoding = encodingOf(new Uint8Array(await file.slice(0, 2).arrayBuffer()));
  const decoder = new TextDecoder(encoding);
  const inBytes = encoding === undefined && reader instanceof VcdReader;
  const stream = file.stream().getReader();
  let read = 0;
  for (let piece = await stream.read(); !piece.done; piece = await stream.read()) {
    signal?.throwIfAborted();
    if (inBytes) reader.pushBytes(piece.value);
    else reader.push(decoder.decode(piece.value, { stream: true }));
    read += piece.value.byteLength;
    report?.(read / file.size);
  }
  reader.push(decoder.decode());
  reader.end();
  return {
    format,
    push: (text) => reader.push(text),
    end: () => reader.end(),
    remarks: reader.remarks,
    assumed: reader.assumed,
    now: reader.now,
  };
}

/** First reading: which signals there are, and how each of them moves. */
export async function surveyCapture(file: CaptureFile, options: ReadOptions = {}): Promise<SurveyResult> {
  let names: readonly string[] = [];
  let changes = 0;
  let first: Nanoseconds | undefined;
  const tallies: Array<{
    changes: number;
    rises: number;
    last: Nanoseconds;
    shortest: Nanoseconds;
    level: number;
  }> = [];
  try {
    const reader = await readCapture(
      file,
      {
        signals: (found) => {
          names = found;
          for (let at = 0; at < found.length; at += 1)
            tallies.push({ changes: 0, rises: 0, last: -Infinity, shortest: Infinity, level: -1 });
        },
        change(signal, at, level) {
          const tally = tallies[signal];
          if (!tally) return;
          first ??= at;
          changes += 1;
          tally.changes += 1;
          if (level === HIGH && tally.level === 0) {
            tally.rises += 1;
            if (at - tally.last < tally.shortest) tally.shortest = at - tally.last;
            tally.last = at;
          }
          tally.level = level;
        },
      },
      options,
    );
    const survey: Survey = {
      format: reader.format,
      signals: names.map((name, index): Signal => {
        const { changes: moved, rises, shortest } = tallies[index]!;
        return { index, name, changes: moved, rises, shortest };
      }),
      from: first ?? 0,
      to: reader.now,
      changes,
      remarks: [...reader.remarks],
      assumed: [...reader.assumed],
    };
    return { ok: true, survey };
  } catch (problem) {
    if (problem instanceof CaptureProblem) return { ok: false, message: problem.message };
    throw problem;
  }
}
