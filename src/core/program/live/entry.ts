import {
  clock,
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
import { widthFor } from "./widths";

/** ms an entry that is out of range is said to be refused. */
const REFUSED_MS = 1000;

/** A number that is pushed in digit by digit: what is typed is shown, and counts once it is accepted. */
export function entryCode({ name: called, entry }: OneValue<"entry">): ValueCode {
  const { digits, least, most, start } = entry;
  const variable = variableOf(called);
  const [typed, count, refused, refusedAt] = ["typed", "digits", "refused", "refusedAt"].map((word) =>
    joined(variable, word),
  ) as [string, string, string, string];
  const value = name(variable);
  const isTyping = operation(name(count), ">", number(0));
  const setTo = (to: Expression): Statement[] => [set(variable, to), REDRAW];
  const none: Statement[] = [set(typed, number(0)), set(count, number(0))];
  const clear: Statement[] = [...none, set(refused, number(0)), REDRAW];
  const highest = 10 ** digits - 1;
  const isWithin = operation(
    operation(name(typed), ">=", number(Math.max(0, least))),
    "&&",
    operation(name(typed), "<=", number(Math.min(most, highest))),
  );
  return {
    name: called,
    variable,
    keeps: [variable],
    variables: [
      { name: variable, width: widthFor(Math.min(0, least), Math.max(most, start)), value: number(start) },
      { name: typed, width: widthFor(0, highest) },
      { name: count, width: "u8" },
      { name: refused, width: "u8" },
      { name: refusedAt, width: "u32" },
    ],
    routine: {
      name: routineFor("watch", variable),
      says: [`${called}: for ${REFUSED_MS} ms it is seen that a number was refused.`],
      given: [],
      body: [
        when(operation(name(refused), "&&", operation(elapsed(refusedAt), ">=", number(REFUSED_MS))), [
          set(refused, number(0)),
          REDRAW,
        ]),
      ],
    },
    compared: value,
    typing: isTyping,
    refused: name(refused),
    part: () => either(isTyping, name(typed), value),
    setTo,
    act(action) {
      switch (action.do) {
        case "push":
          return [
            when(operation(name(count), "<", number(digits)), [
              set(typed, operation(operation(name(typed), "*", number(10)), "+", number(action.digit))),
              { do: "change", name: count, operator: "+", by: number(1) },
              set(refused, number(0)),
              REDRAW,
            ]),
          ];
        case "clear":
          return clear;
        case "accept":
          return [
            when(isTyping, [
              when(
                isWithin,
                [set(variable, name(typed))],
                [set(refused, number(1)), set(refusedAt, clock("ms"))],
              ),
              ...none,
              REDRAW,
            ]),
          ];
        case "set":
          return setTo(number(Math.min(most, Math.max(least, action.to))));
        case "reset":
          return [...setTo(number(start)), ...clear];
        default:
          return undefined;
      }
    },
  };
}
