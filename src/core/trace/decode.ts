import { modelOf } from "../address";
import type { Rig } from "../rig";
import type { Began, Decoded, Mapping } from "./decoded";
import { Decoder, oppositeLevel } from "./decoder";
import { invertedSignals } from "./mapping";
import { readCapture, type ReadOptions } from "./read";
import { reordered, type BitsOrder } from "./reorder";
import type { CaptureFile } from "./types";

export interface DecodeOptions extends ReadOptions {
  /** Power-up unless told otherwise. */
  readonly began?: Began;
  /** The bits of a chain of shift registers in another order than they were sent, to see what that would show. */
  readonly order?: BitsOrder;
}

/** Reads a capture's edges into the rig's own chips: what was written, which rules were broken, what it lights. */
export async function decodeCapture(
  rig: Rig,
  file: CaptureFile,
  mapping: Mapping,
  { began = "power-up", order, ...options }: DecodeOptions = {},
): Promise<Decoded> {
  const model = modelOf(rig);
  const decoder = new Decoder(model, mapping, began);
  const lines = new Map(Object.entries(mapping).map(([line, signal]) => [signal, line]));
  let inverted: ReadonlySet<number> = new Set();
  const change = order ? reordered(model, order, decoder) : decoder.change.bind(decoder);
  const reader = await readCapture(
    file,
    {
      signals: (names) => (inverted = invertedSignals(names)),
      change: (signal, at, level) => {
        const line = lines.get(signal);
        if (line !== undefined) change(line, at, inverted.has(signal) ? oppositeLevel(level) : level);
      },
    },
    options,
  );
  return decoder.finish(reader.now);
}
