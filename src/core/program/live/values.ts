import { gridOf, usedLines, type RigModel } from "../../address";
import { BAUD, clockLines, converterLine, echoLines, type ConverterLine, type EchoLines } from "../../inputs";
import type { ControllerPart } from "../../parts";
import { controllerById, type Live, type LiveValue, type UnitRef } from "../../rig";
import { templatePieces } from "../../show";
import { clockCode } from "./clock";
import { clockChipCode, type ClockChipCode } from "./clock-chip";
import { commandCode, type Command } from "./commands";
import { countCode, randomCode } from "./count";
import { RUNS_ANEW } from "./draw-dots";
import { entryCode } from "./entry";
import { USUAL_KEEP, keepCode } from "./keep";
import { messageCode, serialCode, type SerialCode } from "./message";
import type { LiveProblem } from "./problem";
import { calibration, readingCode } from "./reading";
import { timerCode } from "./timer";
import type { ValueCode } from "./value-code";

/** How numbers are held and taken apart: logic counts in digits, and dots draw numbers that are worked out. */
export function schoolOf(model: RigModel, live: Live, { flavour }: ControllerPart): Live["digits"] {
  if (flavour === "logic") return "carry";
  return gridOf(model) && live.digits === "carry" ? "divide" : live.digits;
}

/** The parts of a value that faces show. */
const partsShown = (live: Live, called: string): ReadonlySet<string | undefined> =>
  new Set(
    live.faces
      .flatMap(({ shows }) => templatePieces(shows))
      .flatMap((piece) => (typeof piece !== "string" && piece.value === called ? [piece.part] : [])),
  );

/** Where a reading comes from: a line of the converter, or the echo of a distance sensor. */
function sourceOf(
  model: RigModel,
  { of, samples, every }: Extract<LiveValue, { reading: unknown }>["reading"],
): ConverterLine | EchoLines | { readonly problem: string } {
  const part = model.part(of);
  if (part.kind !== "input" || part.act.by !== "echo") return converterLine(model, of);
  const lines = echoLines(model, of);
  if ("problem" in lines) return lines;
  if (samples > 1)
    return {
      problem: `${of} is asked one echo at a time: take one sample, and hold it still by a hysteresis`,
    };
  if (every < lines.every)
    return { problem: `${of} hears its own last echo: ask it every ${lines.every} ms at the most` };
  return lines;
}

/** Why logic does not do a value, though a controller does. */
function notInLogic(value: LiveValue): string | undefined {
  if ("random" in value)
    return "a number by chance takes a division: logic has none. Let a count run while a button is held, or take a controller";
  if (("count" in value && value.count.least < 0) || ("entry" in value && value.entry.least < 0))
    return "logic counts in digits, from 0 on: let its least be 0 or more";
  if ("clock" in value && value.clock.chip !== undefined)
    return "logic reads no clock chip here: let the clock go by the board’s own, or take a controller";
  return undefined;
}

/** The clock chips the values of a rig are read from, each asked by routines of its own. */
function chipsOf(
  model: RigModel,
  live: Live,
  { cost }: ControllerPart,
  problem: (nth: number, says: string, unit: UnitRef) => void,
): ReadonlyMap<UnitRef, ClockChipCode> {
  const chips = new Map<UnitRef, ClockChipCode>();
  live.values.forEach((value, nth) => {
    if (!("clock" in value) || !value.clock.chip || chips.has(value.clock.chip)) return;
    const lines = clockLines(model, value.clock.chip);
    if ("problem" in lines) problem(nth, lines.problem, value.clock.chip);
    else chips.set(value.clock.chip, clockChipCode(lines, cost.pinMode));
  });
  return chips;
}

/** The values of a rig, each by the builder of its kind. */
export function valuesOf(
  model: RigModel,
  live: Live,
  school: Live["digits"],
  controller: ControllerPart,
  problems: LiveProblem[],
): { readonly values: ValueCode[]; readonly chips: readonly ClockChipCode[] } {
  const logic = controller.flavour === "logic";
  const chips = logic
    ? new Map<UnitRef, ClockChipCode>()
    : chipsOf(model, live, controller, (nth, says, unit) => problems.push({ at: "values", nth, says, unit }));
  const values = live.values.flatMap((value, nth): ValueCode[] => {
    const not = logic ? notInLogic(value) : undefined;
    if (not !== undefined) {
      problems.push({ at: "values", nth, says: not });
      return [];
    }
    if ("count" in value) return [countCode(value, school)];
    if ("random" in value) return [randomCode(value)];
    if ("timer" in value) return [timerCode(value, school, partsShown(live, value.name))];
    if ("clock" in value) return [clockCode(value, school, value.clock.chip && chips.get(value.clock.chip))];
    if ("entry" in value) return [entryCode(value, school)];
    if ("message" in value) {
      const runs = gridOf(model) !== undefined && live.faces.some((face) => face.runs);
      return [messageCode(value, runs, runs ? RUNS_ANEW : [])];
    }
    const { of } = value.reading;
    const problem = (says: string) => {
      problems.push({ at: "values", nth, says, unit: of });
      return [];
    };
    if (!model.rig.units.some(({ ref }) => ref === of)) return problem(`there is no part ${of}`);
    const from = sourceOf(model, value.reading);
    if ("problem" in from) return problem(from.problem);
    if ("echo" in from && logic)
      return problem("logic measures no echoes here: take a controller that runs a sketch");
    const most = "echo" in from ? from.patience : 2 ** controller.converter!.bits - 1;
    const line = calibration(value.reading, most);
    if (!line)
      return problem(
        value.reading.points[0]!.raw === value.reading.points[1]!.raw
          ? "both points of its calibration are at the same reading: a line needs two"
          : "its calibration runs over 32 bits: take fewer samples or fewer decimals",
      );
    return [readingCode(value, from, line, most)];
  });
  return { values, chips: [...chips.values()] };
}

/** Listening on the serial line, where a message comes over it. */
export function serialOf(
  model: RigModel,
  live: Live,
  values: readonly ValueCode[],
  commands: readonly Command[],
  problems: LiveProblem[],
): SerialCode | undefined {
  const { serial, title } = controllerById(model.rig.plan.controller);
  const messages = live.values.flatMap((value, nth) => ("message" in value ? [{ value, nth }] : []));
  const [first, ...more] = messages;
  if (!first) return undefined;
  const problem = (nth: number, says: string) => problems.push({ at: "values", nth, says });
  for (const { nth } of more)
    problem(nth, "a line that comes is taken by the first message: there can be one");
  if (!serial) problem(first.nth, `the ${title.split(",")[0]} has no serial line this program listens on`);
  const taken = serial?.lines.filter((line) => usedLines(model).includes(line)) ?? [];
  if (taken.length > 0)
    problem(
      first.nth,
      `the serial line comes in by lines ${serial!.lines.join(" and ")}: move what is wired to ${taken.join(" and ")}`,
    );
  const code = values.find(({ name: own }) => own === first.value.name);
  if (!serial || !code) return undefined;
  return serialCode({ ...code, most: first.value.message.most }, commandCode(live, values, commands), BAUD);
}

/** What outlives a power cut, where the board has a memory for it. */
export function keepingOf(
  live: Live,
  values: readonly ValueCode[],
  { eeprom, title }: ControllerPart,
  problems: LiveProblem[],
): ReturnType<typeof keepCode> | undefined {
  const wanted = live.values.flatMap((value, nth) => ("kept" in value && value.kept ? [{ value, nth }] : []));
  if (wanted.length === 0) return undefined;
  if (!eeprom) {
    for (const { nth } of wanted)
      problems.push({
        at: "values",
        nth,
        says: `the ${title.split(",")[0]} has no memory this program keeps values in`,
      });
    return undefined;
  }
  const kept = wanted.flatMap(({ value }) => {
    const code = values.find(({ name: own }) => own === value.name);
    if (code?.keepsText) return [code.keepsText];
    return (code?.keeps ?? []).map((variable) => ({
      name: variable,
      width: code!.variables.find((one) => one.name === variable)!.width,
    }));
  });
  return kept.length > 0 ? keepCode(kept, live.keep ?? USUAL_KEEP, eeprom) : undefined;
}
