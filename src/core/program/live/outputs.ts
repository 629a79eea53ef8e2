import { reachFrom, type RigModel } from "../../address";
import { isSingleLeds } from "../../parts";
import type { Hertz } from "../../quantity";
import { controllerById, legRef, type PipId, type UnitRef } from "../../rig";
import {
  call,
  clock,
  elapsed,
  name,
  number,
  operation,
  set,
  when,
  type Statement,
  type Subroutine,
  type Variable,
} from "../language";
import { joined, lineConstant, routineFor, unitName } from "./naming";
import { lampPips } from "./pattern";
import { REDRAW } from "./value-code";

/** How a program switches something: a line at a level, or LEDs among what it puts out. */
export type SwitchedBy =
  | { readonly unit: UnitRef; readonly line: string; readonly on: 0 | 1; readonly tone?: Hertz }
  | { readonly unit: UnitRef; readonly pips: readonly PipId[] };

/** What switches a lamp, a buzzer or a relay, by its wires; why nothing can, otherwise. */
export function switchedBy(model: RigModel, unit: UnitRef): SwitchedBy | { readonly problem: string } {
  const part = model.part(unit);
  if (isSingleLeds(part)) {
    const pips = lampPips(model, unit).filter((pip) =>
      model.encoding.pips.some((entry) => entry.pip === pip),
    );
    return pips.length > 0 ? { unit, pips } : { problem: `nothing the program controls lights ${unit}` };
  }
  if (part.kind !== "load") return { problem: `${unit} is nothing one switches` };
  const { pins, tone } = part;
  const legs =
    "input" in pins
      ? [{ leg: pins.input, on: pins.on }]
      : [
          { leg: pins.plus, on: 1 as const },
          { leg: pins.minus, on: 0 as const },
        ];
  for (const { leg, on } of legs) {
    const line = drivenBy(model, unit, leg);
    if (!line) continue;
    // A line at the plus leg turns on high, one at the minus leg turns on low; a transistor says when it conducts.
    const level = line.when ?? on;
    if (tone === undefined) return { unit, line: line.line, on: level };
    const problem = toneProblem(model, unit, level);
    return problem === undefined ? { unit, line: line.line, on: level, tone } : { problem };
  }
  return { problem: `${unit} is on no line of the board` };
}

/** Why a line cannot sound a buzzer that wants a tone. */
function toneProblem(model: RigModel, unit: UnitRef, on: 0 | 1): string | undefined {
  const { flavour } = controllerById(model.rig.plan.controller);
  if (flavour === "logic")
    return `${unit} wants a tone, which this logic does not make: take an active buzzer`;
  return on === 0
    ? `behind a tone a line stays low, and current would flow through ${unit} all the time: switch it by an NPN transistor, which a low turns off`
    : undefined;
}

/** The line that drives a leg, straight, through resistors, or by a transistor's control leg. */
function drivenBy(
  model: RigModel,
  unit: UnitRef,
  leg: string,
): { readonly line: string; readonly when?: 0 | 1 } | undefined {
  const { rig, nets, drivers } = model;
  for (const { driver } of reachFrom(legRef(unit, leg), rig, nets, drivers)) {
    if (driver.kind === "line") return { line: driver.line };
    if (driver.kind !== "switch") continue;
    for (const { driver: control } of reachFrom(driver.control, rig, nets, drivers))
      if (control.kind === "line") return { line: control.line, when: driver.when };
  }
  return undefined;
}

/** What an output asks of a program. */
export interface OutputCode {
  readonly unit: UnitRef;
  readonly by: SwitchedBy;
  /** 1 while it is on. */
  readonly variable: string;
  readonly variables: readonly Variable[];
  readonly routines: readonly Subroutine[];
  /** Off before the line becomes an output: what is on while a line is low would click. */
  readonly setup: readonly Statement[];
  /** Run at every pass. */
  readonly pass: readonly Statement[];
  /** @param hertz of a buzzer that wants a tone: another than its usual one */
  act(how: "on" | "off" | "toggle" | "pulse", ms: number, hertz: Hertz | undefined): readonly Statement[];
}

/** @param pulses whether anything switches it on for a time */
export function outputCode(by: SwitchedBy, pulses: boolean): OutputCode {
  const own = unitName(by.unit);
  const [on, since, stays] = [joined(own, "on"), joined(own, "since"), joined(own, "stays")];
  const switchOn = routineFor("switch", by.unit);
  const named = lineConstant(by.unit);
  const onLine = "line" in by;
  const tone = "tone" in by ? by.tone : undefined;
  const pitch = joined(own, "tone");
  const levelFor = (value: 0 | 1) => number(onLine && by.on === 1 ? value : 1 - value);
  const routine: Subroutine = {
    name: switchOn,
    given: [{ name: "to", width: "u8", most: 1 }],
    body: [
      set(on, name("to")),
      onLine
        ? {
            do: "line-set",
            line: by.line,
            named,
            level: by.on === 1 ? name("to") : operation(name("to"), "==", number(0)),
            ...(tone === undefined ? {} : { tone: name(pitch) }),
          }
        : REDRAW,
    ],
  };
  const pulse: Subroutine = {
    name: routineFor("end", by.unit),
    says: [`Switches ${by.unit} off again when its time is over.`],
    given: [],
    body: [
      when(
        operation(operation(name(stays), ">", number(0)), "&&", operation(elapsed(since), ">=", name(stays))),
        [set(stays, number(0)), call(switchOn, number(0))],
      ),
    ],
  };
  return {
    unit: by.unit,
    by,
    variable: on,
    variables: [
      { name: on, width: "u8", most: 1 },
      ...(tone === undefined ? [] : [{ name: pitch, width: "u16" as const, value: number(tone) }]),
      ...(pulses
        ? [
            { name: since, width: "u32" as const },
            { name: stays, width: "u32" as const },
          ]
        : []),
    ],
    routines: [routine, ...(pulses ? [pulse] : [])],
    setup: onLine
      ? [
          { do: "line-set", line: by.line, named, level: levelFor(0) },
          { do: "line-output", line: by.line, named },
        ]
      : [],
    pass: pulses ? [call(pulse.name)] : [],
    act(how, ms, hertz) {
      const sounds: Statement[] =
        tone === undefined || how === "off" ? [] : [set(pitch, number(hertz ?? tone))];
      const stop: Statement[] = [...sounds, ...(pulses ? [set(stays, number(0))] : [])];
      switch (how) {
        case "on":
          return [...stop, call(switchOn, number(1))];
        case "off":
          return [...stop, call(switchOn, number(0))];
        case "toggle":
          return [...stop, call(switchOn, operation(name(on), "==", number(0)))];
        case "pulse":
          return [...sounds, set(since, clock("ms")), set(stays, number(ms)), call(switchOn, number(1))];
      }
    },
  };
}
