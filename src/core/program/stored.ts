import type { SlotState } from "./types";

/** Bytes of a state as the program keeps it: those of the chain, then the direct lines, eight to a byte. */
export const storedBytes = (state: SlotState): number[] => {
  const lines = Array<number>(Math.ceil(state.levels.length / 8)).fill(0);
  state.levels.forEach((level, at) => (lines[at >> 3]! |= level << (at & 7)));
  return [...state.bytes, ...lines];
};

/** The writes of the one bus a sketch serves, each as its length and its bytes; a 0 ends them. */
export const storedWrites = ({ writes }: SlotState): number[] => [
  ...(writes ?? [])
    .filter(({ bus }) => bus === 0)
    .flatMap(({ write: { bytes } }) => [bytes.length, ...bytes]),
  0,
];

/** A state whole, as a program keeps it: its bytes and lines, then what is written to chips. */
export const storedState = (state: SlotState): number[] => [
  ...storedBytes(state),
  ...(state.writes ? storedWrites(state) : []),
];
