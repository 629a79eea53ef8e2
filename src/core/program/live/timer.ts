import {
  clock,
  elapsed,
  entry,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Statement,
  type Table,
} from "../language";
import { joined, routineFor, variableOf } from "./naming";
import { REDRAW, type OneValue, type ValueCode } from "./value-code";
import { widthFor } from "./widths";

/** Time that is counted down or up, in ticks. Late passes are made up for: each tick counts from the one before. */
export function timerCode({ name: called, timer }: OneValue<"timer">): ValueCode {
  const variable = variableOf(called);
  const [running, last, preset] = [
    joined(variable, "running"),
    joined(variable, "last"),
    joined(variable, "preset"),
  ];
  const { presets, tick, way } = timer;
  const down = way === "down";
  const most = Math.max(...presets);
  const value = name(variable);
  const table: Table = {
    name: `${variable.toUpperCase()}_PRESETS`,
    width: widthFor(0, most),
    values: presets,
  };
  const several = presets.length > 1;
  const chosen: Expression = several ? entry(table, name(preset)) : number(presets[0]!);
  const first: Expression = down ? chosen : number(0);
  const end: Expression = down ? number(0) : chosen;
  const go: Statement[] = [set(running, number(1)), set(last, clock("ms"))];
  const canGo = operation(value, down ? ">" : "<", end);
  const start = when(operation(operation(name(running), "==", number(0)), "&&", canGo), go);
  const stop = set(running, number(0));
  const setTo = (to: Expression): Statement[] => [set(variable, to), REDRAW];
  return {
    name: called,
    variable,
    keeps: [variable],
    variables: [
      {
        name: variable,
        width: widthFor(0, most),
        value: number(down ? presets[0]! : 0),
      },
      { name: running, width: "u8", value: number(timer.starts === "by-itself" ? 1 : 0) },
      { name: last, width: "u32" },
      ...(several ? [{ name: preset, width: "u8" as const }] : []),
    ],
    routine: {
      name: routineFor("tick", variable),
      says: [
        `${called}: one ${down ? "down" : "up"} every ${tick} ms while it runs, until it is at ${down ? "0" : several ? "its preset" : presets[0]}.`,
      ],
      given: [],
      body: [
        when(operation(name(running), "==", number(0)), [{ do: "return" }]),
        when(operation(elapsed(last), "<", number(tick)), [{ do: "return" }]),
        { do: "change", name: last, operator: "+", by: number(tick) },
        { do: "change", name: variable, operator: down ? "-" : "+", by: number(1) },
        when(operation(value, "==", end), [stop]),
        REDRAW,
      ],
    },
    compared: value,
    running: name(running),
    setTo,
    part: (part) => timePart(value, part, 1000 / tick, most),
    act(action) {
      switch (action.do) {
        case "start":
          return [start];
        case "pause":
          return [stop];
        case "toggle":
          return [when(name(running), [stop], [start])];
        case "reset":
          return [stop, set(variable, first), REDRAW];
        case "set":
          return setTo(number(Math.max(0, Math.min(most, action.to))));
        case "preset":
          return several
            ? [
                set(preset, operation(operation(name(preset), "+", number(1)), "%", number(presets.length))),
                stop,
                set(variable, first),
                REDRAW,
              ]
            : undefined;
        default:
          return undefined;
      }
    },
  };
}

/** A part of a time in ticks; what never gets so far is not taken a remainder of. */
function timePart(value: Expression, part: string | undefined, perSecond: number, most: number): Expression {
  const by = (size: number): Expression => (size === 1 ? value : operation(value, "/", number(size)));
  const within = (size: number, round: number): Expression =>
    Math.floor(most / size) < round ? by(size) : operation(by(size), "%", number(round));
  switch (part) {
    case "h":
      return by(perSecond * 3600);
    case "M":
      return by(perSecond * 60);
    case "S":
      return by(perSecond);
    case "m":
      return within(perSecond * 60, 60);
    case "s":
      return within(perSecond, 60);
    case "d":
      return within(perSecond / 10, 10);
    case "c":
      return within(perSecond / 100, 100);
    default:
      return value;
  }
}
