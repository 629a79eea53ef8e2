/**
 * What goes over the serial line between the page and a board with the hand's sketch: frames of four bytes towards the
 * board, lines of text back. Said in full in docs/hand.md.
 */
export const HAND = {
  baud: 115_200,
  /** A frame is op, first, second, and their sum with these bits turned. */
  check: 0xff,
  op: {
    alive: 0x00,
    hello: 0x01,
    letGoOfAll: 0x02,
    /** A line becomes an output at a level. */
    move: 0x03,
    /** A line is let go: 0 with nothing of the board's on it, 1 held by its pull-up. */
    input: 0x04,
    /** From now on a line is only ever pulled low: 1, or driven both ways: 0. */
    openDrain: 0x05,
    read: 0x06,
    convert: 0x07,
    /** So many edges follow, a byte each, and then their sum. */
    edges: 0x08,
  },
  says: {
    alive: "alive",
    hello: "bold-pip hand 1, lines ",
    done: "done",
    level: "level ",
    value: "value ",
    edges: "edges ",
    bad: "bad",
    noLine: "no such line",
    unknown: "not known",
    quiet: "quiet: let go of all lines",
  },
  /** ms without a byte after which a frame begins anew, and after which every line is let go. */
  apartMs: 100,
  quietMs: 1500,
  /** Edges of one frame at the most. */
  mostEdges: 255,
} as const;

/** A frame as bytes. @param first and second 0 to 255 */
export const handFrame = (op: number, first = 0, second = 0): number[] => [
  op,
  first,
  second,
  ((op + first + second) & 0xff) ^ HAND.check,
];

/** One line moved to a level. */
export interface HandEdge {
  /** Place among the hand's lines. */
  readonly line: number;
  readonly level: 0 | 1;
}

/** Rows of edges as frames, each with its edges and their sum behind it. */
export function edgeFrames(edges: readonly HandEdge[]): number[][] {
  const frames: number[][] = [];
  for (let at = 0; at < edges.length; at += HAND.mostEdges) {
    const bytes = edges.slice(at, at + HAND.mostEdges).map(({ line, level }) => (line << 1) | level);
    const sum = bytes.reduce((all, byte) => (all + byte) & 0xff, 0);
    frames.push([...handFrame(HAND.op.edges, bytes.length), ...bytes, sum]);
  }
  return frames;
}
