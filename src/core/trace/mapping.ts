import { chipOn, type RigModel } from "../address";
import { legById, legName } from "../parts";
import type { Signal, Survey } from "./types";

/** A line of the rig that a capture may show, and what it is called on both ends. */
export interface WantedLine {
  readonly line: string;
  /** What it does for the chips. */
  readonly role: "clock" | "data" | "select" | "other";
  /** Its name on the chip: CLK, DIO, SRCLK… */
  readonly name: string;
  /** It is only ever pulled down and let go. */
  readonly released?: true;
}

/** The lines of a rig that reach chips or LEDs, clocks first. */
export function wantedLines(model: RigModel): WantedLine[] {
  const { encoding } = model;
  const found: WantedLine[] = [];
  const add = (line: string | undefined, role: WantedLine["role"], name: string, released = false) => {
    if (line !== undefined && line !== "" && !found.some((one) => one.line === line))
      found.push({ line, role, name, ...(released ? { released } : {}) });
  };
  for (const bus of encoding.buses ?? []) {
    const { sheet, transport } = chipOn(model, bus);
    const name = (leg: string) => legName(legById(sheet, leg), "letters");
    add(bus.clock, "clock", name(sheet.pins.clock), transport.openDrain);
    add(bus.data, "data", name(sheet.pins.data), transport.openDrain);
    if (sheet.pins.select !== undefined) add(bus.select, "select", name(sheet.pins.select));
  }
  if (encoding.chain) {
    const [first] = model.chain.chips;
    const part = first === undefined ? undefined : model.part(first);
    const name = (pin: "shiftClock" | "serialIn" | "latchClock", otherwise: string) => {
      const leg = part?.kind === "shift-register" ? part.pins[pin] : undefined;
      return leg === undefined ? otherwise : legName(legById(part!, leg), "letters");
    };
    add(encoding.chain.clock, "clock", name("shiftClock", "SRCLK"));
    add(encoding.chain.data, "data", name("serialIn", "SER"));
    add(encoding.chain.latch, "select", name("latchClock", "RCLK"));
  }
  for (const { clock, reset } of encoding.rings) {
    add(clock, "other", "ring clock");
    add(reset, "other", "ring reset");
  }
  const direct = new Set<string>();
  for (const place of [
    ...encoding.decoders.flatMap(({ inputs }) => inputs),
    ...encoding.pips.flatMap(({ needs }) => needs),
  ])
    if ("line" in place) direct.add(place.line);
  for (const line of direct) add(line, "other", `line ${line}`);
  return found;
}

/** A signal taken for a line, how sure that is, and by what. */
export interface Guess {
  readonly line: string;
  readonly signal: number | undefined;
  /** 0 to 1 */
  readonly sure: number;
  readonly why: string;
}

const SYNONYMS: Readonly<Record<"clock" | "data" | "select", RegExp>> = {
  clock: /^(clk|clock|sck|scl|sclk|srclk|shcp|shclk)$/,
  data: /^(dio|din|data|sda|mosi|ser|ds|dat|sdi|do)$/,
  select: /^(cs|load|ld|latch|stb|strobe|rclk|stcp|ss|le|en|lat)$/,
};

const tokensOf = (name: string): string[] =>
  name
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter(Boolean);

/** The port and bit of a line on the 8-bit board whose simulators and analysers call its legs so: PD5, PB0, PC4. */
function portName(line: string): string | undefined {
  const analogue = /^A([0-5])$/.exec(line);
  if (analogue) return `c${analogue[1]}`;
  const number = Number(line);
  if (!Number.isInteger(number) || number < 0 || number > 13) return undefined;
  return number < 8 ? `d${number}` : `b${number - 8}`;
}

/** What a signal tells of a leg of the 8-bit board: the level given, the direction, or the level that stands there. */
type PortRegister = "port" | "ddr" | "pin";

/** Which register of a port a signal is, where it is that of a leg. */
function registerOf(tokens: readonly string[], port: string): PortRegister | undefined {
  for (const [at, token] of tokens.entries())
    for (const register of ["port", "ddr", "pin"] as const)
      if (
        token === `${register}${port}` ||
        (token === `${register}${port[0]}` && tokens[at + 1] === port.slice(1))
      )
        return register;
  return tokens.includes(`p${port}`) ? "port" : undefined;
}

/** A line that is only pulled down and let go is told by its direction, any other by the level it is given. */
const FIT: Readonly<Record<"released" | "driven", Readonly<Record<PortRegister, number>>>> = {
  released: { ddr: 0.86, pin: 0.83, port: 0.78 },
  driven: { port: 0.82, pin: 0.8, ddr: 0 },
};

/**
 * Signals that are direction registers of an 8-bit board: on a line that is only pulled down and let go, a 1 there is
 * what pulls it down.
 */
export const invertedSignals = (names: readonly string[]): ReadonlySet<number> =>
  new Set(names.flatMap((name, at) => (/(^|[^a-z])ddr[b-d]?([^a-z]|$)/i.test(name) ? [at] : [])));

/** How well a signal's name fits a line: its chip's name, its line number, or a usual name of its role. */
function nameScore(
  signal: Signal,
  { line, role, name, released }: WantedLine,
  channels: boolean,
): { score: number; why: string } {
  const tokens = tokensOf(signal.name);
  const joined = tokens.join("");
  const own = tokensOf(name);
  if (own.every((token) => tokens.includes(token)) && role !== "other")
    return { score: 0.9, why: `named ${name}` };
  const number = line.toLowerCase();
  const isLine = tokens.some(
    (token, at) =>
      (token === `d${number}` && !channels) ||
      token === `line${number}` ||
      token === `pin${number}` ||
      token === `gpio${number}` ||
      token === `io${number}` ||
      (token === number && at === tokens.length - 1 && /(line|pin|gpio|io|d)$/.test(tokens[at - 1] ?? "")) ||
      (/^a\d+$/.test(number) && token === number),
  );
  const port = portName(line);
  const register = port && registerOf(tokens, port);
  const fit = register ? FIT[released ? "released" : "driven"][register] : 0;
  if (fit > 0)
    return {
      score: fit,
      why: `named after its port, P${port!.toUpperCase()}${register === "ddr" ? ", by its direction" : ""}`,
    };
  if (isLine) return { score: 0.85, why: `named after line ${line}` };
  if (role !== "other" && tokens.some((token) => SYNONYMS[role].test(token)))
    return { score: 0.7, why: `“${joined}” is a usual name for the ${role}` };
  return { score: 0, why: "" };
}

/** How well a signal's movement fits a role among the others, which are given in order of their rises, most first. */
function activityScore(
  signal: Signal,
  role: WantedLine["role"],
  moving: readonly Signal[],
): { score: number; why: string } {
  if (signal.changes <= 1) return { score: 0, why: "" };
  const most = moving[0];
  switch (role) {
    case "clock":
      return signal === most ? { score: 0.5, why: "it rises most often" } : { score: 0.1, why: "it moves" };
    case "select":
      return signal === moving[moving.length - 1] && moving.length > 1
        ? { score: 0.45, why: "it moves least often" }
        : { score: 0.1, why: "it moves" };
    case "data":
      return signal !== most
        ? { score: 0.35, why: "it moves with the clock" }
        : { score: 0.05, why: "it moves" };
    case "other":
      return { score: 0.05, why: "it moves" };
  }
}

/**
 * Whether names such as D0, D1, D2… are the channels of an analyser and no lines of a board: they begin at 0 without a
 * gap, and what moves is not just what the rig's lines would.
 */
function areChannels(wanted: readonly WantedLine[], signals: readonly Signal[]): boolean {
  const named = signals.flatMap((signal) => {
    const found = /(?:^|[^a-z0-9])d(\d+)$/i.exec(signal.name);
    return found ? [{ number: Number(found[1]), moves: signal.changes > 1 }] : [];
  });
  const numbers = new Set(named.map(({ number }) => number));
  if (numbers.size < 2 || ![...numbers].every((number) => number < numbers.size)) return false;
  const lines = new Set(wanted.map(({ line }) => line));
  const moving = named.filter(({ moves }) => moves);
  return moving.length !== lines.size || moving.some(({ number }) => !lines.has(String(number)));
}

/** Takes a signal for every line: by name where names tell, otherwise by how the signals move. Each signal once. */
export function guessMapping(wanted: readonly WantedLine[], { signals }: Survey): Guess[] {
  const all = signals.filter(({ changes }) => changes > 0);
  const channels = areChannels(wanted, signals);
  const moving = all.filter(({ changes }) => changes > 1).sort((one, other) => other.rises - one.rises);
  const pairs = wanted
    .flatMap((line) =>
      all.map((signal) => {
        const byName = nameScore(signal, line, channels);
        const byMove = activityScore(signal, line.role, moving);
        const named = byName.score > 0;
        return {
          line,
          signal,
          score: named ? byName.score + (signal.changes > 1 ? 0.05 : 0) : byMove.score,
          why: named ? byName.why : byMove.why,
        };
      }),
    )
    .filter(({ score }) => score > 0.04)
    .sort((one, other) => other.score - one.score);
  const taken = new Set<number>();
  const given = new Map<string, Guess>();
  for (const { line, signal, score, why } of pairs) {
    if (given.has(line.line) || taken.has(signal.index)) continue;
    given.set(line.line, { line: line.line, signal: signal.index, sure: Math.min(0.95, score), why });
    taken.add(signal.index);
  }
  return wanted.map(
    ({ line }) =>
      given.get(line) ?? { line, signal: undefined, sure: 0, why: "no signal is left that could be it" },
  );
}
