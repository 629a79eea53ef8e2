import { railVolts, type RigModel } from "../address";
import type { ControllerPart } from "../parts";
import { formatQuantity, type Milliseconds, type Nanoseconds, type Volts } from "../quantity";
import { legRef, type LegRef, type UnitRef, controllerUnit } from "../rig";
import { InputCircuit, feedOf } from "./circuit";
import { echoOf, echoTime, type ClockAct, type Hands } from "./hands";

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

/** The line of the board a leg is wired to. */
function lineAt(model: RigModel, leg: LegRef): string | undefined {
  const { ref, part } = board(model);
  const { id } = model.nets.of(leg);
  return part.lines.find(({ leg: line }) => model.nets.of(legRef(ref, line)).id === id)?.leg;
}

/** Lines that have no pull-up inside. */
export const withoutPullUp = ({ pullUp }: ControllerPart, lines: readonly string[]): string[] =>
  lines.filter((line) => !pullUp || pullUp.none.includes(line));

/** What holds lines high while no contact closes, and those that float. */
function heldUp(
  model: RigModel,
  lines: readonly string[],
): { readonly pull: "inside" | "wired"; readonly floating: readonly string[] } {
  const { ref, part } = board(model);
  const plain = new InputCircuit(model);
  const alone = lines.filter((line) => (plain.volts(legRef(ref, line), {}) ?? 0) < part.logic / 2);
  return { pull: alone.length > 0 ? "inside" : "wired", floating: withoutPullUp(part, alone) };
}

/** The lines a keypad is on, or why it cannot be scanned. */
export interface KeypadLines {
  readonly unit: UnitRef;
  /** What holds its columns up. */
  readonly pull: "inside" | "wired";
  readonly rows: readonly string[];
  readonly columns: readonly string[];
}

/** How a keypad is scanned: the line each of its rows and columns is on. */
export function keypadLines(model: RigModel, unit: UnitRef): KeypadLines | Unread {
  const keypad = model.part(unit);
  if (keypad.kind !== "input" || keypad.act.by !== "keys") return { unit, problem: `${unit} is no keypad` };
  const { act } = keypad;
  const lineOf = (leg: string) => lineAt(model, legRef(unit, leg));
  const [rows, columns] = [act.rows.map(lineOf), act.columns.map(lineOf)];
  const missing = [...act.rows, ...act.columns].filter((_, at) => [...rows, ...columns][at] === undefined);
  if (missing.length > 0)
    return {
      unit,
      problem: `${unit} leg ${missing.join(", ")} ${missing.length === 1 ? "is" : "are"} on no line of the board: every row and column needs one`,
    };
  const { pull, floating } = heldUp(model, columns as string[]);
  if (floating.length > 0)
    return {
      unit,
      problem: `line ${floating.join(", ")} of a column floats while no key is pressed: use a line with a pull-up inside, or wire 10 kΩ from it to the supply`,
    };
  return { unit, pull, rows: rows as string[], columns: columns as string[] };
}

/** The lines of an encoder's two contacts, and what holds them up while they are open. */
export interface EncoderLines {
  readonly unit: UnitRef;
  readonly pull: "inside" | "wired";
  readonly first: string;
  readonly second: string;
}

/** How an encoder is read: both contacts to ground, by the pull-ups inside. */
export function encoderLines(model: RigModel, unit: UnitRef): EncoderLines | Unread {
  const encoder = model.part(unit);
  if (encoder.kind !== "input" || encoder.act.by !== "steps")
    return { unit, problem: `${unit} is no encoder` };
  const { first, second, common } = encoder.act;
  const lines = [first, second].map((leg) => lineAt(model, legRef(unit, leg)));
  const missing = [first, second].filter((_, at) => lines[at] === undefined);
  if (missing.length > 0)
    return { unit, problem: `${unit} leg ${missing.join(" and ")} is on no line of the board` };
  if (railVolts(model.drivers.get(model.nets.of(legRef(unit, common)).id) ?? []) !== 0)
    return { unit, problem: `the common leg of ${unit} is not on ground: its contacts close to nothing` };
  const { pull, floating } = heldUp(model, lines as string[]);
  if (floating.length > 0)
    return {
      unit,
      problem: `line ${floating.join(", ")} of ${unit} floats while its contact is open: use a line with a pull-up inside, or wire 10 kΩ from it to the supply`,
    };
  return { unit, pull, first: lines[0]!, second: lines[1]! };
}

/** How much longer than for the farthest echo one waits. */
const PATIENCE = 1.05;

/** The lines of a distance sensor. */
export interface EchoLines {
  readonly unit: UnitRef;
  readonly trigger: string;
  readonly echo: string;
  /** µs after which nothing comes back any more. */
  readonly patience: number;
  /** ms from one echo to the next at the least. */
  readonly every: Milliseconds;
}

/** How a distance sensor is asked: a line on its trigger, one that sees its echo go high and low. */
export function echoLines(model: RigModel, unit: UnitRef): EchoLines | Unread {
  const { ref, part } = board(model);
  const sensor = model.part(unit);
  if (sensor.kind !== "input" || sensor.act.by !== "echo")
    return { unit, problem: `${unit} is no distance sensor` };
  const { act } = sensor;
  const circuit = new InputCircuit(model);
  const trigger = lineAt(model, legRef(unit, act.trigger));
  if (trigger === undefined)
    return { unit, problem: `TRIG of ${unit} is on no line of the board: nothing tells it to listen` };
  const pulse = echoOf(unit);
  const volts = (line: string, high: 0 | 1) => circuit.volts(legRef(ref, line), { [pulse]: high }) ?? 0;
  const echo = part.lines
    .map(({ leg }) => leg)
    .find((line) => circuit.movedBy(legRef(ref, line)).includes(pulse));
  if (echo === undefined)
    return { unit, problem: `ECHO of ${unit} reaches no line of the board, or the sensor has no supply` };
  if (volts(echo, 1) < part.logic / 2 || volts(echo, 0) >= part.logic / 2)
    return {
      unit,
      problem: `line ${echo} does not see ECHO of ${unit} go high and low: check the wires between`,
    };
  const farthest = act.begins + echoTime(act, act.sensed.range[1]);
  return { unit, trigger, echo, every: act.every, patience: Math.ceil((farthest * PATIENCE) / 1e6) * 1000 };
}

/** What a clock chip is fed with; undefined where that is nothing. */
export function clockVolts(model: RigModel, unit: UnitRef, act: ClockAct): Volts | undefined {
  const feed = feedOf(model, unit, act);
  return feed && feed.supply - feed.ground;
}

/** The lines a clock chip is on. */
export interface ClockLines {
  readonly unit: UnitRef;
  readonly data: string;
  readonly clock: string;
  /** Its bus address, seven bits. */
  readonly address: number;
  /** ns a level of its clock lasts at the least. */
  readonly step: Nanoseconds;
}

/** How a clock chip is asked: by two lines that are only pulled down, which pull-ups hold high. */
export function clockLines(model: RigModel, unit: UnitRef): ClockLines | Unread {
  const { ref, part } = board(model);
  const chip = model.rig.units.some((one) => one.ref === unit) ? model.part(unit) : undefined;
  if (chip?.kind !== "input" || chip.act.by !== "clock") return { unit, problem: `${unit} is no clock chip` };
  const { act } = chip;
  const volts = clockVolts(model, unit, act);
  const [least, most] = act.supplyRange;
  if (volts === undefined) return { unit, problem: `${unit} has no supply: it does not answer` };
  if (volts < least || volts > most)
    return { unit, problem: `${unit} gets ${volts} V: it works from ${least} to ${most} V` };
  const [data, clock] = [act.data, act.clock].map((leg) => lineAt(model, legRef(unit, leg)));
  if (data === undefined || clock === undefined)
    return { unit, problem: `${data === undefined ? "SDA" : "SCL"} of ${unit} is on no line of the board` };
  if (data === clock) return { unit, problem: `SDA and SCL of ${unit} are on one line: each needs its own` };
  // What it takes for high is a share of its own supply.
  const circuit = new InputCircuit(model);
  const high = Math.min(...[data, clock].map((line) => circuit.volts(legRef(ref, line), {}) ?? 0));
  if (high < 0.7 * volts || high < part.logic / 2)
    return {
      unit,
      problem: `nothing holds the lines of ${unit} high enough: it takes ${formatQuantity(0.7 * volts, "V")} and more for high`,
    };
  return { unit, data, clock, address: act.address, step: act.step };
}

const board = (model: RigModel): { readonly ref: UnitRef; readonly part: ControllerPart } => {
  const unit = controllerUnit(model.rig)!;
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
