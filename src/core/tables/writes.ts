import { parseWrite, type BusWrite } from "../bus";
import { chipOn, type RigModel } from "../address";
import { buildProgram } from "../program";
import { LIMITS } from "../rig";
import { readShown, showBytes, traceWrites, type Phased } from "../sim";

/** One line of a list of writes, and what it comes to on the rig. */
export interface PlayedWrite {
  /** Line of the text, from 1. */
  readonly line: number;
  readonly bytes: readonly number[];
  /** What it says to the chips, in their words; for registers nothing more than what is lit. */
  readonly says: readonly string[];
  /** A rule of the bus, or something strange in it. */
  readonly odd: readonly string[];
  /** What reads on the face afterwards. */
  readonly reads: string;
}

export type PlayedList =
  | { readonly ok: true; readonly writes: readonly PlayedWrite[]; readonly chip: string }
  | { readonly ok: false; readonly message: string };

/** Writes of a list at the most. */
export const MOST_WRITES = 2000;

/** Lines without their comments, those that say something. */
const linesOf = (text: string): Array<{ readonly line: number; readonly says: string }> =>
  text
    .split(/\r\n|\n|\r/)
    .map((raw, at) => ({ line: at + 1, says: raw.replace(/(\/\/|#|;|--).*$/, "").trim() }))
    .filter(({ says }) => says !== "");

/** Calls and brackets around the bytes of a line are left out. */
const bytesPart = (says: string): string =>
  (/\(([^()]*)\)/.exec(says)?.[1] ?? says).replace(/[{}[\]]/g, " ").replace(/\bb?["']/g, " ");

/**
 * Plays a list of writes, one a line in hexadecimal, into the chips of the rig's first bus, or into its registers, from
 * power-up, over the wires as they are.
 */
export function playWrites(model: RigModel, text: string): PlayedList {
  const lines = linesOf(text);
  if (lines.length === 0)
    return { ok: false, message: "There is no write in it: type bytes such as 0C 01, one write a line." };
  if (lines.length > MOST_WRITES)
    return {
      ok: false,
      message: `It has ${lines.length} writes; ${MOST_WRITES} are the most that are played.`,
    };
  const [bus] = model.encoding.buses ?? [];
  if (bus) return intoChips(model, lines);
  const { chips } = model.chain;
  if (chips.length > 0) return intoRegisters(model, lines, chips.length);
  return {
    ok: false,
    message: "This rig has no chip that is written to: its lines drive the display themselves.",
  };
}

type Line = ReturnType<typeof linesOf>[number];

function intoChips(model: RigModel, lines: readonly Line[]): PlayedList {
  const bus = model.encoding.buses![0]!;
  const writes: Array<{ readonly line: number; readonly write: BusWrite }> = [];
  for (const { line, says } of lines) {
    const parsed = parseWrite(bus.protocol, bytesPart(says));
    if (!parsed.ok) return { ok: false, message: `Line ${line}: ${parsed.message}` };
    writes.push({ line, write: parsed.write });
  }
  const phased = writes.map(({ write }): Phased => ({ phase: "typed", write: { bus: 0, write, why: "" } }));
  const { entries } = traceWrites(model, buildProgram(model), phased);
  return {
    ok: true,
    chip: chipOn(model, bus).sheet.id,
    writes: entries.map(({ bytes, says, breaches, text }, at) => ({
      line: writes[at]!.line,
      bytes,
      says: says.map((one) => one.says),
      odd: [...says.flatMap((one) => (one.strange ? [one.says] : [])), ...breaches.map((one) => one.says)],
      reads: text,
    })),
  };
}

function intoRegisters(model: RigModel, lines: readonly Line[], count: number): PlayedList {
  const writes: Array<{ readonly line: number; readonly bytes: readonly number[] }> = [];
  for (const { line, says } of lines) {
    const parsed = parseWrite("i2c", bytesPart(says));
    if (!parsed.ok) return { ok: false, message: `Line ${line}: ${parsed.message}` };
    const { bytes } = parsed.write;
    if (bytes.length !== count || bytes.length > LIMITS.bytes)
      return {
        ok: false,
        message: `Line ${line}: ${bytes.length} byte${bytes.length === 1 ? "" : "s"}; a load of ${count === 1 ? "this register" : `these ${count} registers`} is ${count}, in the order they are sent.`,
      };
    writes.push({ line, bytes });
  }
  const shown = showBytes(
    model,
    writes.map(({ bytes }) => bytes),
  );
  return {
    ok: true,
    chip: `${count} register${count === 1 ? "" : "s"}`,
    writes: writes.map(({ line, bytes }, at) => ({
      line,
      bytes,
      says: [],
      odd: [],
      reads: readShown(model, shown[at]!),
    })),
  };
}
