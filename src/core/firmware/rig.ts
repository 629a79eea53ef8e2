import { gridOf, type RigModel } from "../address";
import type { LineGiven } from "../bus";
import { World, isMove, rawMoves, type Left, type Move } from "../inputs";
import { LOW } from "../level";
import { formatQuantity, type Nanoseconds, type Volts } from "../quantity";
import type { TapeItem, UnitRef } from "../rig";
import {
  LOOKED_BACK,
  LitBoard,
  SeenFaces,
  cutsOn,
  readCurrents,
  type Cut,
  readView,
  type ReadFace,
  type SeenFace,
} from "../sim";
import { aroundOf, type Around, type Echo } from "./around";
import { boardPart, boardVolts, chipFor } from "./board";
import type { AvrChip } from "./chips";
import type { FirmwareImage } from "./image";
import { AvrMachine } from "./machine";
import { writeEnds, type FirmwareEdge, type FirmwareStep } from "./steps";
import { placeOf, type ProgramPlace } from "./where";

/** Who follows a run: what it does on its lines, which faces were to be seen, what interrupts it. */
export interface Watching {
  readonly edge?: (edge: FirmwareEdge) => void;
  readonly face?: (face: SeenFace) => void;
}

/** How often a step to another face looks, in ns. */
const FACE_LOOKS: Nanoseconds = 1e6;
/** How far a step goes where what it waits for does not come. */
const LONGEST_STEP: Nanoseconds = 10e9;
/** How long an eye takes a face in. */
const EYE: Nanoseconds = 20e6;
/** How often what reads on dots is looked at. */
const READS: Nanoseconds = 200e6;
/** Bytes of serial text that are kept. */
const MOST_SENT = 16_384;
/** A pulse of this length on the trigger line of a distance sensor starts it. */
const TRIGGER: Nanoseconds = 10_000;

export interface FirmwareSettings {
  /** Parts of a million the clock is off; what the board's clock goes by may be off by so much. */
  readonly clockError?: number;
  /** Volts it really gets, where a battery has sunk or the wires are long. */
  readonly supply?: Volts;
}

/**
 * A rig whose controller runs compiled code: its lines are wired to the rig's chips and LEDs as in the simulation of the
 * rig's own program, its inputs to the hands. Time counts from the first power-up.
 */
export class FirmwareRig {
  readonly lit: LitBoard;
  readonly faces: SeenFaces;
  machine: AvrMachine;
  private readonly chip: AvrChip;
  private world: World;
  private since: Nanoseconds = 0;
  /** Bytes sent over the serial line, the last ones. */
  private sentBytes: number[] = [];
  private readonly around: Around;
  private readonly triggered = new Map<string, Nanoseconds>();
  private pulses: Array<{ readonly at: Nanoseconds; readonly line: string; readonly level: 0 | 1 }> = [];
  /** Resets the program was given by its watchdog. */
  resets = 0;
  /** Below this the brown-out detector holds the controller: it does nothing. */
  readonly held: boolean;
  private readonly volts: Volts;
  /** Wanted to be stopped at: see {@link stopWhen}. */
  private stopping: ((edge: FirmwareEdge) => boolean) | undefined;
  private atStop = false;
  private cuts: readonly Nanoseconds[] = [];
  private dotsRead: string | undefined;
  private readAt: Nanoseconds = -Infinity;

  /** @throws Error where {@link chipFor} names a problem */
  constructor(
    readonly model: RigModel,
    readonly image: FirmwareImage,
    private readonly settings: FirmwareSettings = {},
    private readonly watching: Watching = {},
  ) {
    const chip = chipFor(model, image);
    if ("problem" in chip) throw new Error(chip.problem);
    this.chip = chip;
    this.volts = settings.supply ?? boardVolts(model);
    this.held = this.volts < chip.brownOut;
    this.faces = new SeenFaces(model.addresses.length, (face) => watching.face?.(face));
    this.lit = new LitBoard(model, (board, currents, at) => this.faces.follow(board, currents, at));
    this.world = new World(model);
    this.machine = this.powerUp(image.eeprom);
    this.letGo();
    this.around = aroundOf(model, chip, this.world);
    this.handsMoved();
  }

  private powerUp(eeprom: Uint8Array | undefined): AvrMachine {
    return new AvrMachine(
      this.chip,
      this.image.flash,
      {
        line: (line, given, at) => this.line(line, given, this.since + at),
        volts: (line, at) => this.world.volts(line, at) ?? this.volts / 2,
        floating: (line, at) => this.world.level(line, at),
        sent: (byte) => {
          this.sentBytes.push(byte);
          if (this.sentBytes.length > MOST_SENT) this.sentBytes = this.sentBytes.slice(-MOST_SENT / 2);
        },
        reset: () => {
          this.resets += 1;
          this.letGo();
        },
      },
      {
        clock: boardPart(this.model).clock,
        ...this.settings,
        supply: this.volts,
        ...(eeprom ? { eeprom } : {}),
      },
    );
  }

  /** Its lines are inputs, as at power-up: what hangs on them stands where resistors pull it. */
  private letGo(): void {
    for (const [line] of this.machine.lines) this.lit.drive(line, "released", this.time);
  }

  get time(): Nanoseconds {
    return this.lit.time;
  }

  private get machineTime(): Nanoseconds {
    return this.since + this.machine.time;
  }

  /** What was sent over the serial line lately, as text; a byte that is no text is one of Latin-1. */
  get sent(): string {
    return String.fromCharCode(...this.sentBytes);
  }

  /** Runs up to a moment, or to where it was to stop. @returns whether it came to that moment */
  advanceTo(until: Nanoseconds): boolean {
    while (!this.held) {
      const next = Math.min(
        until,
        this.since + this.world.nextMove,
        this.pulses[0]?.at ?? Infinity,
        this.cuts[0] ?? Infinity,
      );
      const came = this.machine.runTo(next - this.since);
      this.lit.passTo(Math.max(this.lit.time, this.machineTime));
      if (this.atStop) {
        this.atStop = false;
        return false;
      }
      if (!came) continue;
      this.outsideMoves(next);
      if (this.cuts[0] !== undefined && this.cuts[0] <= next) {
        this.cuts = this.cuts.slice(1);
        this.cut();
      }
      if (next >= until) break;
    }
    this.world.knowUntil(until - this.since);
    this.lit.passTo(until);
    this.faces.check(this.lit, until);
    return true;
  }

  /** One instruction. */
  step(): void {
    if (!this.held) this.machine.step();
    this.lit.passTo(Math.max(this.lit.time, this.machineTime));
  }

  /**
   * Runs on to what is asked for: an instruction, an edge on any line or on one, another face; 10 s at the most.
   * @returns whether it came to it
   */
  stepTo(what: FirmwareStep): boolean {
    if (what === "instruction") {
      this.step();
      return !this.held;
    }
    if (what === "face") return this.stepToFace();
    this.stopWhen(
      typeof what === "object"
        ? ({ line }) => line === what.line
        : what === "write"
          ? writeEnds(this.model)
          : () => true,
    );
    const came = !this.advanceTo(this.time + LONGEST_STEP);
    this.stopWhen(undefined);
    return came;
  }

  /** What goes dark is seen to do so only once it has stayed dark for a while: it is looked at again and again. */
  private stepToFace(): boolean {
    const began = this.faces.beganAt;
    const until = this.time + LONGEST_STEP;
    while (!this.held && this.time < until) {
      this.advanceTo(Math.min(until, this.time + FACE_LOOKS));
      if (this.faces.beganAt !== began) return true;
    }
    return false;
  }

  /** Where the program stands. */
  get place(): ProgramPlace {
    return placeOf(this.image, this.machine.cpu.pc * 2);
  }

  /** Stops the next run at the first edge a condition holds for. */
  stopWhen(holds: ((edge: FirmwareEdge) => boolean) | undefined): void {
    this.stopping = holds;
  }

  /** Hands, echoes and bytes that come by a moment. */
  private outsideMoves(now: Nanoseconds): void {
    for (let pulse = this.pulses[0]; pulse && pulse.at <= now; pulse = this.pulses[0]) {
      this.pulses = this.pulses.slice(1);
      this.machine.drive(pulse.line, pulse.level);
    }
    if (this.since + this.world.nextMove > now) return;
    const moment = now - this.since;
    for (let waiting = this.world.waiting(moment); waiting > 0; waiting -= 1)
      this.machine.receive(this.world.receive(moment));
    this.handsMoved();
  }

  /** What the hands make of the lines the controller reads. */
  private handsMoved(): void {
    const now = this.machine.time;
    for (const line of this.around.handLines) this.read(line, now);
    for (const units of this.around.keyed) {
      const answer = this.world.keys(units, now);
      for (const driver of this.lit.board.drivers)
        if (driver.units.some((unit) => units.includes(unit))) driver.holdKeys?.(answer);
    }
  }

  private read(line: string, now: Nanoseconds): void {
    const given = this.machine.given(line);
    if (given === 0 || given === 1 || this.around.echoes.some(({ echo }) => echo === line)) return;
    const level = this.world.level(line, now);
    this.machine.drive(line, this.world.isSteady(line) ? level : undefined);
  }

  /** A line is driven otherwise than before. */
  private line(line: string, given: LineGiven, at: Nanoseconds): void {
    const edge: FirmwareEdge = { at: Math.max(at, this.lit.time), line, given };
    this.lit.drive(line, given, edge.at);
    this.watching.edge?.(edge);
    this.handLine(line, given, edge.at - this.since);
    for (const answering of this.around.answerLines) this.hear(answering);
    if (this.stopping?.(edge)) {
      this.stopping = undefined;
      this.atStop = true;
      this.machine.stop();
    }
  }

  /** What a chip makes of a line the controller has let go. */
  private hear(line: string): void {
    const given = this.machine.given(line);
    if (given === 0 || given === 1 || this.around.handLines.includes(line)) return;
    const level = this.lit.board.lineLevel(line);
    this.machine.drive(line, level === 0 || level === 1 ? level : undefined);
  }

  private handLine(line: string, given: LineGiven, now: Nanoseconds): void {
    if (this.around.pulledLines.has(line)) this.world.pull(line, given === LOW, now);
    if (this.around.handLines.includes(line) && (given === "pulled-up" || given === "released"))
      this.world.input(line, given === "pulled-up");
    if (this.around.pulledLines.has(line)) this.handsMoved();
    else if (this.around.handLines.includes(line)) this.read(line, now);
    for (const echo of this.around.echoes) if (echo.trigger === line) this.trigger(echo, given, now);
  }

  private trigger({ unit, trigger, echo }: Echo, given: LineGiven, now: Nanoseconds): void {
    if (given === 1) this.triggered.set(trigger, now);
    else if (given === 0 && now - (this.triggered.get(trigger) ?? Infinity) >= TRIGGER) {
      const { begins, lasts } = this.world.echo(unit, now);
      const from = this.since + now + begins;
      this.pulses = [
        ...this.pulses,
        { at: from, line: echo, level: 1 as const },
        { at: from + lasts, line: echo, level: 0 as const },
      ].sort((one, other) => one.at - other.at);
      this.machine.stop();
    }
  }

  /**
   * A hand does something.
   * @param move its moment is how many ms from now on it takes place
   * @returns the move as it stands on a tape, from the first power-up on
   */
  move(move: Move): Move {
    const moved = { ...move, at: move.at + (this.time + 1) / 1e6 };
    this.expect([moved]);
    return moved;
  }

  /** What hands do on a tape, and when the power is cut, before that is reached. */
  expect(tape: readonly TapeItem[]): void {
    const moves = tape.filter(isMove);
    this.cuts = [...this.cuts, ...cutsOn(tape)].sort((one, other) => one - other);
    const raw = moves.flatMap((move) => rawMoves(this.model.rig, move));
    this.world.add(raw.map((one) => ({ ...one, at: one.at - this.since })));
  }

  /**
   * Cuts the power, and lets it come back: what is in the EEPROM outlives it, hands stay where they are.
   * @returns what is put on a tape of it
   */
  cut(): Cut {
    const now = this.time;
    const eeprom = this.machine.left();
    const left: Left = this.world.left(now - this.since);
    this.letGo();
    this.since = now;
    this.world = new World(this.model, left);
    this.machine = this.powerUp(eeprom);
    this.handsMoved();
    return { at: now / 1e6, cut: "power" };
  }

  /** What is to be seen now, as an eye takes it in. */
  look(): ReadFace {
    const now = this.time;
    this.faces.check(this.lit, now);
    const { turnTime } = this.faces;
    const back = turnTime > 0 ? (Math.ceil(EYE / turnTime) + 1) * turnTime : EYE;
    const { currents, unknown } = this.faces.now(this.lit, now - back);
    const view = { time: now, currents, unknown, text: this.dotsText(currents, now), ended: false };
    const told = this.sent.split(/\r?\n/).filter((line) => line !== "");
    return {
      ...readView(this.model, view),
      live: {
        values: {},
        outputs: this.switched(),
        hands: this.hands(),
        ...(this.machine.baud !== undefined ? { told: told.slice(-LOOKED_BACK) } : {}),
      },
    };
  }

  /** What reads on dots is looked at now and then: letters are told one by one. */
  private dotsText(currents: Float64Array, now: Nanoseconds): string | undefined {
    if (!gridOf(this.model)) return undefined;
    if (now - this.readAt < READS || currents.length === 0) return this.dotsRead;
    this.readAt = now;
    this.dotsRead = readCurrents(
      this.model,
      new Map(this.model.addresses.map(({ pip }, at) => [pip, currents[at]!] as const)),
    );
    return this.dotsRead;
  }

  /** Where every input part stands. */
  hands(): Readonly<Record<UnitRef, number>> {
    return this.world.stand(this.machine.time);
  }

  /** What it switches, and whether that is on. */
  switched(): Readonly<Record<UnitRef, boolean>> {
    const { showing } = this.faces;
    return Object.fromEntries(
      this.around.outputs.map((one) => [
        one.unit,
        "line" in one ? this.machine.given(one.line) === one.on : one.places.every((at) => showing[at] === 1),
      ]),
    );
  }

  /** Why it does nothing, where its supply is too low. */
  get heldBecause(): string | undefined {
    if (!this.held) return undefined;
    return `The supply has ${formatQuantity(this.volts, "V")}: below ${formatQuantity(this.chip.brownOut, "V")} the brown-out detector holds the controller in reset.`;
  }
}
