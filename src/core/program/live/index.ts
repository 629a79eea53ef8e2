import type { RigModel } from "../../address";
import { contactLine, converterLine } from "../../inputs";
import type { ControllerPart } from "../../parts";
import { controllerById, type Action, type Control, type Live } from "../../rig";
import { layTemplate, marksOf, templateProblem } from "../../show";
import {
  call,
  clock,
  name,
  number,
  operation,
  set,
  when,
  type Statement,
  type Subroutine,
  type Variable,
} from "../language";
import type { LiveParts, ProgramFrame } from "../types";
import { choiceCode } from "./choice";
import { clockCode } from "./clock";
import { USUAL_KEEP, keepCode } from "./keep";
import { linesIn, tablesIn } from "./named-in";
import type { LiveProblem } from "./problem";
import { conditionCode, eventCode } from "./conditions";
import { contactCode } from "./contacts";
import { countCode, randomCode } from "./count";
import { drawCode, glyphCodes, textOf } from "./draw";
import { outputCode, switchedBy, type OutputCode } from "./outputs";
import { patternOf } from "./pattern";
import { calibration, readingCode } from "./reading";
import { timerCode } from "./timer";
import type { ValueAction, ValueCode } from "./value-code";

export { USUAL_KEEP } from "./keep";
export type { LiveProblem } from "./problem";

/** A live rig as a program: what it keeps in mind, what it does at power-up and at every pass. */
export interface LiveCode {
  readonly variables: readonly Variable[];
  readonly setup: readonly Statement[];
  readonly pass: readonly Statement[];
  /** Draws what has changed: a pass ends with it. */
  readonly redraw: readonly Statement[];
  readonly parts: LiveParts;
  readonly problems: readonly LiveProblem[];
}

/**
 * Makes the program of a rig that reacts, by small builders: one for each kind of value, control and event. What cannot
 * be done is left out and said.
 * @param shows puts out what was drawn, where outputs keep what they are given; nothing where digits take turns
 */
export function liveCode(
  model: RigModel,
  live: Live,
  direct: readonly string[],
  shows: readonly Statement[],
  stateFrame: (face: Pick<ProgramFrame, "cells" | "text">) => ProgramFrame,
): LiveCode {
  const problems: LiveProblem[] = [];
  const controller = controllerById(model.rig.plan.controller);
  const values = valuesOf(model, live, controller, problems);
  const outputs = outputsOf(model, live, problems);
  const does = doer(live, values, outputs);
  const contacts = contactsOf(model, live, does, problems);
  const events = live.events.flatMap((event, nth) => {
    const condition = conditionCode(event.when, values);
    const body = does(event.does);
    if (condition && body) return [eventCode(nth, condition, body)];
    problems.push({ at: "events", nth, says: sayUndone(live, event.does, event.when.value) });
    return [];
  });
  const marks = marksOf(model.rig);
  const digits = model.digits.length;
  const faces = live.faces.map(({ shows: template, ...face }, nth) => {
    const problem = templateProblem(template, live.values);
    if (problem) problems.push({ at: "faces", nth, says: problem });
    return { ...face, shows: problem ? "" : template };
  });
  const laid = faces
    .map(({ shows: template }) =>
      layTemplate(
        template,
        { values: live.values.filter((one) => values.some(({ name: own }) => own === one.name)) },
        digits,
        model.rig.show,
        marks,
      ),
    )
    .map((one) => ({
      ...one,
      fields: one.fields.filter(({ slot }) => values.some(({ name: own }) => own === slot.value)),
    }));
  const pattern = patternOf(model, direct, glyphCodes(laid), marks);
  const lamps = outputs.flatMap((output) =>
    "pips" in output.by ? [{ output, bits: pattern.lamp(output.by.pips) }] : [],
  );
  const drawn = drawCode({ live, laid, values, digits, marks, pattern, lamps });
  const choice = choiceCode(live, values, problems);
  const watch: Subroutine[] =
    events.length > 0
      ? [
          {
            name: "watch",
            says: ["What happens once when something begins to be so."],
            given: [],
            body: events.flatMap(({ body }) => body),
          },
        ]
      : [];
  const keeping = keepingOf(live, values, controller, problems);
  const faceOf = faceMaker(drawn.cellsOf, stateFrame);
  const setup = [...outputs.flatMap((output) => output.setup), ...contacts.flatMap((one) => one.setup)];
  const routines = [
    ...outputs.flatMap((output) => output.routines),
    ...contacts.map(({ routine }) => routine),
    ...values.flatMap(({ routine }) => routine ?? []),
    ...watch,
    ...choice.routines,
    ...(keeping?.routines ?? []),
    ...drawn.routines,
  ];
  return {
    variables: [
      { name: "redraw", width: "u8", value: number(1) },
      ...values.flatMap(({ variables }) => variables),
      ...contacts.flatMap(({ variables }) => variables),
      ...outputs.flatMap(({ variables }) => variables),
      ...events.flatMap(({ variables }) => variables),
      ...choice.variables,
      ...(keeping?.variables ?? []),
    ],
    setup: [...setup, ...(keeping ? [call("readKept")] : [])],
    pass: [
      ...contacts.map(({ routine }) => call(routine.name)),
      ...values.flatMap(({ routine }) => (routine ? [call(routine.name)] : [])),
      ...watch.map(({ name: routine }) => call(routine)),
      ...outputs.flatMap(({ pass }) => pass),
      ...choice.routines.map(({ name: routine }) => call(routine)),
      ...(keeping ? [call("keepValues")] : []),
    ],
    redraw: [when(name("redraw"), [set("redraw", number(0)), call("draw"), ...shows])],
    parts: {
      arrays: drawn.arrays,
      routines,
      drawn: "drawn",
      pattern: "pattern",
      size: pattern.size,
      stateOf: pattern.stateOf,
      faceOf,
      tables: tablesIn(routines),
      lines: linesIn(setup, routines),
      ...(keeping ? { kept: keeping.room } : {}),
      outputs: outputs.map(({ unit, variable }) => ({ unit, variable })),
      shown: values.map(({ name: called, variable }) => ({ name: called, variable })),
    },
    problems,
  };
}

/** Faces that read alike are one face. */
function faceMaker(
  cellsOf: ReturnType<typeof drawCode>["cellsOf"],
  stateFrame: (face: Pick<ProgramFrame, "cells" | "text">) => ProgramFrame,
): LiveParts["faceOf"] {
  const known = new Map<string, ProgramFrame>();
  return (array) => {
    const cells = cellsOf(array);
    const key = JSON.stringify(cells);
    const found = known.get(key) ?? stateFrame({ cells, text: textOf(cells) });
    known.set(key, found);
    return found;
  };
}

function valuesOf(
  model: RigModel,
  live: Live,
  controller: ControllerPart,
  problems: LiveProblem[],
): ValueCode[] {
  return live.values.flatMap((value, nth): ValueCode[] => {
    if ("count" in value) return [countCode(value)];
    if ("random" in value) return [randomCode(value)];
    if ("timer" in value) return [timerCode(value)];
    if ("clock" in value) return [clockCode(value)];
    const { of } = value.reading;
    const problem = (says: string) => {
      problems.push({ at: "values", nth, says, unit: of });
      return [];
    };
    if (!model.rig.units.some(({ ref }) => ref === of)) return problem(`there is no part ${of}`);
    const from = converterLine(model, of);
    if ("problem" in from) return problem(from.problem);
    const most = 2 ** controller.converter!.bits - 1;
    const line = calibration(value.reading, most);
    if (!line)
      return problem(
        value.reading.points[0]!.raw === value.reading.points[1]!.raw
          ? "both points of its calibration are at the same reading: a line needs two"
          : "its calibration runs over 32 bits: take fewer samples or fewer decimals",
      );
    return [readingCode(value, from, line, most)];
  });
}

/** What outlives a power cut, where the board has a memory for it. */
function keepingOf(
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
    return (code?.keeps ?? []).map((variable) => ({
      name: variable,
      width: code!.variables.find((one) => one.name === variable)!.width,
    }));
  });
  return kept.length > 0 ? keepCode(kept, live.keep ?? USUAL_KEEP, eeprom) : undefined;
}

const actionsOf = (live: Live): Action[] => [
  ...live.controls.map(({ does }) => does),
  ...live.events.map(({ does }) => does),
];

function outputsOf(model: RigModel, live: Live, problems: LiveProblem[]): OutputCode[] {
  const switches = actionsOf(live).filter((action) => "switch" in action);
  return [...new Set(switches.map((action) => action.switch))].flatMap((unit): OutputCode[] => {
    const by = model.rig.units.some(({ ref }) => ref === unit)
      ? switchedBy(model, unit)
      : { problem: `there is no part ${unit}` };
    if (!("problem" in by))
      return [
        outputCode(
          by,
          switches.some((one) => one.switch === unit && one.how === "pulse"),
        ),
      ];
    for (const at of ["controls", "events"] as const)
      live[at].forEach(({ does }, nth) => {
        if ("switch" in does && does.switch === unit) problems.push({ at, nth, says: by.problem, unit });
      });
    return [];
  });
}

/** What actions do, as statements; undefined where nothing can. */
function doer(
  live: Live,
  values: readonly ValueCode[],
  outputs: readonly OutputCode[],
): (action: Action) => readonly Statement[] | undefined {
  const on = (called: string, action: ValueAction) =>
    values.find(({ name: own }) => own === called)?.act(action);
  const turning = live.faces.filter((face) => face.while === undefined).length;
  return (action) => {
    if ("step" in action) return on(action.value, { do: "step", by: action.step });
    if ("set" in action) return on(action.value, { do: "set", to: action.set });
    if ("reset" in action) return on(action.reset, { do: "reset" });
    if ("start" in action) return on(action.start, { do: "start" });
    if ("pause" in action) return on(action.pause, { do: "pause" });
    if ("toggle" in action) return on(action.toggle, { do: "toggle" });
    if ("preset" in action) return on(action.preset, { do: "preset" });
    if ("draw" in action) return on(action.draw, { do: "draw" });
    if ("face" in action)
      return turning > 1
        ? [
            set("turn", operation(operation(name("turn"), "+", number(1)), "%", number(turning))),
            set("turnedAt", clock("ms")),
          ]
        : undefined;
    return outputs.find(({ unit }) => unit === action.switch)?.act(action.how, action.ms ?? 1000);
  };
}

/** Why an action is not done, in words. */
function sayUndone(live: Live, action: Action, of?: string): string {
  if (of !== undefined && !live.values.some(({ name: own }) => own === of))
    return `there is no value called ${of}`;
  if ("face" in action) return "there is only one face to turn to";
  if ("switch" in action) return `${action.switch} cannot be switched`;
  const [what, value] = Object.entries(action).find(
    ([key]) => key !== "value" && key !== "step" && key !== "set",
  ) ?? ["step" in action ? "step" : "set", (action as { value?: string }).value];
  return live.values.some(({ name: own }) => own === value)
    ? `${value} has nothing to ${what}`
    : `there is no value called ${value}`;
}

function contactsOf(
  model: RigModel,
  live: Live,
  does: ReturnType<typeof doer>,
  problems: LiveProblem[],
): Array<ReturnType<typeof contactCode>> {
  const units = [...new Set(live.controls.map(({ unit }) => unit))];
  return units.flatMap((unit) => {
    const own = live.controls.filter((control) => control.unit === unit);
    const say = (says: string, of: Control) =>
      problems.push({ at: "controls", nth: live.controls.indexOf(of), says, unit });
    const part = model.rig.units.some(({ ref }) => ref === unit) ? model.part(unit) : undefined;
    const contact =
      part?.kind === "input" && part.act.by === "contact"
        ? contactLine(model, unit)
        : { unit, problem: part ? `${unit} is no button or switch` : `there is no part ${unit}` };
    if ("problem" in contact) {
      own.forEach((control) => say(contact.problem, control));
      return [];
    }
    const able = own.filter((control) => {
      if (does(control.does)) return true;
      say(sayUndone(live, control.does), control);
      return false;
    });
    return [contactCode(contact, able, live.debounce, ({ does: action }) => does(action) ?? [])];
  });
}
