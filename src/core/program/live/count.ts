import { clock, name, number, operation, set, when, type Expression, type Statement } from "../language";
import { variableOf } from "./naming";
import { REDRAW, type OneValue, type ValueCode } from "./value-code";
import { widthFor } from "./widths";

/** Steps a variable within its bounds: what would go beyond them stops there, or comes round on the other side. */
export function stepWithin(
  variable: string,
  by: number,
  { least, most, wraps }: { readonly least: number; readonly most: number; readonly wraps: boolean },
): Statement[] {
  const value = name(variable);
  const size = Math.abs(by);
  // The room is measured before the step, so that nothing ever runs over.
  const room: Expression =
    by > 0 ? operation(number(most), "-", value) : least === 0 ? value : operation(value, "-", number(least));
  const step: Statement = { do: "change", name: variable, operator: by > 0 ? "+" : "-", by: number(size) };
  const [near, far] = by > 0 ? [most, least] : [least, most];
  return [
    // A single step at the bound is no step.
    when(
      operation(room, ">=", number(size)),
      [step],
      size === 1 && !wraps ? undefined : [set(variable, number(wraps ? far : near))],
    ),
    REDRAW,
  ];
}

/** A number that is stepped by hand or by events. */
export function countCode({ name: called, count }: OneValue<"count">): ValueCode {
  const variable = variableOf(called);
  const value = name(variable);
  const start = number(count.start);
  const setTo = (to: Expression): Statement[] => [set(variable, to), REDRAW];
  return {
    name: called,
    variable,
    keeps: [variable],
    // What is left up to a bound has to fit as well.
    variables: [
      {
        name: variable,
        width: widthFor(count.least, Math.max(count.most, count.most - count.least)),
        value: start,
      },
    ],
    compared: value,
    part: () => value,
    setTo,
    act(action) {
      switch (action.do) {
        case "step":
          return stepWithin(variable, action.by, count);
        case "set":
          return setTo(number(Math.min(count.most, Math.max(count.least, action.to))));
        case "reset":
          return [set(variable, start), REDRAW];
        default:
          return undefined;
      }
    },
  };
}

/** A number by chance: nobody lets go of a button at the same microsecond twice. */
export function randomCode({ name: called, random: { least, most } }: OneValue<"random">): ValueCode {
  const variable = variableOf(called);
  const value = name(variable);
  const span = most - least + 1;
  const drawn = operation(clock("us"), "%", number(span));
  return {
    name: called,
    variable,
    keeps: [variable],
    variables: [{ name: variable, width: widthFor(least, most), value: number(least) }],
    compared: value,
    part: () => value,
    act(action) {
      if (action.do === "reset") return [set(variable, number(least)), REDRAW];
      if (action.do !== "draw") return undefined;
      return [set(variable, least === 0 ? drawn : operation(drawn, "+", number(least))), REDRAW];
    },
  };
}
