import type { Live } from "../../rig";
import {
  clock,
  comeRound,
  elapsed,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Statement,
} from "../language";
import { asDigits, asNumber, heldAs, heldCode, type Target } from "./digits/held";
import { timeDigits, type TimeDigits } from "./digits/time";
import { joined, routineFor, variableOf } from "./naming";
import { REDRAW, type OneValue, type ValueCode } from "./value-code";

/**
 * Time that is counted, in ticks. Late passes are made up for: each tick counts from the one before.
 * @param shown the parts of it that faces show: what is held in digits is held in theirs
 */
export function timerCode(
  { name: called, timer }: OneValue<"timer">,
  school: Live["digits"],
  shown: ReadonlySet<string | undefined>,
): ValueCode {
  const variable = variableOf(called);
  const [running, last, preset] = [
    joined(variable, "running"),
    joined(variable, "last"),
    joined(variable, "preset"),
  ];
  const { presets, tick, way } = timer;
  const down = way === "down";
  const most = Math.max(...presets);
  const several = presets.length > 1;
  const chosen: Target = several
    ? { table: `${variable.toUpperCase()}_PRESETS`, of: presets, at: name(preset) }
    : presets[0]!;
  const first: Target = down ? chosen : 0;
  const end: Target = down ? 0 : chosen;
  const start = down ? presets[0]! : 0;
  let time: TimeDigits | undefined;
  const held = heldAs(
    school,
    0,
    () => asNumber(variable, 0, most, start),
    () => {
      time = timeDigits(variable, tick, most, shown);
      return asDigits(time.counter, start);
    },
  );
  const go: Statement[] = [set(running, number(1)), set(last, clock("ms"))];
  const canGo = held.compare(down ? ">" : "<", end);
  const startIt = when(operation(operation(name(running), "==", number(0)), "&&", canGo), go);
  const stop = set(running, number(0));
  const setTo = (to: Expression): Statement[] => [...held.setTo(to), REDRAW];
  return {
    ...heldCode(held),
    name: called,
    variables: [
      ...held.variables,
      { name: running, width: "u8", value: number(timer.starts === "by-itself" ? 1 : 0), most: 1 },
      { name: last, width: "u32" },
      ...(several ? [{ name: preset, width: "u8" as const, most: presets.length - 1 }] : []),
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
        ...held.add(down ? -1 : 1),
        when(held.compare("==", end), [stop]),
        REDRAW,
      ],
    },
    running: name(running),
    setTo,
    part: (part) => timePart(held.value, part, 1000 / tick, most),
    digits: (part) => time?.of(part),
    act(action) {
      switch (action.do) {
        case "start":
          return [startIt];
        case "pause":
          return [stop];
        case "toggle":
          return [when(name(running), [stop], [startIt])];
        case "reset":
          return [stop, ...held.set(first), REDRAW];
        case "set":
          return [...held.set(Math.max(0, Math.min(most, action.to))), REDRAW];
        case "preset":
          return several ? [comeRound(preset, presets.length), stop, ...held.set(first), REDRAW] : undefined;
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
