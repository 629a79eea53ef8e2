import type { RigModel } from "../address";
import type { ControllerPart } from "../parts";
import { legRef, type UnitRef } from "../rig";
import { InputCircuit } from "./circuit";
import type { Hands } from "./hands";

/** How a contact is read: its line, the level it has while it is pressed, and what holds the line when it is not. */
export interface ContactLine {
  readonly unit: UnitRef;
  readonly line: string;
  readonly pressed: 0 | 1;
  /** The pull-up inside the controller; resistors of the rig hold it otherwise. */
  readonly pull: "inside" | "wired";
}

/** How a voltage is read: by a line of the converter. */
export interface ConverterLine {
  readonly unit: UnitRef;
  readonly line: string;
}

/** Why a part cannot be read. */
export type Unread = { readonly unit: UnitRef; readonly problem: string };

const board = (model: RigModel): { readonly ref: UnitRef; readonly part: ControllerPart } => {
  const unit = model.rig.units.find(({ part }) => part === model.rig.plan.controller)!;
  return { ref: unit.ref, part: model.part(unit.ref) as ControllerPart };
};

/** The lines an input part's hand moves, in the order of the board. */
function movedLines(model: RigModel, circuit: InputCircuit, unit: UnitRef): string[] {
  const { ref, part } = board(model);
  return part.lines.map(({ leg }) => leg).filter((line) => circuit.movedBy(legRef(ref, line)).includes(unit));
}

const CLOSED = 1;

/** How the program reads a button or switch, by what its wires make of it. */
export function contactLine(model: RigModel, unit: UnitRef): ContactLine | Unread {
  const { ref, part } = board(model);
  const plain = new InputCircuit(model);
  const [line, ...more] = movedLines(model, plain, unit);
  if (line === undefined) return { unit, problem: `${unit} is on no line of the board` };
  if (more.length > 0)
    return {
      unit,
      problem: `${unit} joins lines ${[line, ...more].join(" and ")}: a keypad is read by rows`,
    };
  const level = (circuit: InputCircuit, hands: Hands): 0 | 1 | undefined => {
    const volts = circuit.volts(legRef(ref, line), hands);
    return volts === undefined ? undefined : volts >= part.logic / 2 ? 1 : 0;
  };
  const pressed = level(plain, { [unit]: CLOSED });
  const released = level(plain, {});
  if (pressed !== undefined && released !== undefined && pressed !== released)
    return { unit, line, pressed, pull: "wired" };
  const inside = new InputCircuit(model, [line]);
  const [down, up] = [level(inside, { [unit]: CLOSED }), level(inside, {})];
  if (down === 0 && up === 1) return { unit, line, pressed: 0, pull: "inside" };
  return {
    unit,
    problem:
      pressed === 1 && released === undefined
        ? `line ${line} floats while ${unit} is open, and the board has no pull-down there: wire a resistor of 10 kΩ from the line to ground, or take the contact to ground instead`
        : `line ${line} reads the same whether ${unit} is pressed or not`,
  };
}

/** How the program reads a knob or a sensor. */
export function converterLine(model: RigModel, unit: UnitRef): ConverterLine | Unread {
  const { part } = board(model);
  const lines = movedLines(model, new InputCircuit(model), unit);
  const line = lines.find((one) => part.converter?.lines.includes(one));
  if (line !== undefined) return { unit, line };
  if (!part.converter)
    return { unit, problem: `the ${part.title.split(",")[0]} has no converter this program reads` };
  return {
    unit,
    problem:
      lines.length > 0
        ? `line ${lines[0]} of ${unit} has no converter: use one of ${part.converter.lines.join(", ")}`
        : `${unit} is on no line of the board`,
  };
}
