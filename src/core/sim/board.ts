import { distinctDrivers, railVolts, reachFrom, type Driver, type RigModel } from "../address";
import { HIGH, LOW, OPEN, UNKNOWN, type Level, type ShiftRegister595 } from "../chip";
import { inputHigh, supplyOf } from "../circuit";
import { isChip, type ChipPart } from "../parts";
import type { Volts } from "../quantity";
import { legRef, splitLegRef, type LegRef, type UnitRef } from "../rig";
import { mount, type MountedModel } from "./mount";

interface MountedChip {
  readonly ref: UnitRef;
  readonly chip: MountedModel;
  readonly inputs: ReadonlyArray<{ readonly leg: string; readonly drivers: readonly Driver[] }>;
  readonly seen: Level[];
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
      return [
        {
          ref: unit.ref,
          chip,
          inputs: chip.inputs.map((leg) => ({
            leg,
            drivers: distinctDrivers(
              reachFrom(legRef(unit.ref, leg), rig, nets, drivers).map(({ driver }) => driver),
            ),
          })),
          seen: [],
          needs: inputHigh(model, unit.ref, part),
          deaf: !hearsController(legRef(unit.ref, part.groundLeg)),
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

  private inputChanges(mounted: MountedChip): Record<string, Level> | undefined {
    let changed: Record<string, Level> | undefined;
    mounted.inputs.forEach(({ leg, drivers }, at) => {
      const controlled = drivers.some(({ kind }) => kind === "line");
      const level =
        mounted.deaf && controlled ? UNKNOWN : resolve(drivers.map((driver) => this.heard(driver, mounted)));
      if (mounted.seen[at] === level) return;
      mounted.seen[at] = level;
      changed = { ...changed, [leg]: level };
    });
    return changed;
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
