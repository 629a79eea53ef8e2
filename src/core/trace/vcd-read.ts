import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../level";
import type { Nanoseconds } from "../quantity";
import { CaptureProblem, MOST_REMARKS, MOST_SIGNALS, type CaptureReader, type CaptureSink } from "./types";

const UNITS: Readonly<Record<string, number>> = { s: 1e9, ms: 1e6, us: 1e3, ns: 1, ps: 1e-3, fs: 1e-6 };
/** A vector wider than this is data, not lines. */
const WIDEST = 64;
/** Scopes within scopes, and characters of a signal's name with its scopes. */
const DEEPEST = 64;
const LONGEST_NAME = 400;
/** A word longer than this in a value change dump is no dump. */
const LONGEST_WORD = 1_000_000;

const NO_BYTES = new Uint8Array();

function joined(one: Uint8Array, other: Uint8Array): Uint8Array {
  const all = new Uint8Array(one.length + other.length);
  all.set(one);
  all.set(other, one.length);
  return all;
}

interface Variable {
  readonly first: number;
  readonly width: number;
}

const levelOf = (character: string): Level | undefined => {
  switch (character) {
    case "0":
      return LOW;
    case "1":
      return HIGH;
    case "x":
    case "X":
      return UNKNOWN;
    case "z":
    case "Z":
      return OPEN;
    default:
      return undefined;
  }
};

/** Levels by the code of their character. */
const LEVELS: ReadonlyArray<Level | undefined> = Array.from({ length: 128 }, (_, code) =>
  levelOf(String.fromCharCode(code)),
);

const SPACE = 32;
const [HASH, ZERO, NINE] = [35, 48, 57];
/** Digits a moment may have to be added up exactly. */
const EXACT_DIGITS = 15;
/** Identifiers of one or two characters, as numbers. */
const SHORT_IDS = 128 * 128;
const shortId = (first: number, second: number): number => first * 128 + second;

/**
 * Value change dump, IEEE 1364: declarations, then times and the values that change at them. Read word by word; of the bytes
 * of nearly every word, a level of one signal or a moment, no text is made.
 */
export class VcdReader implements CaptureReader {
  readonly remarks: string[] = [];
  readonly assumed: readonly string[] = [];
  now: Nanoseconds = 0;
  /** The beginning of a word whose end has not come yet. */
  private rest = NO_BYTES;
  private readonly encoder = new TextEncoder();
  private readonly decoder = new TextDecoder();
  /** The one signal of each short identifier; -1 where there is none, or more than one. */
  private readonly shorts = new Int32Array(SHORT_IDS).fill(-1);
  private scale = 1;
  private inBody = false;
  /** Words of the declaration that is open. */
  private declaration: string[] | undefined;
  private readonly scopes: string[] = [];
  private readonly names: string[] = [];
  private readonly variables = new Map<string, Variable[]>();
  private readonly levels: Level[] = [];
  /** Value of a vector or real whose identifier is the next word. */
  private waiting: { readonly kind: string; readonly value: string } | undefined;
  private started = false;
  private ended = false;

  constructor(private readonly sink: CaptureSink) {}

  push(text: string): void {
    this.pushBytes(this.encoder.encode(text));
  }

  /** Takes the next bytes of a file in UTF-8. */
  pushBytes(given: Uint8Array): void {
    const bytes = this.rest.length > 0 ? joined(this.rest, given) : given;
    let last = bytes.length;
    while (last > 0 && bytes[last - 1]! > SPACE) last -= 1;
    let at = 0;
    while (at < last) {
      while (at < last && bytes[at]! <= SPACE) at += 1;
      if (at < last) at = this.take(bytes, at);
    }
    this.rest = bytes.slice(last);
    if (this.rest.length > LONGEST_WORD)
      throw new CaptureProblem("This is no value change dump: it has a word of over a million characters.");
  }

  /** Takes the word that begins at a place. @returns the place behind it */
  private take(bytes: Uint8Array, from: number): number {
    const first = bytes[from]!;
    if (this.inBody && !this.declaration && !this.waiting) {
      const level = LEVELS[first];
      if (level !== undefined && bytes[from + 1]! > SPACE) {
        const second = bytes[from + 2]! > SPACE ? bytes[from + 2]! : 0;
        const end = from + (second === 0 ? 2 : 3);
        if (bytes[end]! <= SPACE) {
          const signal = second < 128 ? (this.shorts[shortId(bytes[from + 1]!, second)] ?? -1) : -1;
          if (signal >= 0) {
            this.put(signal, level);
            return end;
          }
        }
      } else if (first === HASH && this.started) {
        let moment = 0;
        let at = from + 1;
        for (; bytes[at]! >= ZERO && bytes[at]! <= NINE; at += 1) moment = moment * 10 + bytes[at]! - ZERO;
        const digits = at - from - 1;
        if (bytes[at]! <= SPACE && digits > 0 && digits <= EXACT_DIGITS && moment * this.scale >= this.now) {
          this.now = moment * this.scale;
          return at;
        }
      }
    }
    let end = from;
    while (bytes[end]! > SPACE) end += 1;
    this.word(this.decoder.decode(bytes.subarray(from, end)));
    return end;
  }

  end(): void {
    const rest = this.decoder.decode(this.rest);
    this.rest = NO_BYTES;
    if (rest) this.word(rest);
    if (this.declaration) this.remark("it ends in the middle of a declaration: it was cut off");
    if (!this.inBody && this.names.length === 0)
      throw new CaptureProblem("This is no value change dump: it declares no signal ($var).");
    if (!this.ended) this.begin();
  }

  private remark(text: string): void {
    if (this.remarks.length < MOST_REMARKS && !this.remarks.includes(text)) this.remarks.push(text);
  }

  private word(word: string): void {
    if (this.declaration) {
      if (word === "$end") {
        const [what, ...rest] = this.declaration;
        this.declaration = undefined;
        this.declare(what!, rest);
      } else if (this.declaration.length < 64) this.declaration.push(word);
      return;
    }
    if (this.waiting) {
      const { kind, value } = this.waiting;
      this.waiting = undefined;
      if (kind === "b") this.vector(value, word);
      return;
    }
    switch (word[0]) {
      case "$":
        // The dump commands frame values; the values count, not the frame.
        if (/^\$(dumpvars|dumpall|dumpon|dumpoff|end)$/.test(word)) return;
        this.declaration = [word];
        return;
      case "#": {
        const time = Number(word.slice(1));
        if (!Number.isFinite(time)) return this.remark(`“${word.slice(0, 30)}” is no time`);
        const now = time * this.scale;
        if (this.started && now < this.now) return this.remark(`time goes back at ${word.slice(0, 30)}`);
        this.begin();
        this.started = true;
        this.now = now;
        return;
      }
      case "b":
      case "B":
        this.waiting = { kind: "b", value: word.slice(1) };
        return;
      case "r":
      case "R":
      case "s":
      case "S":
        this.waiting = { kind: "r", value: "" };
        return;
      default: {
        const level = levelOf(word[0]!);
        if (level === undefined || word.length < 2) return this.remark(`“${word.slice(0, 30)}” is no value`);
        this.set(word.slice(1), [level]);
      }
    }
  }

  private begin(): void {
    if (this.inBody) return;
    this.inBody = true;
    this.ended = true;
    if (this.names.length === 0)
      throw new CaptureProblem("This value change dump declares no signal ($var): there is nothing to read.");
    this.sink.signals?.(this.names);
  }

  private declare(what: string, words: readonly string[]): void {
    switch (what) {
      case "$timescale": {
        const found = /^(\d+)\s*(s|ms|us|ns|ps|fs)$/.exec(words.join(""));
        if (!found)
          throw new CaptureProblem(
            `The timescale “${words.join(" ")}” is none that is known: it should be like 1 ns.`,
          );
        this.scale = Number(found[1]) * UNITS[found[2]!]!;
        return;
      }
      case "$scope":
        if (this.scopes.length >= DEEPEST)
          throw new CaptureProblem(
            `This value change dump has more than ${DEEPEST} scopes within scopes; a capture has few. Is an $upscope missing?`,
          );
        this.scopes.push((words[1] ?? "").slice(0, LONGEST_NAME));
        return;
      case "$upscope":
        this.scopes.pop();
        return;
      case "$var":
        return this.variable(words);
      case "$enddefinitions":
        return this.begin();
      default:
    }
  }

  private variable([type, size, id, ...name]: readonly string[]): void {
    const width = Number(size);
    if (id === undefined || !Number.isInteger(width) || width < 1)
      return this.remark(`a $var declaration has no size or no identifier: ${[type, size, id].join(" ")}`);
    if (type === "real" || type === "string" || width > WIDEST) return;
    if (this.inBody) return this.remark("a signal is declared behind the first value");
    if (this.names.length + width > MOST_SIGNALS) {
      this.remark(`only the first ${MOST_SIGNALS} signals are told apart`);
      return;
    }
    const whole = [...this.scopes, name.join("").replace(/\[\d+:\d+\]$/, "")].filter(Boolean).join(".");
    // What tells signals apart stands at the end.
    const stem = whole.length > LONGEST_NAME ? `…${whole.slice(1 - LONGEST_NAME)}` : whole;
    if (stem !== whole) this.remark(`names of signals are cut to ${LONGEST_NAME} characters`);
    const first = this.names.length;
    if (width === 1) this.names.push(stem);
    else for (let bit = width - 1; bit >= 0; bit -= 1) this.names.push(`${stem}[${bit}]`);
    for (let bit = 0; bit < width; bit += 1) this.levels.push(OPEN);
    const known = this.variables.get(id);
    if (known) known.push({ first, width });
    else this.variables.set(id, [{ first, width }]);
    if (id.length <= 2) {
      const short = shortId(id.charCodeAt(0), id.length === 2 ? id.charCodeAt(1) : 0);
      if (short < SHORT_IDS) this.shorts[short] = known || width > 1 ? -1 : first;
    }
  }

  private vector(value: string, id: string): void {
    const levels = [...value].map(levelOf);
    if (levels.some((level) => level === undefined))
      return this.remark(`“b${value.slice(0, 30)}” is no value`);
    this.set(id, levels as Level[]);
  }

  private put(signal: number, level: Level): void {
    if (this.levels[signal] === level && this.started) return;
    this.levels[signal] = level;
    this.sink.change(signal, this.now, level);
  }

  private set(id: string, given: readonly Level[]): void {
    const variables = this.variables.get(id);
    if (!variables) return;
    this.begin();
    for (const { first, width } of variables) {
      // A shorter value is extended to the left: by 0, or by its own x or z.
      const fill = given[0] === UNKNOWN || given[0] === OPEN ? given[0] : LOW;
      for (let place = 0; place < width; place += 1) {
        const from = given.length - width + place;
        const level = from < 0 ? fill : given[from]!;
        this.put(first + place, level);
      }
    }
  }
}
