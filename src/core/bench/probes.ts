import {
  distinctDrivers,
  displayLines,
  modelOf,
  railVolts,
  reachFrom,
  stateFor,
  pipsOf,
  type RigModel,
} from "../address";
import { isChip, type LegNames } from "../parts";
import { heldStill, linesStill, type Reading, type Still } from "../sim";
import { legRef, legTitle, outsideOf, partOf, type LegRef } from "../rig";
import { SEGMENTS } from "../glyph";
import type { Made } from "./faults";

/** What a rig is held at while one measures: nothing moves meanwhile. */
export interface Hold {
  readonly id: string;
  /** In words, as in "with line 11 high". */
  readonly says: string;
  /** Lines the program drives high; undefined where it puts out everything lit of the first slot. */
  readonly high: readonly string[] | undefined;
}

/** A leg to measure at, with what the rig is held at. */
export interface Probe {
  readonly id: string;
  readonly hold: Hold;
  readonly leg: LegRef;
  readonly says: string;
  /** Against a look at the face, which is 1. */
  readonly effort: number;
}

const EFFORT = 2.5;

const REST: Hold = { id: "rest", says: "with all lines low and nothing sent", high: [] };
const LIT: Hold = { id: "lit", says: "with everything of the first digit lit and held", high: undefined };
const highOf = (line: string): Hold => ({ id: `high ${line}`, says: `with line ${line} high`, high: [line] });

/** What a rig can be held at. */
export const holdsOf = (model: RigModel): Hold[] => [REST, LIT, ...displayLines(model).map(highOf)];

/**
 * Where a meter tells something: supply and ground of every chip and inputs that are tied to them at rest, chip legs that
 * hang on a line with that line high, and the legs of the first digit while it is lit.
 */
export function probesOf(model: RigModel, legNames: LegNames): Probe[] {
  const probe = (hold: Hold, leg: LegRef): Probe => ({
    id: `${hold.id} ${leg}`,
    hold,
    leg,
    says: `${legTitle(model.rig, leg, legNames)} against ground, ${hold.says}`,
    effort: EFFORT,
  });
  const inHand = outsideOf(model.rig);
  const legs = inHand.units.flatMap((unit) => {
    const part = partOf(unit);
    return isChip(part) || part.kind === "driver-array" || part.kind === "module"
      ? part.legs.map(({ id, role }) => ({ leg: legRef(unit.ref, id), role }))
      : [];
  });
  const rail = (leg: LegRef) => railVolts(model.drivers.get(model.nets.of(leg).id) ?? []);
  const linesAt = (leg: LegRef): string[] =>
    distinctDrivers(reachFrom(leg, model.rig, model.nets, model.drivers).map(({ driver }) => driver)).flatMap(
      (driver) => (driver.kind === "line" ? [driver.line] : []),
    );
  const driven = new Set(displayLines(model));
  const [first] = model.slots[0] ?? [];
  const shown = first
    ? model.addresses.filter(({ pip }) => pip.startsWith(`${first.unit}.${first.digit}.`))
    : [];
  const scanned = shown.some(({ ownReach }) => ownReach.some(({ driver }) => driver.kind === "scanned"));
  return [
    ...legs
      .filter(({ leg, role }) => role !== "not-used" && rail(leg) !== undefined)
      .map(({ leg }) => probe(REST, leg)),
    ...legs.flatMap(({ leg }) =>
      linesAt(leg)
        .filter((line) => driven.has(line))
        .map((line) => probe(highOf(line), leg)),
    ),
    ...(scanned
      ? []
      : [...new Set(shown.flatMap(({ sharedLeg, ownLeg }) => [sharedLeg, ownLeg]))].map((leg) =>
          probe(LIT, leg),
        )),
  ];
}

/** What a meter shows at each probe, on a rig whose code may have been written for other wires. */
export function readingsOf({ rig, code }: Made, probes: readonly Probe[]): Reading[] {
  const model = modelOf({ ...rig, code: { ...rig.code, kept: code } });
  const stills = new Map<string, Still>();
  const still = ({ id, high }: Hold): Still => {
    const known = stills.get(id) ?? (high ? linesStill(model, displayLines(model), high) : litStill(model));
    stills.set(id, known);
    return known;
  };
  return probes.map(({ hold, leg }) => still(hold).meter(leg));
}

function litStill(model: RigModel): Still {
  const digits = model.slots[0] ?? [];
  const lit = new Set(
    digits.flatMap(({ unit, digit }) =>
      [...pipsOf(unit, digit, SEGMENTS)].filter((pip) => model.address(pip) !== undefined),
    ),
  );
  return heldStill(model, stateFor(model.encoding, lit));
}
