/** A loop that does nothing but count down, or wait for ever: where it begins, by word of flash. */
export interface DelayLoop {
  /** Registers that hold the count, the lowest first; none where it never ends. */
  readonly registers: readonly number[];
  /** Clocks of one turn. */
  readonly clocks: number;
}

/** `brne` back by so many words. */
const back = (words: number): number => 0xf401 | (((-words - 1) & 0x7f) << 3);
const RJMP_SELF = 0xcfff;

/** `sbiw r, 1` of r24, r26, r28 and r30. */
const pairOf = (word: number): number | undefined =>
  (word & 0xffcf) === 0x9701 ? 24 + ((word >> 4) & 3) * 2 : undefined;
/** `dec r`. */
const decOf = (word: number): number | undefined =>
  (word & 0xfe0f) === 0x940a ? (word >> 4) & 31 : undefined;
/** `subi r, 1`. */
const subOf = (word: number): number | undefined =>
  (word & 0xff0f) === 0x5001 ? 16 + ((word >> 4) & 15) : undefined;
/** `sbci r, 0`. */
const carryOf = (word: number): number | undefined =>
  (word & 0xff0f) === 0x4000 ? 16 + ((word >> 4) & 15) : undefined;

/** The loop that begins at a word: those compilers make for delays, and the jump to itself. */
function loopAt(words: Uint16Array, at: number): DelayLoop | undefined {
  const word = words[at]!;
  if (word === RJMP_SELF) return { registers: [], clocks: 2 };
  const pair = pairOf(word);
  // sbiw takes two clocks, a branch that is taken two.
  if (pair !== undefined)
    return words[at + 1] === back(1) ? { registers: [pair, pair + 1], clocks: 4 } : undefined;
  const single = decOf(word);
  if (single !== undefined) return words[at + 1] === back(1) ? { registers: [single], clocks: 3 } : undefined;
  const first = subOf(word);
  if (first === undefined) return undefined;
  const registers = [first];
  for (let next = at + 1; registers.length <= 4; next += 1) {
    const carry = carryOf(words[next] ?? 0);
    if (carry === undefined)
      return words[next] === back(registers.length) ? { registers, clocks: registers.length + 2 } : undefined;
    registers.push(carry);
  }
  return undefined;
}

/** Every loop of that kind in a program, by the word it begins at. */
export function delayLoops(words: Uint16Array): ReadonlyArray<DelayLoop | undefined> {
  const loops = new Array<DelayLoop | undefined>(words.length).fill(undefined);
  for (let at = 0; at < words.length; at += 1) loops[at] = loopAt(words, at);
  return loops;
}

/**
 * Turns of a loop that can be gone through at once: they change nothing but the count. The last one is left, so that the
 * flags are what the instruction makes them.
 * @param clocks how many may pass before something else is due
 */
export function skipTurns({ registers, clocks: each }: DelayLoop, data: Uint8Array, clocks: number): number {
  const room = Math.floor(clocks / each);
  if (room < 1) return 0;
  if (registers.length === 0) return room;
  const full = 256 ** registers.length;
  const count = registers.reduce((sum, register, nth) => sum + data[register]! * 256 ** nth, 0);
  const turns = Math.min(room, (count === 0 ? full : count) - 1);
  const left = (count - turns + full) % full;
  registers.forEach((register, nth) => (data[register] = Math.floor(left / 256 ** nth) % 256));
  return turns;
}
