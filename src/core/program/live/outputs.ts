import { reachFrom, type RigModel } from "../../address";
import { isSingleLeds } from "../../parts";
import { legRef, type PipId, type UnitRef } from "../../rig";
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
  | { readonly unit: UnitRef; readonly line: string; readonly on: 0 | 1 }
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
  const { pins } = part;
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
    return { unit, line: line.line, on: line.when ?? on };
  }
  return { problem: `${unit} is on no line of the board` };
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
  act(how: "on" | "off" | "toggle" | "pulse", ms: number): readonly Statement[];
}

/** @param pulses whether anything switches it on for a time */
export function outputCode(by: SwitchedBy, pulses: boolean): OutputCode {
  const own = unitName(by.unit);
  const [on, since, stays] = [joined(own, "on"), joined(own, "since"), joined(own, "stays")];
  const switchOn = routineFor("switch", by.unit);
  const named = lineConstant(by.unit);
  const onLine = "line" in by;
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
    act(how, ms) {
      const stop: Statement[] = pulses ? [set(stays, number(0))] : [];
      switch (how) {
        case "on":
          return [...stop, call(switchOn, number(1))];
        case "off":
          return [...stop, call(switchOn, number(0))];
        case "toggle":
          return [...stop, call(switchOn, operation(name(on), "==", number(0)))];
        case "pulse":
          return [set(since, clock("ms")), set(stays, number(ms)), call(switchOn, number(1))];
      }
    },
  };
}
