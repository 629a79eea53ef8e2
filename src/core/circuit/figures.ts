import {
  besideShow,
  bitPlace,
  freeLamps,
  standsAt,
  stateFor,
  type DriveState,
  type Driver,
  type RigModel,
} from "../address";
import { HIGH, LOW, OPEN, type Level } from "../level";
import type { PipName } from "../glyph";
import { busFacts } from "../chips";
import { isBusChip, isChip } from "../parts";
import type { Milliamps } from "../quantity";
import { remembered } from "../remember";
import {
  splitPipId,
  type LegRef,
  type PipId,
  type Place,
  type UnitRef,
  type DigitId,
  isOnDigit,
} from "../rig";
import { circuitOf, type Corner } from "./rig-circuit";
import { memoryPicture, pictureCurrents, scannedChips, slotCurrents, type ScannedLed } from "./scanned";
import type { Solution } from "./network";

/** The level of every output of the circuit once the program has put out a state. */
function outputLevels(model: RigModel, state: DriveState, corner: Corner): Level[] {
  const { chain, wired } = model;
  const bit = (byte: number, weight: number): number => ((state.bytes[byte] ?? 0) >> weight) & 1;
  const value = (place: Place): number =>
    "line" in place ? (state.levels[place.line] ?? 0) : bit(place.byte, place.bit);
  const codeOf = (unit: UnitRef): number | undefined =>
    wired.decoders
      .find((one) => one.unit === unit)
      ?.inputs.reduce((code, place, at) => code | (value(place) << at), 0);
  const level = (driver: Driver): Level => {
    switch (driver.kind) {
      case "line":
        return state.levels[driver.line] ?? OPEN;
      case "register": {
        const at = chain.chips.indexOf(driver.unit);
        const part = model.part(driver.unit);
        if (at < 0 || part.kind !== "shift-register") return OPEN;
        const place = bitPlace(at, driver.stage, chain.chips.length, wired.bitOrder);
        const holds = bit(place.byte, place.bit);
        if (part.one === "sinks") return holds ? LOW : OPEN;
        return holds ? HIGH : LOW;
      }
      case "selected": {
        const part = model.part(driver.unit);
        const code = codeOf(driver.unit);
        if (part.kind !== "selector" || code === undefined) return OPEN;
        return (code === driver.code) === (part.chosen === 1) ? HIGH : LOW;
      }
      case "step":
        return state.steps[driver.unit] === driver.step ? HIGH : LOW;
      case "segment": {
        const part = model.part(driver.unit);
        const code = codeOf(driver.unit);
        if (part.kind !== "segment-decoder" || code === undefined) return OPEN;
        const lit = part.table[code]!.some((segment) => segment === "abcdefg"[driver.at]);
        if (part.lit === 0) return lit ? LOW : OPEN;
        return lit ? HIGH : LOW;
      }
      case "port": {
        const part = model.part(driver.unit);
        const memory = state.memory?.[driver.unit];
        if (!isBusChip(part) || !memory) return OPEN;
        const { address, bit: place } = busFacts(part).memory.cell(0, driver.at);
        return ((memory[address] ?? 0) >> place) & 1 ? HIGH : LOW;
      }
      case "rail":
      case "scanned":
      case "switch":
      case "serial-out":
        return OPEN;
    }
  };
  return circuitOf(model, corner).outputs.map(level);
}

/** The operating point with exactly these LEDs asked to light. */
export const pointWith = (model: RigModel, lit: ReadonlySet<PipId>, corner: Corner = "weak"): Solution =>
  pointAt(model, stateFor(model.wired, lit), corner);

/** The operating point once the program has put out a state; what a driver chip scans counts as in its own turn. */
export function pointAt(model: RigModel, state: DriveState, corner: Corner = "weak"): Solution {
  const solution = circuitOf(model, corner).solve(outputLevels(model, state, corner));
  const chips = scannedChips(model);
  if (chips.length === 0 || !state.memory) return solution;
  const leds = new Map(solution.leds);
  for (const chip of chips)
    for (const { led, peak } of pictureCurrents(chip, memoryPicture(chip, state.memory[chip.unit] ?? [])))
      leds.set(led.pip, peak);
  return { ...solution, leds };
}

/** All LEDs of some digits. */
export const pipsIn = (model: RigModel, digits: readonly DigitId[]): PipId[] =>
  model.addresses
    .filter(({ pip, digit }) => digits.some((id) => id.unit === splitPipId(pip).unit && id.digit === digit))
    .map(({ pip }) => pip);

/** All that can be lit at once: of each slot its own LEDs, and lamps that are in none. */
export const litTogether = (model: RigModel): PipId[][] =>
  model.slots.map((digits) => [...new Set([...pipsIn(model, digits), ...freeLamps(model)])]);

/** The currents that matter for choosing a resistor. They are those of the moment, not averages of a scan. */
export interface CurrentFigures {
  /** Each LED lit alone, and with all others that are lit in the same slot. */
  readonly pips: ReadonlyMap<PipId, { readonly alone: Milliamps; readonly together: Milliamps }>;
  /** A segment of a 1 (two lit) and of an 8 (seven lit) on the first digit. */
  readonly inOne: Milliamps;
  readonly inEight: Milliamps;
  /** The most any LED carries. */
  readonly mostLed: Milliamps;
  /** The most any output carries, with its leg. */
  readonly mostOutput: { readonly current: Milliamps; readonly leg: LegRef | undefined };
  /** Through the supply leg and through the ground leg of each chip and the controller, with a whole slot lit. */
  readonly packages: ReadonlyMap<UnitRef, { readonly supply: Milliamps; readonly ground: Milliamps }>;
  /** What the display takes with a whole slot lit. */
  readonly total: Milliamps;
}

/** Segments of a 1 and of an 8. */
const ONE: readonly PipName[] = ["b", "c"];
const EIGHT: readonly PipName[] = ["a", "b", "c", "d", "e", "f", "g"];

/** The rig solved for each LED alone, for a 1, for an 8 and for every whole slot; worked out once. */
export const currentFigures: (model: RigModel) => CurrentFigures = remembered(solveFigures);

/** Each LED alone and with its whole slot lit: behind a shared resistor, and through one switch, they differ. */
function solveFigures(model: RigModel): CurrentFigures {
  const scanned = scannedFigures(model);
  if (scanned) return scanned;
  const slots = model.slots.map((digits) => {
    const pips = pipsIn(model, digits);
    return { pips, point: pointWith(model, new Set(pips)) };
  });
  const pips = new Map(
    slots.flatMap(({ pips: inSlot, point }) =>
      inSlot.map(
        (pip) =>
          [
            pip,
            { alone: pointWith(model, new Set([pip])).leds.get(pip)!, together: point.leds.get(pip)! },
          ] as const,
      ),
    ),
  );
  for (const [pip, figures] of besideFigures(model)) pips.set(pip, figures);
  const first = pipsIn(model, model.digits.slice(0, 1));
  const segmentIn = (segments: readonly PipName[]): Milliamps => {
    const lit = first.filter((pip) => segments.includes(splitPipId(pip).segment));
    const { leds } = pointWith(model, new Set(lit));
    return Math.max(0, ...lit.filter((pip) => splitPipId(pip).segment === "b").map((pip) => leds.get(pip)!));
  };
  const points = [
    ...slots.map(({ point }) => point),
    ...[...pips.keys()].map((pip) => pointWith(model, new Set([pip]))),
  ];
  let mostOutput: CurrentFigures["mostOutput"] = { current: 0, leg: undefined };
  for (const point of points) {
    for (const [leg, current] of point.drives) {
      if (Math.abs(current) > mostOutput.current)
        mostOutput = { current: Math.abs(current), leg: leg as LegRef };
    }
  }
  return {
    pips,
    inOne: segmentIn(ONE),
    inEight: segmentIn(EIGHT),
    mostLed: mostOf(model, pips),
    mostOutput,
    packages: packagesOf(
      model,
      slots.map(({ point }) => point),
    ),
    total: Math.max(
      0,
      ...slots.map(({ point }) =>
        model.addresses.reduce((sum, { pip }) => sum + (point.leds.get(pip) ?? 0), 0),
      ),
    ),
  };
}

/** The most any LED of the display itself carries. */
function mostOf(model: RigModel, pips: CurrentFigures["pips"]): Milliamps {
  const beside = besideShow(model);
  return [...pips].reduce(
    (most, [pip, { alone, together }]) =>
      beside.has(splitPipId(pip).unit) ? most : Math.max(most, alone, together),
    0,
  );
}

/** LEDs beside the show, each lit alone: what it shares, it shares with none of them. @param known already worked out */
function besideFigures(
  model: RigModel,
  known: ReadonlySet<PipId> = new Set(),
): Map<PipId, { alone: Milliamps; together: Milliamps }> {
  const beside = besideShow(model);
  if (beside.size === 0) return new Map();
  const own = model.addresses
    .map(({ pip }) => pip)
    .filter((pip) => beside.has(splitPipId(pip).unit) && !known.has(pip));
  const together = pointWith(model, new Set(own)).leds;
  return new Map(
    own.map((pip) => [
      pip,
      {
        alone: pointWith(model, new Set([pip])).leds.get(pip) ?? 0,
        together: together.get(pip) ?? 0,
      },
    ]),
  );
}

/** The same figures where every LED is scanned by a driver chip: each digit is a circuit of its own. */
function scannedFigures(model: RigModel): CurrentFigures | undefined {
  const chips = scannedChips(model);
  const count = chips.reduce((sum, { leds }) => sum + leds.length, 0);
  const beside = besideShow(model);
  const shown = model.wired.pips.filter(({ pip }) => !beside.has(splitPipId(pip).unit));
  if (count === 0 || count < shown.length) return undefined;
  const pips = new Map<PipId, { alone: Milliamps; together: Milliamps }>(
    model.addresses.map(({ pip }) => [pip, { alone: 0, together: 0 }]),
  );
  for (const chip of chips) {
    for (const leds of chip.slots) {
      const together = slotCurrents(chip, leds);
      leds.forEach((led, at) =>
        pips.set(led.pip, { alone: slotCurrents(chip, [led])[0]!, together: together[at]! }),
      );
    }
  }
  const scanned = new Set(chips.flatMap(({ leds }) => leds.map(({ pip }) => pip)));
  for (const [pip, figures] of besideFigures(model, scanned)) pips.set(pip, figures);
  const [first] = model.digits;
  const isFirst = ({ pip }: ScannedLed) => first !== undefined && isOnDigit(pip, first);
  const chip = chips.find(({ leds }) => leds.some(isFirst));
  const inGlyph = (segments: readonly PipName[]): Milliamps =>
    chip
      ? Math.max(
          0,
          ...slotCurrents(
            chip,
            chip.leds.filter((led) => isFirst(led) && segments.includes(splitPipId(led.pip).segment)),
          ),
        )
      : 0;
  const all = [...pips.values()];
  return {
    pips,
    inOne: inGlyph(ONE),
    inEight: inGlyph(EIGHT),
    mostLed: mostOf(model, pips),
    mostOutput: { current: 0, leg: undefined },
    packages: packagesOf(model, []),
    total: all.reduce((sum, { together }) => sum + together, 0),
  };
}

/** What flows through the supply and ground legs of everything that drives, at the worst of these points. */
function packagesOf(model: RigModel, points: readonly Solution[]): CurrentFigures["packages"] {
  const packages = new Map<UnitRef, { supply: Milliamps; ground: Milliamps }>();
  for (const { ref } of model.rig.units)
    if (isChip(model.part(ref))) packages.set(ref, { supply: 0, ground: 0 });
  for (const point of points) {
    const now = new Map<UnitRef, { supply: Milliamps; ground: Milliamps }>();
    for (const output of circuitOf(model).outputs) {
      const { leg } = output;
      const unit = standsAt(output);
      const current = point.drives.get(leg) ?? 0;
      const through = now.get(unit) ?? { supply: 0, ground: 0 };
      now.set(unit, through);
      if (current > 0) through.supply += current;
      else through.ground -= current;
    }
    for (const [unit, { supply, ground }] of now) {
      const most = packages.get(unit) ?? { supply: 0, ground: 0 };
      packages.set(unit, { supply: Math.max(most.supply, supply), ground: Math.max(most.ground, ground) });
    }
  }
  return packages;
}
