/** A repeatable stream of numbers from 0 to 1, other for every seed: nothing a rig does depends on anything else. */
export function randomFrom(seed: string): () => number {
  let state = 0x811c9dc5;
  for (const letter of seed) state = Math.imul(state ^ letter.charCodeAt(0), 0x01000193);
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}
