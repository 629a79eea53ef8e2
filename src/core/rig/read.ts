import { SEGMENTS } from "../glyph";
import { transportOf } from "../bus";
import { isBusChip, OWN_DISPLAY, digitsOf, findPart, type Part } from "../parts";
import { LIMITS } from "./limits";
import { fits, parseJson, type Problem } from "../document";
import { RIG, splitLegRef, type Need, type Place, type Rig, type Unit, type UnitRef } from "./document";
import { migrate } from "./migrate";
import { partOf } from "./part-of";
import { checkSign } from "./sign-fonts";

export type ReadRig =
  { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly problems: readonly Problem[] };

const refuse = (path: string, message: string): ReadRig => ({ ok: false, problems: [{ path, message }] });

/**
 * Reads the text of a `.pip.json` file.
 * @param text at most 12 MiB
 * @returns the rig, or the problems found (24 at most), each with its place
 */
export function readRig(text: string): ReadRig {
  if (text.length > LIMITS.fileBytes) {
    return refuse(
      "file",
      `is ${(text.length / 1048576).toFixed(1)} MiB; a rig file is at most ${LIMITS.fileBytes / 1048576} MiB. Is it another kind of file?`,
    );
  }
  const clean = text.replace(/^\uFEFF/, "");
  if (clean.trim() === "") return refuse("file", "is empty. Export the rig again, or choose another file");
  const parsed = parseJson(clean, LIMITS.depth);
  return parsed.ok ? checkRig(parsed.value) : refuse(parsed.path, parsed.message);
}

/** Checks a parsed document: migrates it to the current version, then its shape, then what refers to what. */
export function checkRig(value: unknown): ReadRig {
  if (typeof value !== "object" || value === null || Array.isArray(value)) {
    return refuse("file", "holds no rig: a rig document is a JSON object with format “bold-pip-rig”");
  }
  const migrated = migrate(value as Record<string, unknown>);
  if (!migrated.ok) return refuse(migrated.path, migrated.message);
  const rig: unknown = migrated.document;
  const shapes: Problem[] = [];
  if (!fits(RIG, rig, shapes, LIMITS.problems)) return { ok: false, problems: shapes };
  const problems = checkReferences(rig);
  return problems.length ? { ok: false, problems: problems.slice(0, LIMITS.problems) } : { ok: true, rig };
}

/** How many LEDs a unit has: dots, or eight of each digit. */
function ledsOf(unit: Unit): number {
  if (unit.part === OWN_DISPLAY && !unit.sheet) return 0;
  const part = partOf(unit);
  return part.kind === "display" ? part.digits * (part.columns || SEGMENTS.length) : 0;
}

/** What a schema cannot say: uniqueness, and that everything referred to is there. */
function checkReferences(rig: Rig): Problem[] {
  const problems: Problem[] = [];
  const add = (path: string, message: string) => problems.push({ path, message });
  const unique = (values: readonly string[], path: (at: number) => string, what: string) => {
    const first = new Map<string, number>();
    values.forEach((value, at) => {
      const before = first.get(value);
      if (before === undefined) first.set(value, at);
      else add(path(at), `repeats ${what} “${value}” of ${path(before)}; each must be there once`);
    });
  };
  const unitBy = new Map(rig.units.map((unit) => [unit.ref, unit]));

  unique(
    rig.units.map((unit) => unit.ref),
    (at) => `units[${at}].ref`,
    "the reference",
  );
  unique(
    rig.wires.map((wire) => wire.id),
    (at) => `wires[${at}].id`,
    "the id",
  );
  unique(
    rig.glyphs.map(({ glyph }) => glyph),
    (at) => `glyphs[${at}].glyph`,
    "the glyph",
  );
  unique(rig.plan.outputs, (at) => `plan.outputs[${at}]`, "the segment");
  rig.glyphs.forEach(({ segments }, at) =>
    unique(segments, (n) => `glyphs[${at}].segments[${n}]`, "the segment"),
  );

  unique(rig.plan.digitOutputs.map(String), (at) => `plan.digitOutputs[${at}]`, "the digit");
  if (rig.plan.display === "own" && !rig.plan.own)
    add("plan.own", "is missing: the plan has a display of your own");

  rig.units.forEach((unit, at) => {
    if (unit.part === OWN_DISPLAY) {
      if (!unit.sheet) return add(`units[${at}].sheet`, `is missing: ${unit.ref} is a display of your own`);
      if (digitsOf(unit.sheet) === 0)
        return add(`units[${at}].sheet.legs`, `has no common: ${unit.ref} has no digit that way`);
    }
    const { kind } = partOf(unit);
    if (kind === "resistor" && unit.ohms === undefined)
      add(`units[${at}].ohms`, `is missing: ${unit.ref} is a resistor`);
    if (kind === "supply" && unit.volts === undefined)
      add(`units[${at}].volts`, `is missing: ${unit.ref} is a supply`);
    if (kind === "display" && unit.led === undefined)
      add(`units[${at}].led`, `is missing: ${unit.ref} is a display`);
  });

  const leds = rig.units.reduce((sum, unit) => sum + ledsOf(unit), 0);
  if (leds > LIMITS.pips) add("units", `have ${leds} LEDs together, at most ${LIMITS.pips} fit`);

  rig.wires.forEach((wire, at) => {
    for (const end of ["from", "to"] as const) {
      const { unit, leg } = splitLegRef(wire[end]);
      const named = unitBy.get(unit);
      const broken = named?.part === OWN_DISPLAY && !named.sheet;
      if (broken) continue;
      const part = named && partOf(named);
      if (!part) add(`wires[${at}].${end}`, `names ${unit}, and no unit has that reference`);
      else if (!part.legs.some(({ id }) => id === leg)) {
        add(`wires[${at}].${end}`, `names leg ${leg}; ${unit} (${part.title}) has no such leg`);
      }
    }
    if (wire.from === wire.to) add(`wires[${at}]`, `begins and ends at ${wire.from}`);
  });

  checkSign(rig, add);
  const controller = findPart(rig.plan.controller);
  if (!rig.units.some((unit) => unit.part === rig.plan.controller)) {
    add("plan.controller", `is ${rig.plan.controller}, and no unit is that part`);
  }
  const checkLine = (line: string, path: string) => {
    if (controller?.kind === "controller" && !controller.lines.some(({ leg }) => leg === line)) {
      add(path, `is “${line}”, which is no line of the ${controller.title}`);
    }
  };
  const checkLines = (lines: Readonly<Partial<Record<string, string>>>, path: string) => {
    const given = Object.entries(lines).flatMap(([use, line]) => (line === undefined ? [] : [{ use, line }]));
    for (const { use, line } of given) checkLine(line, `${path}.${use}`);
    unique(
      given.map(({ line }) => line),
      (n) => `${path}.${given[n]!.use}`,
      "the line",
    );
  };
  checkLines(rig.plan.lines as Record<string, string>, "plan.lines");
  const { kept } = rig.code;
  if (kept) {
    if (kept.chain) checkLines({ ...kept.chain }, "code.kept.chain");
    const checkPlace = (place: Place | Need, path: string) => {
      if ("line" in place) checkLine(place.line, `${path}.line`);
      if ("byte" in place && place.byte >= kept.byteCount)
        add(`${path}.byte`, `is ${place.byte}, and there are ${kept.byteCount} bytes`);
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
          add(`code.kept.buses[${at}].units[${n}]`, `names ${ref}, which is no chip on such a bus`);
      });
      if (transportOf(protocol).together === "addresses" && addresses?.length !== units.length)
        add(`code.kept.buses[${at}].addresses`, "must have one address for each of its chips");
    });
    kept.decoders.forEach(({ unit }, at) => {
      if (!unitBy.has(unit))
        add(`code.kept.decoders[${at}].unit`, `names ${unit}, and no unit has that reference`);
    });
    kept.rings.forEach(({ unit }, at) => {
      if (!unitBy.has(unit))
        add(`code.kept.rings[${at}].unit`, `names ${unit}, and no unit has that reference`);
    });
    kept.buses?.forEach(({ data, clock, select }, at) => {
      checkLine(data, `code.kept.buses[${at}].data`);
      checkLine(clock, `code.kept.buses[${at}].clock`);
      if (select !== undefined) checkLine(select, `code.kept.buses[${at}].select`);
    });
    kept.rings.forEach(({ clock, reset }, at) => {
      checkLine(clock, `code.kept.rings[${at}].clock`);
      checkLine(reset, `code.kept.rings[${at}].reset`);
    });
  }
  return problems;
}
