import type { EncoderLines } from "../../inputs";
import type { Control } from "../../rig";
import {
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
import type { ContactCode } from "./contacts";
import { joined, routineFor, unitName } from "./naming";

/**
 * What becomes of two readings of both contacts, the one before in bits 2 and 3: a quarter step to the right, to the left,
 * or none. What bounces goes back the way it came and adds up to nothing; both at once was too fast to tell.
 */
const QUARTERS: Table = {
  name: "QUARTER_STEPS",
  width: "i8",
  values: [0, -1, 1, 0, 1, 0, 0, -1, -1, 0, 0, 1, 0, 1, -1, 0],
  inFlash: true,
};
/** Quarter steps from one place it rests at to the next. */
const A_STEP = 4;

/** An encoder that is asked at every pass: four quarter steps one way are a step. */
export function encoderCode(
  { unit, first, second, pull }: EncoderLines,
  controls: readonly Control[],
  does: (control: Control) => readonly Statement[],
): ContactCode {
  const own = unitName(unit);
  const [contacts, quarters] = [joined(own, "contacts"), joined(own, "quarters")];
  const closed = (line: string, named: string): Expression =>
    operation({ is: "line", line, named }, "==", number(0));
  const [one, other] = [`${unit}_A_LINE`, `${unit}_B_LINE`];
  const turned = (on: Control["on"]) => controls.filter((control) => control.on === on).flatMap(does);
  return {
    down: contacts,
    variables: [
      { name: contacts, width: "u8", most: 3 },
      { name: quarters, width: "i8" },
    ],
    routine: {
      name: routineFor("read", unit),
      says: [
        `${unit}: its two contacts one after the other tell which way it is turned; ${A_STEP} quarter steps are a step.`,
      ],
      given: [],
      body: [
        {
          do: "declare",
          name: "closed",
          width: "u8",
          most: 3,
          value: operation(operation(closed(first, one), "*", number(2)), "+", closed(second, other)),
        },
        when(operation(name("closed"), "!=", name(contacts)), [
          {
            do: "change",
            name: quarters,
            operator: "+",
            by: entry(QUARTERS, operation(operation(name(contacts), "*", number(4)), "+", name("closed"))),
          },
          set(contacts, name("closed")),
        ]),
        when(operation(name(quarters), ">=", number(A_STEP)), [
          { do: "change", name: quarters, operator: "-", by: number(A_STEP) },
          ...turned("turn-right"),
        ]),
        when(operation(name(quarters), "<=", number(-A_STEP)), [
          { do: "change", name: quarters, operator: "+", by: number(A_STEP) },
          ...turned("turn-left"),
        ]),
      ],
    },
    setup: [
      { do: "line-input", line: first, named: one, pulledUp: pull === "inside" },
      { do: "line-input", line: second, named: other, pulledUp: pull === "inside" },
    ],
  };
}
