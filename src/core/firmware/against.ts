import { modelOf } from "../address";
import type { Rig } from "../rig";
import { inspectCapture, vcdOfEdges, wantedLines, type Inspected, type Mapping } from "../trace";
import type { Recorded } from "./record";

/** A run's edges as the capture of an analyser on every line of the rig. */
export function captureOf(
  rig: Rig,
  { edges, ran }: Recorded,
): { readonly file: Blob; readonly mapping: Mapping } {
  const lines = wantedLines(modelOf(rig));
  const file = new Blob([...vcdOfEdges(rig.name, lines, edges, ran)]);
  return { file, mapping: Object.fromEntries(lines.map(({ line }, at) => [line, at])) };
}

/** What a compiled program does otherwise than the rig's own, from power-up on. */
export async function againstOwn(rig: Rig, recorded: Recorded, signal?: AbortSignal): Promise<Inspected> {
  const { file, mapping } = captureOf(rig, recorded);
  return inspectCapture(rig, file, mapping, { began: "power-up", signal });
}
