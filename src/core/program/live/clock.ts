import {
  either,
  elapsed,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Statement,
} from "../language";
import { joined, routineFor, variableOf } from "./naming";
import { REDRAW, type OneValue, type ValueCode } from "./value-code";

const DAY = 86_400;

/** A second of the clock in ms and µs of the board's own time: shorter by its correction. */
export function secondOf(correction = 0): { readonly ms: number; readonly us: number } {
  const period = Math.round(1e6 * (1 - correction / DAY));
  return { ms: Math.floor(period / 1000), us: period % 1000 };
}

/** The time of day by the board's own clock: seconds with carries, as one would by hand. */
export function clockCode({ name: called, clock }: OneValue<"clock">): ValueCode {
  const variable = variableOf(called);
  const [hours, minutes, seconds, last, over] = ["hours", "minutes", "seconds", "last", "over"].map((word) =>
    joined(variable, word),
  ) as [string, string, string, string, string];
  const { ms, us } = secondOf(clock.correction);
  const second = name("second");
  // A second of odd microseconds is a millisecond longer whenever they have added up to one.
  const length: Expression =
    us === 0
      ? number(ms)
      : either(operation(name(over), ">=", number(1000 - us)), number(ms + 1), number(ms));
  const isDue: Statement[] = [
    { do: "declare", name: "second", width: "u16", value: length },
    when(operation(elapsed(last), "<", second), [{ do: "return" }]),
    { do: "change", name: last, operator: "+", by: second },
    ...(us === 0
      ? []
      : [
          set(
            over,
            either(
              operation(second, ">", number(ms)),
              operation(name(over), "-", number(1000 - us)),
              operation(name(over), "+", number(us)),
            ),
          ),
        ]),
  ];
  const hour = [
    set(
      hours,
      either(operation(name(hours), "==", number(23)), number(0), operation(name(hours), "+", number(1))),
    ),
  ];
  const twelve = operation(name(hours), "%", number(12));
  const start = clock.start;
  return {
    name: called,
    variable: minutes,
    keeps: [hours, minutes, seconds],
    variables: [
      { name: hours, width: "u8", value: number(Math.floor(start / 3600)) },
      { name: minutes, width: "u8", value: number(Math.floor(start / 60) % 60) },
      { name: seconds, width: "u8", value: number(start % 60) },
      { name: last, width: "u32" },
      ...(us === 0 ? [] : [{ name: over, width: "u16" as const }]),
    ],
    routine: {
      name: routineFor("tick", variable),
      says: [
        us === 0 && ms === 1000
          ? `${called}: a second is 1000 ms of the board's own clock.`
          : `${called}: a second is ${ms} ms and ${us} us of the board's own clock.`,
      ],
      given: [],
      body: [
        ...isDue,
        REDRAW,
        { do: "change", name: seconds, operator: "+", by: number(1) },
        when(operation(name(seconds), "<", number(60)), [{ do: "return" }]),
        set(seconds, number(0)),
        { do: "change", name: minutes, operator: "+", by: number(1) },
        when(operation(name(minutes), "<", number(60)), [{ do: "return" }]),
        set(minutes, number(0)),
        ...hour,
      ],
    },
    // Minutes of the day.
    compared: operation(operation(name(hours), "*", number(60)), "+", name(minutes)),
    part(part) {
      if (part === "h")
        return clock.hours === 24
          ? name(hours)
          : either(operation(twelve, "==", number(0)), number(12), twelve);
      if (part === "m" || part === "M") return name(minutes);
      if (part === "s" || part === "S") return name(seconds);
      return operation(operation(name(hours), "*", number(60)), "+", name(minutes));
    },
    act(action) {
      if (action.do !== "step") return undefined;
      // Setting goes by whole hours or by minutes that do not carry, as one sets a clock.
      if (action.by % 60 === 0) {
        const by = (((action.by / 60) % 24) + 24) % 24;
        return [set(hours, operation(operation(name(hours), "+", number(by)), "%", number(24))), REDRAW];
      }
      const by = ((action.by % 60) + 60) % 60;
      return [
        set(minutes, operation(operation(name(minutes), "+", number(by)), "%", number(60))),
        set(seconds, number(0)),
        REDRAW,
      ];
    },
  };
}
