import type { Nanoseconds } from "../quantity";
import { Pen, type Take } from "./pen";
import { transportOf } from "./transports";
import type { BusEdge, BusLines, BusPace, BusWrite } from "./types";

/** The edges of a transfer on its lines, from the moment it begins, and how long it takes. */
export function busEdges(
  write: BusWrite,
  lines: BusLines,
  pace: BusPace,
): { readonly edges: readonly BusEdge[]; readonly duration: Nanoseconds } {
  const edges: BusEdge[] = [];
  const duration = drawEdges(write, lines, pace, (at, line, level, bit) =>
    edges.push({ at, line, level, ...(bit === undefined ? {} : { bit }) }),
  );
  return { edges, duration };
}

/** Gives the edges of a transfer one by one. @returns how long it takes */
export function drawEdges(write: BusWrite, lines: BusLines, pace: BusPace, take: Take): Nanoseconds {
  const pen = new Pen(lines, pace, take);
  transportOf(write.bus).draw(pen, write);
  return pen.now;
}

/** How many bits of a transfer carry its bytes; acknowledges are not counted. */
export const bitsOf = ({ bytes }: BusWrite): number => bytes.length * 8;
