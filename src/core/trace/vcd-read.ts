import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../chip";
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

/** Value change dump, IEEE 1364: declarations, then times and the values that change at them. Read word by word. */
export class VcdReader implements CaptureReader {
  readonly remarks: string[] = [];
  readonly assumed: readonly string[] = [];
  now: Nanoseconds = 0;
  private rest = "";
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
    const all = this.rest + text;
    let last = all.length;
    while (last > 0 && all.charCodeAt(last - 1) > 32) last -= 1;
    this.rest = all.slice(last);
    if (this.rest.length > LONGEST_WORD)
      throw new CaptureProblem("This is no value change dump: it has a word of over a million characters.");
    let at = 0;
    while (at < last) {
      while (at < last && all.charCodeAt(at) <= 32) at += 1;
      let end = at;
      while (end < last && all.charCodeAt(end) > 32) end += 1;
      if (end > at) {
        // Nearly every word of a dump is a level of one signal: it takes the short way.
        const level =
          this.inBody && !this.declaration && !this.waiting ? LEVELS[all.charCodeAt(at)] : undefined;
        if (level !== undefined && end > at + 1) this.scalar(all.slice(at + 1, end), level);
        else this.word(all.slice(at, end));
      }
      at = end;
    }
  }

  end(): void {
    if (this.rest) this.word(this.rest);
    this.rest = "";
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
  }

  private vector(value: string, id: string): void {
    const levels = [...value].map(levelOf);
    if (levels.some((level) => level === undefined))
      return this.remark(`“b${value.slice(0, 30)}” is no value`);
    this.set(id, levels as Level[]);
  }

  private scalar(id: string, level: Level): void {
    const variables = this.variables.get(id);
    if (!variables) return;
    if (variables.length > 1 || variables[0]!.width > 1) return this.set(id, [level]);
    const signal = variables[0]!.first;
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
        const signal = first + place;
        if (this.levels[signal] === level && this.started) continue;
        this.levels[signal] = level;
        this.sink.change(signal, this.now, level);
      }
    }
  }
}
