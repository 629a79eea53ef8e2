import { transportOf } from "../bus";
import type { Problem } from "../document";
import { SEGMENTS } from "../glyph";
import { MODULE_PART, OWN_DISPLAY, digitsOf, findPart, isBusChip, type Part } from "../parts";
import {
  splitLegRef,
  type Encoding,
  type Need,
  type Place,
  type Rig,
  type Unit,
  type UnitRef,
} from "./document";
import { BENCH_LIMITS } from "./bench";
import { LIMITS } from "./limits";
import { partOf } from "./part-of";
import { checkSign } from "./sign-fonts";

/** What a schema cannot say of a rig: what must be there once is, and everything that is referred to is there. */
export function checkReferences(rig: Rig): Problem[] {
  const found = new Findings(rig);
  checkUnits(rig, found);
  checkWires(rig, found);
  checkGlyphs(rig, found);
  checkPlan(rig, found);
  checkSign(rig, found.add);
  checkBeside(rig, found);
  found.unique(
    (rig.live?.values ?? []).map(({ name }) => name),
    (at) => `live.values[${at}].name`,
    "the name",
  );
  const photos = (rig.bench?.log ?? []).filter(({ photo }) => photo !== undefined).length;
  if (photos > BENCH_LIMITS.photos)
    found.add("bench.log", `has ${photos} photos, and may have ${BENCH_LIMITS.photos}: take some off`);
  if (rig.code.kept) checkKept(rig.code.kept, rig, found);
  return found.problems;
}

/** Problems found so far, and the questions that are asked of several parts of a rig. */
class Findings {
  readonly problems: Problem[] = [];
  private readonly controller: Part | undefined;

  constructor(rig: Rig) {
    this.controller = findPart(rig.plan.controller);
  }

  readonly add = (path: string, message: string): void => {
    this.problems.push({ path, message });
  };

  unique(values: readonly string[], path: (at: number) => string, what: string): void {
    const first = new Map<string, number>();
    values.forEach((value, at) => {
      const before = first.get(value);
      if (before === undefined) first.set(value, at);
      else this.add(path(at), `repeats ${what} “${value}” of ${path(before)}; each must be there once`);
    });
  }

  /** Is it a line of the rig's board? */
  line(line: string, path: string): void {
    const { controller } = this;
    if (controller?.kind === "controller" && !controller.lines.some(({ leg }) => leg === line))
      this.add(path, `is “${line}”, which is no line of the ${controller.title}`);
  }

  lines(lines: Readonly<Partial<Record<string, string>>>, path: string): void {
    const given = Object.entries(lines).flatMap(([use, line]) => (line === undefined ? [] : [{ use, line }]));
    for (const { use, line } of given) this.line(line, `${path}.${use}`);
    this.unique(
      given.map(({ line }) => line),
      (n) => `${path}.${given[n]!.use}`,
      "the line",
    );
  }
}

/** A unit that lacks what would make it a part. */
const isHalf = ({ part, sheet, module }: Unit): boolean =>
  (part === OWN_DISPLAY && !sheet) || (part === MODULE_PART && !module);

/** How many LEDs a unit has: dots, or eight of each digit. */
function ledsOf(unit: Unit): number {
  if (isHalf(unit)) return 0;
  const part = partOf(unit);
  return part.kind === "display" ? part.digits * (part.columns || SEGMENTS.length) : 0;
}

/** A value a part cannot be without is no more optional than its reference, though the shape has to leave it so. */
function checkUnits(rig: Rig, found: Findings): void {
  found.unique(
    rig.units.map((unit) => unit.ref),
    (at) => `units[${at}].ref`,
    "the reference",
  );
  const modules = new Set(rig.units.filter(({ part }) => part === MODULE_PART).map(({ ref }) => ref));
  rig.units.forEach((unit, at) => {
    if (unit.inside !== undefined && !modules.has(unit.inside))
      found.add(`units[${at}].inside`, `names ${unit.inside}, and no module has that reference`);
    if (unit.part === MODULE_PART && !unit.module)
      return found.add(`units[${at}].module`, `is missing: ${unit.ref} is a module`);
    if (unit.part === OWN_DISPLAY) {
      if (!unit.sheet)
        return found.add(`units[${at}].sheet`, `is missing: ${unit.ref} is a display of your own`);
      if (digitsOf(unit.sheet) === 0)
        return found.add(`units[${at}].sheet.legs`, `has no common: ${unit.ref} has no digit that way`);
    }
    const { kind } = partOf(unit);
    if (kind === "resistor" && unit.ohms === undefined)
      found.add(`units[${at}].ohms`, `is missing: ${unit.ref} is a resistor`);
    if (kind === "supply" && unit.volts === undefined)
      found.add(`units[${at}].volts`, `is missing: ${unit.ref} is a supply`);
    if (kind === "display" && unit.led === undefined)
      found.add(`units[${at}].led`, `is missing: ${unit.ref} is a display`);
  });

  const leds = rig.units.reduce((sum, unit) => sum + ledsOf(unit), 0);
  if (leds > LIMITS.pips) found.add("units", `have ${leds} LEDs together, at most ${LIMITS.pips} fit`);
}

/** Legs are asked of the part a unit is; of a unit whose part could not be made its own problem is told, not its wires'. */
function checkWires(rig: Rig, found: Findings): void {
  const unitBy = new Map(rig.units.map((unit) => [unit.ref, unit]));
  found.unique(
    rig.wires.map((wire) => wire.id),
    (at) => `wires[${at}].id`,
    "the id",
  );
  rig.wires.forEach((wire, at) => {
    for (const end of ["from", "to"] as const) {
      const { unit, leg } = splitLegRef(wire[end]);
      const named = unitBy.get(unit);
      if (named && isHalf(named)) continue;
      const part = named && partOf(named);
      if (!part) found.add(`wires[${at}].${end}`, `names ${unit}, and no unit has that reference`);
      else if (!part.legs.some(({ id }) => id === leg)) {
        found.add(`wires[${at}].${end}`, `names leg ${leg}; ${unit} (${part.title}) has no such leg`);
      }
    }
    if (wire.from === wire.to) found.add(`wires[${at}]`, `begins and ends at ${wire.from}`);
  });
}

function checkGlyphs(rig: Rig, found: Findings): void {
  found.unique(
    rig.glyphs.map(({ glyph }) => glyph),
    (at) => `glyphs[${at}].glyph`,
    "the glyph",
  );
  rig.glyphs.forEach(({ segments }, at) =>
    found.unique(segments, (n) => `glyphs[${at}].segments[${n}]`, "the segment"),
  );
}

function checkPlan(rig: Rig, found: Findings): void {
  found.unique(rig.plan.outputs, (at) => `plan.outputs[${at}]`, "the segment");
  found.unique(rig.plan.digitOutputs.map(String), (at) => `plan.digitOutputs[${at}]`, "the digit");
  if (rig.plan.display === "own" && !rig.plan.own)
    found.add("plan.own", "is missing: the plan has a display of your own");
  if (!rig.units.some((unit) => unit.part === rig.plan.controller)) {
    found.add("plan.controller", `is ${rig.plan.controller}, and no unit is that part`);
  }
  found.lines(rig.plan.lines as Record<string, string>, "plan.lines");
}

/** Parts of displays beside the plan's are there, and each belongs to one of them. */
function checkBeside({ beside = [], units }: Rig, found: Findings): void {
  const there = new Set(units.map(({ ref }) => ref));
  const all = beside.flatMap((group, at) =>
    group.units.map((ref, n) => ({ ref, path: `beside[${at}].units[${n}]` })),
  );
  for (const { ref, path } of all)
    if (!there.has(ref)) found.add(path, `names ${ref}, and no unit has that reference`);
  found.unique(
    all.map(({ ref }) => ref),
    (n) => all[n]!.path,
    "the part",
  );
  beside.forEach((group, at) =>
    group.modules?.forEach(({ unit }, n) => {
      if (!group.units.includes(unit))
        found.add(`beside[${at}].modules[${n}].unit`, `names ${unit}, which is none of its parts`);
    }),
  );
}

/** A code that was kept is the code of a rig as it was: what it speaks to has to be there still. */
function checkKept(kept: Encoding, rig: Rig, found: Findings): void {
  const unitBy = new Map(rig.units.map((unit) => [unit.ref, unit]));
  if (kept.chain) found.lines({ ...kept.chain }, "code.kept.chain");
  const checkPlace = (place: Place | Need, path: string) => {
    if ("line" in place) found.line(place.line, `${path}.line`);
    if ("byte" in place && place.byte >= kept.byteCount)
      found.add(`${path}.byte`, `is ${place.byte}, and there are ${kept.byteCount} bytes`);
  };
  kept.pips.forEach(({ needs }, at) =>
    needs.forEach((need, n) => checkPlace(need, `code.kept.pips[${at}].needs[${n}]`)),
  );
  kept.decoders.forEach(({ inputs }, at) =>
    inputs.forEach((place, n) => checkPlace(place, `code.kept.decoders[${at}].inputs[${n}]`)),
  );
  const partAt = (ref: UnitRef): Part | undefined => {
    const unit = unitBy.get(ref);
    return unit && unit.part !== OWN_DISPLAY ? partOf(unit) : undefined;
  };
  kept.buses?.forEach(({ protocol, units, addresses }, at) => {
    units.forEach((ref, n) => {
      const part = partAt(ref);
      if (!part || !isBusChip(part) || part.protocol !== protocol)
        found.add(`code.kept.buses[${at}].units[${n}]`, `names ${ref}, which is no chip on such a bus`);
    });
    if (transportOf(protocol).together === "addresses" && addresses?.length !== units.length)
      found.add(`code.kept.buses[${at}].addresses`, "must have one address for each of its chips");
  });
  kept.decoders.forEach(({ unit }, at) => {
    if (!unitBy.has(unit))
      found.add(`code.kept.decoders[${at}].unit`, `names ${unit}, and no unit has that reference`);
  });
  kept.rings.forEach(({ unit }, at) => {
    if (!unitBy.has(unit))
      found.add(`code.kept.rings[${at}].unit`, `names ${unit}, and no unit has that reference`);
  });
  kept.buses?.forEach(({ data, clock, select }, at) => {
    found.line(data, `code.kept.buses[${at}].data`);
    found.line(clock, `code.kept.buses[${at}].clock`);
    if (select !== undefined) found.line(select, `code.kept.buses[${at}].select`);
  });
  kept.rings.forEach(({ clock, reset }, at) => {
    found.line(clock, `code.kept.rings[${at}].clock`);
    found.line(reset, `code.kept.rings[${at}].reset`);
  });
}
