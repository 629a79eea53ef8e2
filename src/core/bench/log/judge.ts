import type { RigModel } from "../../address";
import { formatQuantity, neighbours } from "../../quantity";
import {
  changeUnits,
  partOf,
  splitLegRef,
  splitPipId,
  type LegRef,
  type LogEntry,
  type PipId,
  type Rig,
  type UnitRef,
} from "../../rig";
import { formatLogged, formatShare, type Fit } from "../../notes";
import { agrees } from "../evidence";
import { foretold, foretoldOf } from "./places";

/** A measured value beside what the rig foretells. */
export interface Judged {
  readonly foretold: number | undefined;
  /** How far off it is, as a share of what is foretold. */
  readonly off: number | undefined;
  readonly agrees: boolean;
  /** What it implies, in words. */
  readonly says: string | undefined;
  readonly fit: Fit | undefined;
}

/** Shares by which a good meter, watch or counter is off at such a rig, with the parts' own tolerances. */
const WITHIN: Readonly<Partial<Record<LogEntry["unit"], number>>> = { mA: 0.15, Hz: 0.03, s: 0.01 };

/** Shares by which volts may be off, by what the rig is held at: LEDs of one kind drop alike, and a supply keeps to 5 %. */
const VOLTS_WITHIN: Readonly<Record<string, number>> = { alone: 0.08, rest: 0.05 };

/** Holds a measured value against what the rig foretells at that place, and says what it implies. */
export function judge(model: RigModel, entry: LogEntry): Judged {
  const should = foretold(model, entry);
  if (should === undefined)
    return { foretold: undefined, off: undefined, agrees: true, says: unforetold(entry), fit: undefined };
  const { unit, value, held } = entry;
  const off = should === 0 ? undefined : value / should - 1;
  const within = unit === "V" && should > 0 ? VOLTS_WITHIN[held ?? ""] : WITHIN[unit];
  const isRight = within === undefined ? agrees(should, value) : Math.abs(off ?? value) <= within;
  const base = { foretold: should, off, agrees: isRight };
  if (isRight) return { ...base, says: undefined, fit: undefined };
  const fit = fitOf(model, entry, should);
  return { ...base, fit, says: implied(entry, should, fit) };
}

/** °C at which plastic packages end, and fingers do long before (customary of consumer parts: 85 °C). */
const HOT = { fingers: 60, part: 85 } as const;

function unforetold({ unit, value }: LogEntry): string | undefined {
  if (unit !== "°C") return undefined;
  if (value >= HOT.part) return `${value} °C: power off. Most parts are made for 85 °C at the most.`;
  return value >= HOT.fingers ? `${value} °C burns fingers: it carries too much, or lacks air.` : undefined;
}

function implied(entry: LogEntry, should: number, fit: Fit | undefined): string {
  const { unit, value } = entry;
  const than = `${formatLogged(value, unit)} instead of ${formatLogged(should, unit)}`;
  switch (fit?.kind) {
    case "resistor":
      return `${than}: ${fit.unit} is nearer ${formatQuantity(fit.ohms, "Ω")}.`;
    case "supply":
      return `${than}: ${fit.unit} gives ${formatQuantity(fit.volts, "V")}.`;
    case "drop":
      return `${than}: this display drops ${formatQuantity(fit.forward, "V")} at ${formatQuantity(fit.milliamps / 1000, "A", 2)}.`;
    case undefined:
      break;
  }
  if (unit === "s") {
    const slow = value > should;
    return `${than}: ${slow ? "slow" : "fast"} by ${formatShare(value / should - 1)}, ${aDay(Math.abs(value / should - 1))} a day.`;
  }
  if (unit === "V" && should === 0)
    return `${than}: what should be ground is lifted. Look at its wire to ground.`;
  return `${than}: ${value > should ? "more" : "less"} by ${formatShare(value / should - 1)}.`;
}

/** What a share of a day is, in seconds or minutes. */
function aDay(share: number): string {
  const seconds = share * 86_400;
  return seconds < 120 ? `${Number(seconds.toPrecision(2))} s` : `${Math.round(seconds / 60)} min`;
}

/** A value the rig would have to have; only where one part alone can be the reason. */
function fitOf(model: RigModel, entry: LogEntry, should: number): Fit | undefined {
  const { unit, place, value } = entry;
  const pip = model.address(place as PipId);
  if (unit === "mA" && pip && value > 0) {
    const inWay = [...pip.ownReach, ...pip.sharedReach]
      .flatMap(({ via }) => via)
      .filter((ref) => partOf(model.unit(ref)).kind === "resistor");
    const [only] = new Set(inWay);
    return only === undefined ? undefined : fittingResistor(model.rig, only, entry);
  }
  if (unit === "V" && pip && value > 0) {
    const milliamps = foretold(model, { unit: "mA", place, held: entry.held });
    const display = splitPipId(place as PipId).unit;
    return milliamps === undefined || milliamps <= 0
      ? undefined
      : { kind: "drop", unit: display, forward: round(value, 3), milliamps };
  }
  // What feeds the leg is a supply of its own: then it is the supply that differs.
  if (unit === "V" && should > 0 && entry.held === "rest") {
    const { legs } = model.nets.of(place as LegRef);
    const source = legs
      .map((leg) => model.unit(splitLegRef(leg).unit))
      .find((one) => partOf(one).kind === "supply" && one.volts !== undefined);
    return source && value >= 1 ? { kind: "supply", unit: source.ref, volts: round(value, 3) } : undefined;
  }
  return undefined;
}

const round = (value: number, digits: number): number => Number(value.toPrecision(digits));

/** Halvings of the range a resistance is looked for in, on a scale by factors. */
const HALVINGS = 24;
const SEARCHED = [1, 1_000_000] as const;

/** The preferred value with which the rig foretells what was measured: less resistance, more current. */
function fittingResistor(rig: Rig, unit: UnitRef, entry: LogEntry): Fit | undefined {
  let [below, above]: [number, number] = [SEARCHED[0], SEARCHED[1]];
  for (let nth = 0; nth < HALVINGS; nth += 1) {
    const middle = Math.sqrt(below * above);
    const flows = foretoldOf(
      changeUnits(rig, ({ ref }) => ref === unit, { ohms: middle }),
      entry,
    );
    if (flows === undefined) return undefined;
    if (flows > entry.value) below = middle;
    else above = middle;
  }
  const found = Math.sqrt(below * above);
  // At an end of the range it is not the resistor.
  if (found < SEARCHED[0] * 2 || found > SEARCHED[1] / 2) return undefined;
  const { below: less, above: more } = neighbours("E12", found);
  return { kind: "resistor", unit, ohms: found / less < more / found ? less : more };
}

/** Judges every entry of a rig's log. */
export const judgeLog = (model: RigModel): Judged[] =>
  (model.rig.bench?.log ?? []).map((entry) => judge(model, entry));
