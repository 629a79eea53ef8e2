import type { Live } from "../../rig";
import { clock, name, number, operation, set, when, type Expression, type Statement } from "../language";
import { decimal } from "./digits/counter";
import { asDigits, asNumber, heldAs, heldCode, type Held } from "./digits/held";
import { variableOf } from "./naming";
import { REDRAW, type OneValue, type ValueCode } from "./value-code";
import { widthFor } from "./widths";

/** Steps a number within its bounds: what would go beyond them stops there, or comes round on the other side. */
function stepWithin(
  held: Held,
  by: number,
  { least, most, wraps }: { readonly least: number; readonly most: number; readonly wraps: boolean },
): Statement[] {
  const [near, far] = by > 0 ? [most, least] : [least, most];
  return [
    // A single step at the bound is no step.
    when(
      held.hasRoom(by, least, most),
      held.add(by),
      Math.abs(by) === 1 && !wraps ? undefined : held.set(wraps ? far : near),
    ),
    REDRAW,
  ];
}

/** A number that is stepped by hand or by events. */
export function countCode({ name: called, count }: OneValue<"count">, school: Live["digits"]): ValueCode {
  const variable = variableOf(called);
  const { least, most, start } = count;
  const held = heldAs(
    school,
    least,
    // What is left up to a bound has to fit as well.
    () => asNumber(variable, least, Math.max(most, most - least), start),
    () => asDigits(decimal(variable, most), start),
  );
  const setTo = (to: Expression): Statement[] => [...held.setTo(to), REDRAW];
  return {
    name: called,
    ...heldCode(held),
    setTo,
    act(action) {
      switch (action.do) {
        case "step":
          return stepWithin(held, action.by, count);
        case "set":
          return [...held.set(Math.min(most, Math.max(least, action.to))), REDRAW];
        case "reset":
          return [...held.set(start), REDRAW];
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
    worth: (read) => read(variable),
    keeps: [variable],
    width: widthFor(least, most),
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
