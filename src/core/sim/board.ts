import { busAddress, distinctDrivers, isPulledUp, reachFrom, type Driver, type RigModel } from "../address";
import type { LineGiven } from "../bus";
import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../level";
import { highVolts, inputLevels } from "../circuit";
import { busChip, logicChip, type BusFace, type RegisterState, type ScanPicture } from "../chips";
import { isBusChip, isChip, type BusChipPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import { remembered } from "../remember";
import { legRef, type LegRef, type UnitRef } from "../rig";
import { dataNetOf, driverGroups, hearsController, isPowered, resolve } from "./board-wires";
import { heard } from "./input";
import type { Hanging, Line, MountedChip, Straight } from "./mounted";

/** A picture as a text that differs where the light does; worked out once for each. */
const pictureText = remembered(
  ({ digits, blink }: ScanPicture): string =>
    `${blink} ${digits.map(({ lit, unknown, share }) => `${lit}.${unknown}.${share}`).join()}`,
);

const LEVELS = [LOW, HIGH, UNKNOWN, OPEN] as const;

/** A settled board needs no more rounds than chips in a row; more means the wires make a ring. */
const MOST_ROUNDS = 256;

/** The parts on the table at leg level: lines go in, chips act on edges, outputs come out. */
export class Board {
  private readonly chips: readonly MountedChip[];
  private readonly byRef: ReadonlyMap<UnitRef, MountedChip>;
  private readonly lines = new Map<string, Line>();
  private touched = true;
  private now: Nanoseconds = 0;
  private readonly controller: UnitRef;
  /** Driver chips that have power. */
  readonly drivers: readonly BusFace[];
  private readonly controls = new Map<LegRef, readonly Driver[]>();

  /**
   * @param listening driver chips do not answer: what stands on the lines is given, answers and all, as a capture
   * shows it
   */
  constructor(
    private readonly model: RigModel,
    private readonly listening?: "listening",
  ) {
    const { rig, nets, drivers } = model;
    this.controller = rig.units.find(({ ref }) => model.part(ref).kind === "controller")!.ref;
    const groups = driverGroups(model);
    this.chips = rig.units.flatMap((unit): MountedChip[] => {
      const part = model.part(unit.ref);
      if (!isChip(part) || !isPowered(model, unit.ref, part)) return [];
      const group = groups.find((units) => units.includes(unit.ref)) ?? [unit.ref];
      if (group[0] !== unit.ref) return [];
      const onBus = isBusChip(part) ? busChip(part) : undefined;
      const mountedBus = onBus?.mount(group, busAddress(model, unit.ref));
      const chip = mountedBus ?? logicChip(part as Exclude<typeof part, BusChipPart>).mount();
      const dataNet =
        onBus?.transport.answers === true
          ? dataNetOf(model, legRef(unit.ref, onBus.sheet.pins.data))
          : undefined;
      const { usual } = inputLevels(model, unit.ref, part);
      // Without a common ground with the controller, the chip cannot tell its levels.
      const deaf = !hearsController(model, legRef(unit.ref, part.groundLeg));
      const inputs = chip.inputs.map(({ leg, name }) => {
        const driving = distinctDrivers(
          reachFrom(legRef(unit.ref, leg), rig, nets, drivers).map(({ driver }) => driver),
        );
        return {
          name,
          sources: driving.map((driver) => ({
            driver,
            read: this.readerOf(driver),
            strong: highVolts(model, driver) >= usual,
          })),
          deaf: deaf && driving.some(({ kind }) => kind === "line"),
          alone: LEVELS.map((level) => ({ [name]: level })),
        };
      });
      const hangsOn = inputs.map(
        ({ sources }) => new Set(sources.flatMap(({ driver }) => this.sourcesOf(driver))),
      );
      const all = inputs.map((_, at) => at);
      return [{ ref: unit.ref, chip, inputs, seen: [], hangsOn, all, driver: mountedBus?.bus, dataNet }];
    });
    // A chip that answers on its data line is heard by every chip on that line, itself too.
    for (const one of this.chips)
      for (const other of this.chips)
        if (one.dataNet !== undefined && one.dataNet === other.dataNet)
          one.inputs.forEach(({ name }, at) => name === "data" && one.hangsOn[at]!.add(other.ref));
    this.byRef = new Map(
      this.chips.flatMap((mounted) => (mounted.driver?.units ?? [mounted.ref]).map((ref) => [ref, mounted])),
    );
    this.drivers = this.chips.flatMap(({ driver }) => (driver ? [driver] : []));
    this.settle(this.chips.map((mounted) => ({ mounted, inputs: mounted.all })));
  }

  private lineOf(name: string): Line {
    const known = this.lines.get(name);
    if (known) return known;
    const made: Line = { level: undefined };
    this.lines.set(name, made);
    return made;
  }

  /** Reads a driver's level the short way where it is a line: nearly every edge is one. */
  private readerOf(driver: Driver): () => Level {
    if (driver.kind !== "line") return () => this.level(driver);
    const line = this.lineOf(driver.line);
    return () => line.level ?? OPEN;
  }

  /**
   * A controller line takes a level at a moment; a line that is let go stands where a resistor pulls it.
   * @param at ns; only the rules of driver chips' buses look at it
   */
  drive(line: string, given: Level | LineGiven, at: Nanoseconds = this.now): void {
    this.now = at;
    const level = this.levelOf(line, given);
    const stands = this.lineOf(line);
    if (stands.level === level) return;
    stands.level = level;
    const straight = (stands.straight ??= this.straightFrom(line) ?? "none");
    if (straight === "none") return this.settle((stands.hanging ??= this.hangingOn(`line ${line}`)));
    const { mounted, at: place, heard } = straight;
    const change = heard[level]!;
    const now = change.level;
    if (mounted.seen[place] === now) return;
    mounted.seen[place] = now;
    if (mounted.chip.apply(change.levels, this.now)) this.touched = true;
  }

  /** The one input a line leads to and nothing else, of a chip nothing hangs on: long transfers are mostly such edges. */
  private straightFrom(line: string): Straight | undefined {
    const hanging = this.hangingOn(`line ${line}`);
    const [{ mounted, inputs: leads } = { mounted: undefined, inputs: [] }] = hanging;
    if (hanging.length === 1 && this.hangingOn(mounted!.ref).length === 0) {
      const [at] = leads;
      const input = mounted!.inputs[at ?? -1];
      const [source] = input?.sources ?? [];
      if (leads.length === 1 && input!.sources.length === 1 && source!.driver.kind === "line") {
        const hears = (level: Level): Level =>
          input!.deaf || (level === HIGH && !source!.strong) ? UNKNOWN : level;
        const heard = LEVELS.map((level) => ({
          level: hears(level),
          levels: input!.alone[hears(level)]!,
        }));
        return { mounted: mounted!, at: at!, heard };
      }
    }
    return undefined;
  }

  private readonly hanging = new Map<string, readonly Hanging[]>();

  /** The inputs that hang on a line or a chip. */
  private hangingOn(key: string): readonly Hanging[] {
    const known = this.hanging.get(key);
    if (known) return known;
    const found = this.chips.flatMap((mounted): Hanging[] => {
      const inputs = mounted.all.filter((at) => mounted.hangsOn[at]!.has(key));
      return inputs.length > 0 ? [{ mounted, inputs }] : [];
    });
    this.hanging.set(key, found);
    return found;
  }

  /** The inputs that hang on any of some chips. */
  private hangingOnAll(acted: readonly MountedChip[]): readonly Hanging[] {
    const lists = acted.map(({ ref }) => this.hangingOn(ref)).filter((list) => list.length > 0);
    if (lists.length < 2) return lists[0] ?? [];
    const places = new Map<MountedChip, Set<number>>();
    for (const { mounted, inputs } of lists.flat()) {
      const known = places.get(mounted) ?? new Set();
      for (const at of inputs) known.add(at);
      places.set(mounted, known);
    }
    // In the order of the board, whoever acted first.
    return this.chips.flatMap((mounted) => {
      const inputs = places.get(mounted);
      return inputs ? [{ mounted, inputs: [...inputs].sort((one, other) => one - other) }] : [];
    });
  }

  private readonly pulled = new Map<string, boolean>();

  /** What a line stands at that is given a level, let go, or let go with the board's own pull-up. */
  private levelOf(line: string, given: Level | LineGiven): Level {
    if (given === "pulled-up") return HIGH;
    if (given !== "released") return given;
    const pulled = this.pulled.get(line) ?? isPulledUp(this.model, this.legOf(line));
    this.pulled.set(line, pulled);
    return pulled ? HIGH : OPEN;
  }

  private legOf(line: string): LegRef {
    return legRef(this.controller, line);
  }

  /** What stands on a controller line: a driver chip that answers holds it low. */
  lineLevel(line: string): Level {
    const level = this.lines.get(line)?.level ?? OPEN;
    if (level === LOW) return LOW;
    return this.answered(this.model.nets.of(this.legOf(line)).id) ? LOW : level;
  }

  /** A driver chip that has power. */
  driverOf(unit: UnitRef): BusFace | undefined {
    return this.byRef.get(unit)?.driver;
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
        return this.lines.get(driver.line)?.level ?? OPEN;
      case "register":
        return this.outputOf(driver.unit, driver.stage);
      case "selected":
        return this.outputOf(driver.unit, driver.code);
      case "step":
        return this.outputOf(driver.unit, driver.step);
      case "segment":
      case "port":
        return this.outputOf(driver.unit, driver.at);
      case "serial-out": {
        const mounted = this.byRef.get(driver.unit);
        return mounted?.chip.register?.serialOut ?? mounted?.driver?.dataOut ?? OPEN;
      }
      case "scanned":
        return OPEN;
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
  chip(ref: UnitRef): Pick<RegisterState, "stages" | "latched"> | undefined {
    return this.byRef.get(ref)?.chip.register;
  }

  /** What the driver chips scan, as a text that differs where the light does. */
  scanned(): string {
    return this.drivers
      .flatMap(({ units, picture }) => units.map((unit) => pictureText(picture(unit))))
      .join("|");
  }

  /** Everything the board holds, as a text that {@link load} takes back. */
  save(): string {
    const chips = this.chips.map(({ chip, seen }) => `${chip.save()}/${seen.join("")}`);
    const lines = [...this.lines]
      .filter(([, { level }]) => level !== undefined)
      .sort(([one], [other]) => (one < other ? -1 : 1));
    return [lines.map(([line, { level }]) => `${line}=${level}`).join(","), ...chips].join("|");
  }

  load(saved: string): void {
    const [lines = "", ...chips] = saved.split("|");
    for (const line of this.lines.values()) line.level = undefined;
    for (const entry of lines.split(",").filter(Boolean)) {
      const [line, level] = entry.split("=") as [string, string];
      this.lineOf(line).level = Number(level) as Level;
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
  private settle(asked: readonly Hanging[]): void {
    let affected = asked;
    for (let round = 0; round < MOST_ROUNDS && affected.length > 0; round += 1) {
      const [only] = affected;
      const acted: MountedChip[] = [];
      if (affected.length === 1) {
        // Most edges end here: one chip, one input.
        const changes = this.inputChanges(only!);
        if (!changes) return;
        this.act(only!.mounted, changes, acted);
      } else {
        const changes = affected.map((hanging) => this.inputChanges(hanging));
        affected.forEach(({ mounted }, at) => {
          if (changes[at]) this.act(mounted, changes[at], acted);
        });
      }
      if (acted.length === 0) return;
      affected = this.hangingOnAll(acted);
    }
  }

  private act(mounted: MountedChip, changes: Readonly<Record<string, Level>>, acted: MountedChip[]): void {
    const { chip } = mounted;
    const serial = chip.register?.serialOut;
    const touched = chip.apply(changes, this.now);
    if (touched) this.touched = true;
    // A register whose outputs stay and that hands nothing new on tells the others nothing.
    if (touched || !chip.register || chip.register.serialOut !== serial) acted.push(mounted);
  }

  private inputChanges({ mounted, inputs }: Hanging): Readonly<Record<string, Level>> | undefined {
    let changed: Readonly<Record<string, Level>> | undefined;
    for (const at of inputs) {
      const { name, sources, deaf, alone } = mounted.inputs[at]!;
      let level = deaf ? UNKNOWN : heard(sources);
      if (name === "data" && mounted.dataNet !== undefined && level !== LOW && this.answered(mounted.dataNet))
        level = LOW;
      if (mounted.seen[at] === level) continue;
      mounted.seen[at] = level;
      changed = changed ? { ...changed, [name]: level } : alone[level]!;
    }
    return changed;
  }

  /** A chip holds the data line of a net low. */
  private answered(net: number): boolean {
    return (
      !this.listening && this.chips.some(({ dataNet, driver }) => dataNet === net && driver?.answer === LOW)
    );
  }
}
