import { distinctDrivers, railVolts, reachFrom, type Driver, type RigModel } from "../address";
import { HIGH, LOW, OPEN, UNKNOWN, type Level, type ShiftRegister595 } from "../chip";
import { inputHigh, supplyOf } from "../circuit";
import { isChip, type ChipPart } from "../parts";
import type { Volts } from "../quantity";
import { legRef, splitLegRef, type LegRef, type UnitRef } from "../rig";
import { mount, type MountedModel } from "./mount";

/** What drives an input, and whether its high reaches what the input needs to read high. */
interface Source {
  readonly driver: Driver;
  readonly strong: boolean;
}

interface MountedChip {
  readonly ref: UnitRef;
  readonly chip: MountedModel;
  readonly inputs: ReadonlyArray<{
    readonly name: string;
    readonly sources: readonly Source[];
    readonly deaf: boolean;
  }>;
  readonly seen: Level[];
  /** Lines and chips its inputs hang on: only when one of them changes may it change. */
  readonly hangsOn: ReadonlySet<string>;
}

/** A settled board needs no more rounds than chips in a row; more means the wires make a ring. */
const MOST_ROUNDS = 256;

/** The parts on the table at leg level: lines go in, chips act on edges, outputs come out. */
export class Board {
  private readonly chips: readonly MountedChip[];
  private readonly byRef: ReadonlyMap<UnitRef, MountedChip>;
  private readonly lines = new Map<string, Level>();
  private touched = true;
  private readonly controls = new Map<LegRef, readonly Driver[]>();

  constructor(private readonly model: RigModel) {
    const { rig, nets, drivers } = model;
    const hearsController = (ground: LegRef): boolean =>
      nets.of(ground).legs.some((leg) => {
        const { unit, leg: id } = splitLegRef(leg);
        const part = model.part(unit);
        return part.kind === "controller" && part.legs.some((one) => one.id === id && one.role === "ground");
      });
    this.chips = rig.units.flatMap((unit): MountedChip[] => {
      const part = model.part(unit.ref);
      if (!isChip(part) || !isPowered(model, unit.ref, part)) return [];
      const chip = mount(part);
      const needs = inputHigh(model, unit.ref, part);
      // Without a common ground with the controller, the chip cannot tell its levels.
      const deaf = !hearsController(legRef(unit.ref, part.groundLeg));
      const inputs = chip.inputs.map(({ leg, name }) => {
        const driving = distinctDrivers(
          reachFrom(legRef(unit.ref, leg), rig, nets, drivers).map(({ driver }) => driver),
        );
        return {
          name,
          sources: driving.map((driver) => ({ driver, strong: highVolts(model, driver) >= needs })),
          deaf: deaf && driving.some(({ kind }) => kind === "line"),
        };
      });
      const hangsOn = new Set(
        inputs.flatMap(({ sources }) => sources.flatMap(({ driver }) => this.sourcesOf(driver))),
      );
      return [{ ref: unit.ref, chip, inputs, seen: [], hangsOn }];
    });
    this.byRef = new Map(this.chips.map((mounted) => [mounted.ref, mounted]));
    this.settle(this.chips);
  }

  /** A controller line takes a level. */
  drive(line: string, level: Level): void {
    if (this.lines.get(line) === level) return;
    this.lines.set(line, level);
    const key = `line ${line}`;
    this.settle(this.chips.filter(({ hangsOn }) => hangsOn.has(key)));
  }

  /** Whether an output of a chip may have changed since the last time this was asked. */
  takeTouched(): boolean {
    const was = this.touched;
    this.touched = false;
    return was;
  }

  /** The level an output leg drives: open for a chip without supply and for a line that is not set up. */
  level(driver: Driver): Level {
    switch (driver.kind) {
      case "rail":
        return driver.volts > 0 ? HIGH : LOW;
      case "line":
        return this.lines.get(driver.line) ?? OPEN;
      case "register":
        return this.outputOf(driver.unit, driver.stage);
      case "selected":
        return this.outputOf(driver.unit, driver.code);
      case "step":
        return this.outputOf(driver.unit, driver.step);
      case "segment":
        return this.outputOf(driver.unit, driver.at);
      case "serial-out":
        return this.byRef.get(driver.unit)?.chip.register?.serialOut ?? OPEN;
      case "switch": {
        const control = resolve(this.controlOf(driver.control).map((one) => this.level(one)));
        if (control === UNKNOWN) return UNKNOWN;
        return control === driver.when ? driver.sends : OPEN;
      }
    }
  }

  private outputOf(unit: UnitRef, at: number): Level {
    return this.byRef.get(unit)?.chip.output(at) ?? OPEN;
  }

  /** What drives a switch's control leg; never another switch's control in a ring. */
  private controlOf(leg: LegRef): readonly Driver[] {
    const { rig, nets, drivers } = this.model;
    const found =
      this.controls.get(leg) ??
      reachFrom(leg, rig, nets, drivers)
        .map(({ driver }) => driver)
        .filter(({ kind }) => kind !== "switch");
    this.controls.set(leg, found);
    return found;
  }

  /** A register's contents, or undefined for a chip that has none or has no supply. */
  chip(ref: UnitRef): Pick<ShiftRegister595, "stages" | "latched"> | undefined {
    return this.byRef.get(ref)?.chip.register;
  }

  /** Everything the board holds, as a text that {@link load} takes back. */
  save(): string {
    const chips = this.chips.map(({ chip, seen }) => `${chip.save()}/${seen.join("")}`);
    const lines = [...this.lines].sort(([one], [other]) => (one < other ? -1 : 1));
    return [lines.map(([line, level]) => `${line}=${level}`).join(","), ...chips].join("|");
  }

  load(saved: string): void {
    const [lines = "", ...chips] = saved.split("|");
    this.lines.clear();
    for (const entry of lines.split(",").filter(Boolean)) {
      const [line, level] = entry.split("=") as [string, string];
      this.lines.set(line, Number(level) as Level);
    }
    this.chips.forEach(({ chip, seen }, at) => {
      const [held = "", levels = ""] = chips[at]!.split("/");
      chip.load(held);
      [...levels].forEach((level, place) => (seen[place] = Number(level) as Level));
    });
  }

  /** The lines and chips a driver's level hangs on, through switches. */
  private sourcesOf(driver: Driver): string[] {
    if (driver.kind === "rail") return [];
    if (driver.kind === "line") return [`line ${driver.line}`];
    if (driver.kind === "switch") return this.controlOf(driver.control).flatMap((one) => this.sourcesOf(one));
    return [driver.unit];
  }

  /** All inputs are read before any chip acts, so that a chain shifts as its parts do: each takes what was there. */
  private settle(asked: readonly MountedChip[]): void {
    let affected = asked;
    for (let round = 0; round < MOST_ROUNDS && affected.length > 0; round += 1) {
      const changes = affected.map((mounted) => this.inputChanges(mounted));
      const acted = new Set<string>();
      affected.forEach(({ chip, ref }, at) => {
        if (!changes[at]) return;
        if (chip.apply(changes[at])) this.touched = true;
        acted.add(ref);
      });
      if (acted.size === 0) return;
      affected = this.chips.filter(({ hangsOn }) => [...acted].some((ref) => hangsOn.has(ref)));
    }
  }

  private inputChanges(mounted: MountedChip): Record<string, Level> | undefined {
    let changed: Record<string, Level> | undefined;
    mounted.inputs.forEach(({ name, sources, deaf }, at) => {
      const level = deaf ? UNKNOWN : this.heard(sources);
      if (mounted.seen[at] === level) return;
      mounted.seen[at] = level;
      changed ??= {};
      changed[name] = level;
    });
    return changed;
  }

  /** What an input makes of what drives it: a high that does not reach its threshold is nothing it can rely on. */
  private heard(sources: readonly Source[]): Level {
    let found: Level = OPEN;
    for (const { driver, strong } of sources) {
      const given = this.level(driver);
      const level = given === HIGH && !strong ? UNKNOWN : given;
      if (level === OPEN || level === found) continue;
      if (found !== OPEN) return UNKNOWN;
      found = level;
    }
    return found;
  }
}

/** What a driver's high level stands at. */
const highVolts = (model: RigModel, driver: Driver): Volts => {
  if (driver.kind === "rail") return driver.volts;
  return driver.kind === "switch" ? Infinity : supplyOf(model, driver.unit);
};

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
export function isPowered(model: RigModel, ref: UnitRef, part: ChipPart): boolean {
  const volts = (leg: string) => railVolts(model.drivers.get(model.nets.of(legRef(ref, leg)).id) ?? []);
  const supply = volts(part.supplyLeg);
  const [least, most] = part.supplyRange;
  return supply !== undefined && supply >= least && supply <= most && volts(part.groundLeg) === 0;
}
