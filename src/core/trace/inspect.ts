import { modelOf } from "../address";
import type { Rig } from "../rig";
import { compareCapture, type Difference } from "./compare";
import { decodeCapture, type Decoded, type Mapping } from "./decode";
import { wantedLines } from "./mapping";
import type { ReadOptions } from "./read";

/** A capture as it was decoded, and what it does otherwise than the rig's own program. */
export interface Inspected {
  readonly decoded: Decoded;
  readonly differences: readonly Difference[];
}

/** Writes that a chip's sheet knows, less the rules that were broken. */
const sense = ({ writes, breaches }: Decoded): number =>
  writes.filter(({ says, kind }) => kind === "latch" || says.some(({ strange }) => !strange)).length -
  breaches.reduce((sum, { count }) => sum + count, 0) * 2;

/** So many sensible writes make an exchange of two lines likely. */
const CLEARLY = 3;

/**
 * Decodes a capture and compares it with the rig's program. Where it makes little sense as it is mapped, every exchange
 * of two lines is tried as well: makers swap clock and data more often than anything else.
 */
export async function inspectCapture(
  rig: Rig,
  file: Blob,
  mapping: Mapping,
  options: ReadOptions = {},
): Promise<Inspected> {
  const decoded = await decodeCapture(rig, file, mapping, options);
  const differences = compareCapture(rig, decoded);
  const doubtful = decoded.writes.length === 0 || sense(decoded) <= decoded.writes.length / 2;
  if (!doubtful) return { decoded, differences };
  const lines = wantedLines(modelOf(rig)).filter(({ line, role }) => role !== "other" && line in mapping);
  let best: { readonly decoded: Decoded; readonly names: readonly [string, string] } | undefined;
  for (let one = 0; one < lines.length; one += 1) {
    for (let other = one + 1; other < lines.length; other += 1) {
      const [first, second] = [lines[one]!, lines[other]!];
      const exchanged = {
        ...mapping,
        [first.line]: mapping[second.line]!,
        [second.line]: mapping[first.line]!,
      };
      const tried = await decodeCapture(rig, file, exchanged, { signal: options.signal });
      if (sense(tried) >= CLEARLY && sense(tried) > sense(best?.decoded ?? decoded))
        best = { decoded: tried, names: [first.name, second.name] };
    }
  }
  if (!best) return { decoded, differences };
  const text = best.decoded.faces.find((face) => face.text.trim() !== "")?.text.trim();
  const swapped: Difference = {
    kind: "swapped lines",
    severity: "fault",
    at: undefined,
    title: `${best.names[0]} and ${best.names[1]} are exchanged`,
    remedy: `Read the other way round it makes sense${text ? ` and shows “${text}”` : ""}. Exchange the two wires, or the two lines in the program; or the two signals above, if only the probes were exchanged.`,
  };
  return { decoded, differences: [swapped, ...differences.filter(({ kind }) => kind !== "nothing")] };
}
