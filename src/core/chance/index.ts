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

/** A list in another order, every order as likely as any. */
export function shuffled<One>(list: readonly One[], random: () => number): One[] {
  const mixed = [...list];
  for (let at = mixed.length - 1; at > 0; at -= 1) {
    const other = Math.floor(random() * (at + 1));
    [mixed[at], mixed[other]] = [mixed[other]!, mixed[at]!];
  }
  return mixed;
}
