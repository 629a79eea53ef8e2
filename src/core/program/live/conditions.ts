import type { Condition } from "../../rig";
import {
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Statement,
  type Variable,
} from "../language";
import type { ValueCode } from "./value-code";

const SIGNS = {
  below: "<",
  "at-most": "<=",
  equal: "==",
  not: "!=",
  "at-least": ">=",
  above: ">",
} as const;

/** A condition as the program has it; undefined where its value cannot be asked that. */
export function conditionCode(condition: Condition, values: readonly ValueCode[]): Expression | undefined {
  const value = values.find(({ name: called }) => called === condition.value);
  if (!value) return undefined;
  if (condition.is === "arrives") return value.text && name(value.text.arrives);
  if (condition.is === "typing") return value.typing;
  if (condition.is === "refused") return value.refused;
  if (condition.is === "running") return value.running;
  if (condition.is === "stopped") return value.running && operation(value.running, "==", number(0));
  if (condition.than === undefined) return undefined;
  const sign = SIGNS[condition.is];
  return value.compare?.(sign, condition.than) ?? operation(value.compared, sign, number(condition.than));
}

/** What happens once when a condition begins to hold. */
export function eventCode(
  at: number,
  condition: Expression,
  does: readonly Statement[],
): { readonly variables: readonly Variable[]; readonly body: readonly Statement[] } {
  const [holds, held] = [`holds${at + 1}`, `held${at + 1}`];
  return {
    variables: [{ name: held, width: "u8", most: 1 }],
    body: [
      { do: "declare", name: holds, width: "u8", most: 1, value: condition },
      when(operation(name(holds), "&&", operation(name(held), "==", number(0))), does),
      set(held, name(holds)),
    ],
  };
}
