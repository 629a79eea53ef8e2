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
import type { Live } from "../../rig";
import { decimal } from "./digits/counter";
import { asDigits, asNumber, heldAs, heldCode, type Held } from "./digits/held";

/** ms an entry that is out of range is said to be refused. */
const REFUSED_MS = 1000;

/** A number that is pushed in digit by digit: what is typed is shown, and counts once it is accepted. */
export function entryCode({ name: called, entry }: OneValue<"entry">, school: Live["digits"]): ValueCode {
  const { digits, least, most, start } = entry;
  const variable = variableOf(called);
  const [typed, count, refused, refusedAt] = ["typed", "digits", "refused", "refusedAt"].map((word) =>
    joined(variable, word),
  ) as [string, string, string, string];
  const highest = 10 ** digits - 1;
  const held = heldAs(
    school,
    least,
    () => asNumber(variable, Math.min(0, least), Math.max(most, start), start),
    () => asDigits(decimal(variable, Math.max(most, start)), start),
  );
  const typing = heldAs(
    school,
    least,
    () => asNumber(typed, 0, highest, 0),
    () => asDigits(decimal(typed, highest), 0),
  );
  const isTyping = operation(name(count), ">", number(0));
  const setTo = (to: Expression): Statement[] => [...held.setTo(to), REDRAW];
  const none: Statement[] = [...typing.set(0), set(count, number(0))];
  const clear: Statement[] = [...none, set(refused, number(0)), REDRAW];
  const isWithin = operation(
    typing.compare(">=", Math.max(0, least)),
    "&&",
    typing.compare("<=", Math.min(most, highest)),
  );
  return {
    ...heldCode(held),
    name: called,
    variables: [
      ...held.variables,
      ...typing.variables,
      { name: count, width: "u8", most: digits },
      { name: refused, width: "u8", most: 1 },
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
    typing: isTyping,
    refused: name(refused),
    part: () => either(isTyping, typing.value, held.value),
    digits: () => digitsOf(isTyping, typing, held),
    setTo,
    act(action) {
      switch (action.do) {
        case "push":
          return [
            when(operation(name(count), "<", number(digits)), [
              ...typing.push(action.digit),
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
              when(isWithin, held.take(typing), [set(refused, number(1)), set(refusedAt, clock("ms"))]),
              ...none,
              REDRAW,
            ]),
          ];
        case "set":
          return [...held.set(Math.min(most, Math.max(least, action.to))), REDRAW];
        case "reset":
          return [...held.set(start), ...clear];
        default:
          return undefined;
      }
    },
  };
}

/** What is typed while it is, what counts otherwise, digit by digit where both are held so. */
function digitsOf(isTyping: Expression, typing: Held, held: Held): Expression[] | undefined {
  if (!typing.digits || !held.digits) return undefined;
  const longest = Math.max(typing.digits.length, held.digits.length);
  return Array.from({ length: longest }, (_, at) =>
    either(isTyping, typing.digits![at] ?? number(0), held.digits![at] ?? number(0)),
  );
}
