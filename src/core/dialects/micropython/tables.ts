import type { Width } from "../../program";
import type { CDeclaration, CExpression } from "./code";
import { bounds } from "./values";

type List = Extract<CExpression, { is: "list" }>;

/** A line of Python that stands for one of C. */
export interface Line {
  readonly text: string;
  /** The line of C it was made of. */
  readonly from: number;
}

const STEP = "    ";

/** The bounds of what a table holds. */
export function boundsOf({ value, type, isConstant }: CDeclaration): { low: number; high: number } {
  const whole = bounds(type.width);
  if (!isConstant || value?.is !== "list") return whole;
  const numbers = [...leaves(value)];
  if (numbers.some((one) => one === undefined)) return whole;
  return numbers.reduce<{ low: number; high: number }>(
    ({ low, high }, one) => ({ low: Math.min(low, one!), high: Math.max(high, one!) }),
    { low: 0, high: 0 },
  );
}

function* leaves(list: List): Generator<number | undefined, void> {
  for (const item of list.items) {
    if (item.is === "list") yield* leaves(item);
    else if (item.is === "number") yield item.value;
    else if (item.is === "prefix" && item.operator === "-" && item.of.is === "number") yield -item.of.value;
    else yield undefined;
  }
}

/** A table as Python has it: bytes where they are, rows in rows. Lines stay lines, with what is said behind them. */
export function tableLines(
  head: string,
  { type, value, line }: { type: { width: Width }; value: List; line: number },
  item: (one: CExpression) => string,
  pins: boolean,
): Line[] {
  const row = (list: List): [string, string] => {
    const nested = list.items.some((one) => one.is === "list");
    if (nested) return ["(", ")"];
    if (pins) return ["tuple(Pin(line) for line in (", "))"];
    return type.width === "u8" ? ["bytes((", "))"] : ["(", ")"];
  };
  const inLine = (list: List): string => {
    const [opens, closes] = row(list);
    const items = list.items.map((one) => (one.is === "list" ? inLine(one) : item(one)));
    return `${opens}${items.join(", ")}${items.length === 1 ? "," : ""}${closes}`;
  };
  const made: Line[] = [];
  const put = (list: List, before: string, after: string, indent: string, first: number) => {
    if (list.ends === first) {
      made.push({ text: `${indent}${before}${inLine(list)}${after}`, from: first });
      return;
    }
    const [opens, closes] = row(list);
    made.push({ text: `${indent}${before}${opens}`, from: first });
    list.items.forEach((one, nth) => {
      const at = list.lines[nth]!;
      if (one.is === "list") return put(one, "", ",", indent + STEP, at);
      const last = made.at(-1)!;
      if (last.from === at && last.text.endsWith(","))
        made[made.length - 1] = { text: `${last.text} ${item(one)},`, from: at };
      else made.push({ text: `${indent}${STEP}${item(one)},`, from: at });
    });
    made.push({ text: `${indent}${closes}${after}`, from: list.ends });
  };
  put(value, head, "", "", line);
  return made;
}
