import type { RigModel } from "../address";
import type { ControllerPart } from "../parts";
import type { Nanoseconds, Volts } from "../quantity";
import { legRef, type LegRef, type UnitRef, controllerUnit } from "../rig";
import { chipKeys, keyScanOf, type ChipKeyLine } from "./chip-keys";
import { InputCircuit, drainOf } from "./circuit";
import { clockChips, type ClockChip } from "./clock-chip";
import { LineEdges, type LineEdge } from "./edges";
import { answerOf, echoTime, moveHand, restOf, type Hands } from "./hands";
import { randomFrom } from "../chance";
import type { PartMove, RawMove } from "./tape";

/** Bytes the controller keeps of the serial line until the program takes them. */
const RECEIVE_BUFFER = 64;

/** What a run leaves where the power is cut: the next one begins with it. */
export interface Left {
  /** What outlives the cut; cells are 255 where nothing was ever written. */
  readonly memory: Uint8Array;
  /** Where every part stands. */
  readonly stands: Readonly<Record<string, number>>;
  /** What hands still do, from that moment on. */
  readonly moves: readonly RawMove[];
}

/**
 * What stands on the lines a program reads: the hands, as far as they are known, put through the wires. Time only goes
 * on; a move can be added as long as nobody has read beyond it.
 */
export class World {
  private readonly controller: ControllerPart;
  private readonly board: UnitRef;
  private circuit: InputCircuit;
  private readonly pulledUp = new Set<string>();
  private readonly drains = new Set<string>();
  private readonly chipKeys: readonly ChipKeyLine[];
  private readonly clocks: readonly ClockChip[];
  private readonly hands: Record<string, number> = {};
  private readonly noise: ReadonlyMap<UnitRef, number>;
  private moves: RawMove[] = [];
  private next = 0;
  private edges: LineEdges | undefined;
  /** Bytes that came and were not taken: a small buffer, what comes on top of it is lost. */
  private readonly received: number[] = [];
  private conversions = 0;
  private known: Nanoseconds = 0;
  private readonly levels = new Map<string, 0 | 1 | undefined>();

  /** What outlives a power cut, and every write of it: when it began, where, what. */
  private readonly memory: Uint8Array;
  private readonly writes: Array<{
    readonly at: Nanoseconds;
    readonly cell: number;
    readonly value: number;
  }> = [];
  private readonly first: Uint8Array;

  /** @param left what an earlier run left */
  constructor(
    private readonly model: RigModel,
    left?: Left,
  ) {
    const board = controllerUnit(model.rig)!;
    this.board = board.ref;
    this.controller = model.part(board.ref) as ControllerPart;
    this.memory = left?.memory.slice() ?? new Uint8Array(this.controller.eeprom?.bytes ?? 0).fill(255);
    this.first = this.memory.slice();
    this.circuit = new InputCircuit(model);
    this.chipKeys = chipKeys(model);
    const noise = new Map<UnitRef, number>();
    for (const unit of model.rig.units) {
      const part = model.part(unit.ref);
      if (part.kind !== "input") continue;
      this.hands[unit.ref] = left?.stands[unit.ref] ?? restOf(unit, part);
      if (unit.hand?.noise) noise.set(unit.ref, unit.hand.noise);
    }
    this.noise = noise;
    this.clocks = clockChips(model, this.hands);
    if (left) this.add(left.moves);
  }

  /** Adds moves; those of one moment take place in the order they were added. */
  add(moves: readonly RawMove[]): void {
    const ahead = [...this.moves.slice(this.next), ...moves].sort((one, other) => one.at - other.at);
    this.moves = [...this.moves.slice(0, this.next), ...ahead];
  }

  /** Up to when what the hands do is known: a program reads no further. */
  get knownUntil(): Nanoseconds {
    return this.known;
  }

  knowUntil(moment: Nanoseconds): void {
    this.known = Math.max(this.known, moment);
  }

  /** When a hand moves next; Infinity when none is known to. */
  get nextMove(): Nanoseconds {
    return this.moves[this.next]?.at ?? Infinity;
  }

  /** How many moves there were. */
  get moved(): number {
    return this.next;
  }

  /** Where every part stands at the moment that was read last; a clock chip goes on to now. */
  stand(now: Nanoseconds): Readonly<Record<UnitRef, number>> {
    return Object.fromEntries([
      ...Object.entries(this.hands).filter(([unit]) => this.model.rig.units.some(({ ref }) => ref === unit)),
      ...this.clocks.map((clock) => [clock.unit, clock.time(now)]),
    ]);
  }

  /** What is left where the power is cut. */
  left(at: Nanoseconds): Left {
    this.goTo(at);
    return {
      memory: this.memoryAt(at),
      stands: this.stand(at),
      moves: this.moves.slice(this.next).map((move) => ({ ...move, at: move.at - at })),
    };
  }

  /** A line was made an input, with its pull-up or without. */
  input(line: string, pulledUp: boolean): void {
    if (pulledUp === this.pulledUp.has(line)) return;
    if (pulledUp) this.pulledUp.add(line);
    else this.pulledUp.delete(line);
    this.circuit = new InputCircuit(this.model, this.pulledUp, this.drains);
    this.levels.clear();
  }

  /** A line is pulled low, or let go: a clock chip on it listens. */
  pull(line: string, low: boolean, now: Nanoseconds): void {
    this.goTo(now);
    if (!this.drains.has(line)) {
      this.drains.add(line);
      this.circuit = new InputCircuit(this.model, this.pulledUp, this.drains);
    }
    this.hands[drainOf(line)] = low ? 1 : 0;
    this.levels.clear();
    for (const clock of this.clocks) this.hear(clock, now);
  }

  private hear(clock: ClockChip, now: Nanoseconds): void {
    const listen = () =>
      clock.hear(
        {
          data: this.circuit.volts(clock.data, this.hands),
          clock: this.circuit.volts(clock.clock, this.hands),
        },
        now,
      );
    const answer = answerOf(clock.unit);
    const answers = listen() ? 1 : 0;
    if ((this.hands[answer] ?? 0) === answers) return;
    this.hands[answer] = answers;
    // It hears its own answer as well.
    listen();
  }

  watch(line: string, now: Nanoseconds): void {
    this.goTo(now);
    this.edges ??= new LineEdges(this.controller.logic / 2, (of) => this.legOf(of));
    this.edges.watch(line, this.next, this.circuit, this.hands);
  }

  edgeBy(until: Nanoseconds): LineEdge | undefined {
    return this.edges?.by(until, this.moves, this.circuit);
  }

  takeEdge(): void {
    this.edges?.take();
  }

  /** When the echo of a sensor begins that is told to listen now, and how long it lasts, its noise included. */
  echo(unit: UnitRef, now: Nanoseconds): { readonly begins: Nanoseconds; readonly lasts: Nanoseconds } {
    this.goTo(now);
    const part = this.model.part(unit);
    if (part.kind !== "input" || part.act.by !== "echo") throw new Error(`${unit} has no echo`);
    return { begins: part.act.begins, lasts: echoTime(part.act, this.shake([unit])[unit] ?? 0) };
  }

  /** What a chip tells of its keys. @param units of the bus that is asked */
  keys(units: readonly UnitRef[], now: Nanoseconds): readonly number[] {
    this.goTo(now);
    const scan = keyScanOf(this.model, units);
    const down = this.chipKeys.filter(({ unit, chip }) => units.includes(chip) && this.hands[unit] === 1);
    return scan?.bytes(new Set(down.map(({ number }) => number))) ?? [];
  }

  /** The level on a line. One that floats reads by chance, as it does on the table. */
  level(line: string, now: Nanoseconds): 0 | 1 {
    this.goTo(now);
    if (!this.levels.has(line)) {
      const volts = this.circuit.volts(this.legOf(line), this.hands);
      this.levels.set(line, volts === undefined ? undefined : volts >= this.controller.logic / 2 ? 1 : 0);
    }
    return this.levels.get(line) ?? (randomFrom(`${line} ${Math.floor(now / 1e6)}`)() < 0.5 ? 0 : 1);
  }

  /** The input parts whose hands move a line. */
  movedBy(line: string): readonly string[] {
    return this.circuit.movedBy(this.legOf(line));
  }

  /** Whether a line's level hangs on nothing but hands that are known: then it reads alike until one moves. */
  isSteady(line: string): boolean {
    return this.levels.get(line) !== undefined;
  }

  /** Volts on a line, noise of the part's own included; undefined where nothing holds it. */
  volts(line: string, now: Nanoseconds): Volts | undefined {
    this.goTo(now);
    return this.circuit.volts(this.legOf(line), this.shaken(line));
  }

  /** What the converter makes of the volts on a line. */
  convert(line: string, now: Nanoseconds): number {
    const { converter } = this.controller;
    if (!converter) return 0;
    const most = 2 ** converter.bits - 1;
    const volts = this.volts(line, now) ?? converter.reference / 2;
    // The converter cuts: 1023 stands for the last 1/1024 of its reference.
    return Math.max(0, Math.min(most, Math.floor((volts / converter.reference) * (most + 1))));
  }

  waiting(now: Nanoseconds): number {
    this.goTo(now);
    return this.received.length;
  }

  receive(now: Nanoseconds): number {
    this.goTo(now);
    return this.received.shift() ?? 255;
  }

  kept(at: number): number {
    return this.memory[at] ?? 255;
  }

  /** Writes a byte. @returns how long it takes: nothing where it is there already */
  keep(at: number, value: number, now: Nanoseconds): Nanoseconds {
    if (this.memory[at] === value || at >= this.memory.length) return 0;
    this.memory[at] = value;
    this.writes.push({ at: now, cell: at, value });
    return this.controller.eeprom!.write;
  }

  /** What the memory holds where the power is cut: a cell that is just being written is erased and no more. */
  private memoryAt(at: Nanoseconds): Uint8Array {
    const left = this.first.slice();
    for (const { at: began, cell, value } of this.writes) {
      if (began > at) break;
      left[cell] = began + this.controller.eeprom!.write <= at ? value : 255;
    }
    return left;
  }

  private shaken(line: string): Hands {
    if (this.noise.size === 0) return this.hands;
    return this.shake(this.circuit.movedBy(this.legOf(line)));
  }

  /** Where parts stand, those that shake a little beside it. */
  private shake(units: readonly string[]): Hands {
    const moved = units.filter((unit) => this.noise.has(unit as UnitRef));
    if (moved.length === 0) return this.hands;
    this.conversions += 1;
    const shaken = { ...this.hands };
    for (const unit of moved) {
      const random = randomFrom(`${unit} ${this.conversions}`);
      // Six of them together are near enough to a bell, and never beyond three times the noise.
      const bell = Array.from({ length: 6 }, random).reduce((sum, one) => sum + one, -3);
      shaken[unit] = shaken[unit]! + bell * this.noise.get(unit as UnitRef)!;
    }
    return shaken;
  }

  private goTo(now: Nanoseconds): void {
    for (let move = this.moves[this.next]; move && move.at <= now; move = this.moves[this.next]) {
      if ("byte" in move) {
        if (this.received.length < RECEIVE_BUFFER) this.received.push(move.byte);
        // A clock chip goes on from there by itself.
      } else if (!this.setsClock(move)) moveHand(this.hands, move);
      this.next += 1;
      this.levels.clear();
    }
  }

  private setsClock({ unit, to, at }: PartMove): boolean {
    const clock = this.clocks.find((one) => one.unit === unit);
    clock?.set(to, at);
    return clock !== undefined;
  }

  private legOf(line: string): LegRef {
    return legRef(this.board, line);
  }
}
