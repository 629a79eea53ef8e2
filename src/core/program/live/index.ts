import type { RigModel } from "../../address";
import { controllerById, type Action, type Live } from "../../rig";
import {
  call,
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
import { linesIn, tablesIn } from "./named-in";
import type { LiveProblem } from "./problem";
import { conditionCode, eventCode } from "./conditions";
import { contactsOf } from "./controls";
import { doer, ownCommands, sayUndone } from "./actions";
import type { FaceCode } from "./face-code";
import { facesCode } from "./faces";
import { lightCode } from "./light";
import { outputCode, switchedBy, type OutputCode } from "./outputs";
import { keepingOf, schoolOf, serialOf, valuesOf } from "./values";

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
  stateFrame: (face: Pick<ProgramFrame, "cells" | "text" | "bitmap">) => ProgramFrame,
): LiveCode {
  const problems: LiveProblem[] = [];
  const controller = controllerById(model.rig.plan.controller);
  const school = schoolOf(model, live, controller);
  const { values, chips } = valuesOf(model, live, school, controller, problems);
  const talks = live.values.some((value) => "message" in value);
  const light = lightCode(model, live, talks);
  const serial = serialOf(
    model,
    live,
    values,
    [...light.commands, ...ownCommands(model, live, values)],
    problems,
  );
  const outputs = outputsOf(model, live, problems);
  const does = doer(live, values, outputs, light);
  const { contacts, keys, read } = contactsOf(
    model,
    live,
    does,
    (action) => sayUndone(live, action),
    problems,
  );
  const events = live.events.flatMap((event, nth) => {
    const condition = conditionCode(event.when, values);
    const body = does(event.does);
    if (condition && body) return [eventCode(nth, condition, body)];
    problems.push({ at: "events", nth, says: sayUndone(live, event.does, event.when.value) });
    return [];
  });
  const holds = actionsOf(live).some((action) => "face" in action && action.face === "hold");
  const given = { live, school, values, outputs, dark: light.dark, talks };
  const drawn = facesCode(model, given, direct, problems);
  const { code } = drawn;
  const choice = choiceCode(drawn.faces, values, code.fresh, problems);
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
  const faceOf = faceMaker(code.shown, stateFrame);
  const setup = [
    ...(serial?.setup ?? []),
    ...outputs.flatMap((output) => output.setup),
    ...chips.flatMap((chip) => chip.setup),
    ...values.flatMap(({ setup: own = [] }) => own),
    ...keys.setup,
    ...contacts.flatMap((one) => one.setup),
  ];
  const routines = [
    ...light.routines,
    ...outputs.flatMap((output) => output.routines),
    ...keys.routines,
    ...chips.flatMap((chip) => chip.routines),
    ...values.flatMap(({ called = [] }) => called),
    ...contacts.flatMap(({ interrupt, routine }) => [...(interrupt ? [interrupt] : []), routine]),
    ...values.flatMap(({ routine }) => routine ?? []),
    ...(serial?.routines ?? []),
    ...watch,
    ...choice.routines,
    ...(keeping?.routines ?? []),
    ...code.routines,
  ];
  return {
    variables: [
      { name: "redraw", width: "u8", value: number(1), most: 1 },
      ...(holds ? [{ name: "faceHeld", width: "u8" as const, most: 1 }] : []),
      ...chips.flatMap((chip) => chip.variables),
      ...eachOnce(values.flatMap(({ variables }) => variables)),
      ...light.variables,
      ...(serial?.variables ?? []),
      ...keys.variables,
      ...contacts.flatMap(({ variables }) => variables),
      ...outputs.flatMap(({ variables }) => variables),
      ...events.flatMap(({ variables }) => variables),
      ...choice.variables,
      ...code.variables,
      ...(keeping?.variables ?? []),
    ],
    setup: [...setup, ...(keeping ? [call("readKept")] : [])],
    pass: [
      ...(serial?.pass ?? []),
      ...keys.pass,
      ...contacts.map(({ routine }) => call(routine.name)),
      ...values.flatMap(({ routine }) => (routine ? [call(routine.name)] : [])),
      ...watch.map(({ name: routine }) => call(routine)),
      ...outputs.flatMap(({ pass }) => pass),
      // A text that is through is followed at once: choosing comes behind.
      ...code.pass,
      ...choice.routines.map(({ name: routine }) => call(routine)),
      ...(keeping ? [call("keepValues")] : []),
    ],
    redraw: [
      when(
        holds
          ? operation(name("redraw"), "&&", operation(name("faceHeld"), "==", number(0)))
          : name("redraw"),
        [set("redraw", number(0)), call("draw"), ...shows],
      ),
    ],
    parts: {
      arrays: [
        ...chips.flatMap((chip) => chip.arrays),
        ...values.flatMap(({ arrays = [] }) => arrays),
        ...keys.arrays,
        ...(serial?.arrays ?? []),
        ...code.arrays,
      ],
      contacts: read,
      ...(keys.keys.length > 0 ? { keys: keys.keys } : {}),
      ...(serial ? { talks: true as const } : {}),
      ...(light.dims ? { dims: light.dims } : {}),
      routines,
      drawn: "drawn",
      pattern: "pattern",
      size: drawn.size,
      stateOf: drawn.stateOf,
      faceOf,
      tables: tablesIn(routines),
      lines: linesIn(setup, routines),
      ...(keeping ? { kept: keeping.room } : {}),
      outputs: outputs.map(({ unit, variable }) => ({ unit, variable })),
      shown: values.map(({ name: called, worth, running }) => ({
        name: called,
        worth,
        ...(running?.is === "name" ? { running: running.name } : {}),
      })),
    },
    problems,
  };
}

/** Variables several parts of a program share are there once. */
const eachOnce = (variables: readonly Variable[]): Variable[] => [
  ...new Map(variables.map((one) => [one.name, one])).values(),
];

/** Faces kept by what they show: a text that runs shows others without end. */
const MOST_FACES = 2000;

/** Faces that are alike are one face. */
function faceMaker(
  shown: FaceCode["shown"],
  stateFrame: (face: Pick<ProgramFrame, "cells" | "text" | "bitmap">) => ProgramFrame,
): LiveParts["faceOf"] {
  const known = new Map<string, ProgramFrame>();
  return (memory) => {
    const { key, face } = shown(memory);
    const found = known.get(key) ?? stateFrame(face());
    if (known.size >= MOST_FACES) known.clear();
    known.set(key, found);
    return found;
  };
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
