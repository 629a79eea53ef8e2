import { distinctDrivers, railVolts, reachFrom, type Driver, type RigModel } from "../address";
import { HIGH, LOW, OPEN, ShiftRegister595, UNKNOWN, type Input595, type Level } from "../chip";
import { inputHigh, supplyOf } from "../circuit";
import { partById, type ShiftRegisterPart } from "../parts";
import type { Volts } from "../quantity";
import { legRef, splitLegRef, type LegRef, type UnitRef } from "../rig";

interface MountedChip {
  readonly ref: UnitRef;
  readonly chip: ShiftRegister595;
  readonly inputs: ReadonlyArray<readonly [Input595, readonly Driver[]]>;
  readonly seen: Partial<Record<Input595, Level>>;
  /** What an input has to reach to read high. */
  readonly needs: Volts;
  /** Without a common ground with the controller, the chip cannot tell its levels. */
  readonly deaf: boolean;
}

/** A settled board needs no more rounds than chips in a row; more means the wires make a ring. */
const MOST_ROUNDS = 256;

/** The parts on the table at leg level: lines go in, chips act on edges, outputs come out. */
export class Board {
  private readonly chips: readonly MountedChip[];
  private readonly byRef: ReadonlyMap<UnitRef, MountedChip>;
  private readonly lines = new Map<string, Level>();

  constructor(private readonly model: RigModel) {
    const { rig, nets, drivers } = model;
    const hearsController = (ground: LegRef): boolean =>
      nets.of(ground).legs.some((leg) => {
        const { unit, leg: id } = splitLegRef(leg);
        const part = model.part(unit);
        return part.kind === "controller" && part.legs.some((one) => one.id === id && one.role === "ground");
      });
    this.chips = rig.units.flatMap((unit): MountedChip[] => {
      const part = partById(unit.part);
      if (part.kind !== "shift-register" || !isPowered(model, unit.ref, part)) return [];
      const { pins } = part;
      const input = (name: Input595, leg: string): [Input595, Driver[]] => [
        name,
        distinctDrivers(reachFrom(legRef(unit.ref, leg), rig, nets, drivers).map(({ driver }) => driver)),
      ];
      return [
        {
          ref: unit.ref,
          chip: new ShiftRegister595(),
          inputs: [
            input("SER", pins.serialIn),
            input("SRCLK", pins.shiftClock),
            input("RCLK", pins.latchClock),
            input("OE", pins.outputEnable),
            input("SRCLR", pins.clear),
          ],
          seen: {},
          needs: inputHigh(model, unit.ref, part),
          deaf: !hearsController(legRef(unit.ref, pins.ground)),
        },
      ];
    });
    this.byRef = new Map(this.chips.map((mounted) => [mounted.ref, mounted]));
    this.settle();
  }

  /** A controller line takes a level. */
  drive(line: string, level: Level): void {
    if (this.lines.get(line) === level) return;
    this.lines.set(line, level);
    this.settle();
  }

  /** The level an output leg drives: open for a chip without supply and for a line that is not set up. */
  level(driver: Driver): Level {
    switch (driver.kind) {
      case "rail":
        return driver.volts > 0 ? HIGH : LOW;
      case "line":
        return this.lines.get(driver.line) ?? OPEN;
      case "register":
        return this.byRef.get(driver.unit)?.chip.output(driver.stage) ?? OPEN;
      case "serial-out":
        return this.byRef.get(driver.unit)?.chip.serialOut ?? OPEN;
    }
  }

  /** A chip's contents, or undefined for one that has no supply. */
  chip(ref: UnitRef): Pick<ShiftRegister595, "stages" | "latched"> | undefined {
    return this.byRef.get(ref)?.chip;
  }

  /** What a chip makes of a level: a high that does not reach its threshold is nothing it can rely on. */
  private heard(driver: Driver, { needs }: MountedChip): Level {
    const level = this.level(driver);
    if (level !== HIGH) return level;
    return highVolts(this.model, driver) >= needs ? HIGH : UNKNOWN;
  }

  /** All inputs are read before any chip acts, so that a chain shifts as its parts do: each takes what was there. */
  private settle(): void {
    for (let round = 0; round < MOST_ROUNDS; round += 1) {
      const changes = this.chips.map((mounted) => this.inputChanges(mounted));
      if (changes.every((change) => change === undefined)) return;
      this.chips.forEach((mounted, at) => {
        if (changes[at]) mounted.chip.apply(changes[at]);
      });
    }
  }

  private inputChanges(mounted: MountedChip): Partial<Record<Input595, Level>> | undefined {
    let changed: Partial<Record<Input595, Level>> | undefined;
    for (const [name, drivers] of mounted.inputs) {
      const controlled = drivers.some(({ kind }) => kind === "line");
      const level =
        mounted.deaf && controlled ? UNKNOWN : resolve(drivers.map((driver) => this.heard(driver, mounted)));
      if (mounted.seen[name] === level) continue;
      mounted.seen[name] = level;
      changed = { ...changed, [name]: level };
    }
    return changed;
  }
}

/** What a driver's high level stands at. */
const highVolts = (model: RigModel, driver: Driver): Volts =>
  driver.kind === "rail" ? driver.volts : supplyOf(model, driver.unit);

/** The level of a net several things drive: open ones do not count, different ones leave it unknown. */
function resolve(levels: readonly Level[]): Level {
  let found: Level = OPEN;
  for (const level of levels) {
    if (level === OPEN || level === found) continue;
    if (found !== OPEN) return UNKNOWN;
    found = level;
  }
  return found;
}

/** Whether a chip's supply and ground legs are on rails its data sheet allows. */
export function isPowered(model: RigModel, ref: UnitRef, part: ShiftRegisterPart): boolean {
  const volts = (leg: string) => railVolts(model.drivers.get(model.nets.of(legRef(ref, leg)).id) ?? []);
  const supply = volts(part.pins.supply);
  const [least, most] = part.supplyRange;
  return supply !== undefined && supply >= least && supply <= most && volts(part.pins.ground) === 0;
}
