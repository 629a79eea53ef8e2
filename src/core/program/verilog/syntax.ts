import { commentText } from "../../foreign";
import type { ArrayVariable, Expression, Table, Variable, Width } from "../language";
import { alone, expressionWriter, prefixed } from "../print/expression";
import type { Code, Syntax } from "../print/syntax";

/** Names of what every description that reacts has; no name of a value or a part has a bar in it. */
export const OWN = {
  /** The step of the pass that is under way. */
  step: "step_now",
  /** ms since power-up. */
  ms: "ms_now",
  /** ms for which nothing is done, and the end of each ms. */
  hold: "ms_held",
  tick: "ms_ends",
} as const;

/** A line that is read, after two registers in a row: what changes between two clocks is decided by then. */
export const lineRead = (named: string): string => `${named}_read`;

const isConstant = (expression: Expression): boolean =>
  expression.is === "number" ||
  (expression.is === "operation" && (isConstant(expression.left) || isConstant(expression.right)));

/** An expression as Verilog has it. */
export const expression = expressionWriter((leaf, write) => {
  switch (leaf.is) {
    case "number":
      return leaf.value < 0 ? prefixed(String(leaf.value)) : alone(String(leaf.value));
    case "name":
      return alone(leaf.name);
    case "entry":
      return alone(`${leaf.table.name}(${write(leaf.at)})`);
    case "element": {
      // A sum of two short registers would be cut to their width: a number beside them makes it wide.
      const wide = leaf.at.is === "operation" && !isConstant(leaf.at);
      return alone(`${leaf.array}[${write(leaf.at)}${wide ? " + 0" : ""}]`);
    }
    case "elapsed":
      return alone(`(${OWN.ms} - ${leaf.since})`);
    case "line":
      return alone(`${lineRead(leaf.named)}[1]`);
    case "as":
      // Whatever it is put into is as wide.
      return alone(`(${write(leaf.value)})`);
    case "clock":
      if (leaf.unit === "ms") return alone(OWN.ms);
      throw new Error("logic counts no microseconds");
    case "kept":
    case "waiting":
    case "converter":
    case "nth-line":
    case "nth-converter":
      throw new Error(`logic has nothing to read of the kind ${leaf.is}`);
  }
});

const INDENT = "  ";
const indented = (body: Code): Code => body.map((line) => (line === "" ? "" : INDENT + line));
const block = (head: string, body: Code): Code => [`${head} begin`, ...indented(body), "end"];
const short = (head: string, body: Code): Code =>
  body.length === 1 && body[0]!.endsWith(";") ? [`${head} ${body[0]}`] : block(head, body);

/** Bits a number needs that is never larger. */
export const bitsFor = (most: number): number => Math.max(1, Math.ceil(Math.log2(most + 1)));

/** Bits of a register. */
export const bitsOf = ({ width, most }: { readonly width: Width; readonly most?: number }): number =>
  most === undefined ? Number(width.slice(1)) : bitsFor(most);

/** The kind of a register: its sign and its bits, none written where there is one. */
export function registerKind(variable: { readonly width: Width; readonly most?: number }): string {
  const bits = bitsOf(variable);
  return `reg${variable.width.startsWith("i") ? " signed" : ""}${bits > 1 ? ` [${bits - 1}:0]` : ""}`;
}

/** What a task is given. */
const inputText = (given: { readonly name: string; readonly width: Width; readonly most?: number }): string =>
  `input${registerKind(given).slice(3)} ${given.name}`;

/** A variable as a register with what it is at power-up. */
export const registerText = (variable: Variable): string =>
  `${registerKind(variable)} ${variable.name} = ${variable.value ? expression(variable.value) : "0"};`;

/** An array as registers side by side, and what they are at power-up. */
export const registersText = ({ name, width, size, values = [], says }: ArrayVariable): Code => [
  `${registerKind({ width })} ${name} [0:${size - 1}];${says ? `  // ${commentText(says)}` : ""}`,
  ...short(
    "initial",
    Array.from({ length: size }, (_, at) => `${name}[${at}] = ${values[at] ?? 0};`),
  ),
];

/** A table as a function: a tool makes of it what is smallest. */
export function tableFunction({ name, width, values }: Table): Code {
  const signed = width.startsWith("i");
  const bits = signed ? Number(width.slice(1)) : bitsFor(Math.max(...values, 1));
  const kind = `${signed ? "signed " : ""}[${bits - 1}:0]`;
  return [
    `function ${kind} ${name}(input [15:0] at);`,
    ...indented([
      "case (at)",
      ...values.flatMap((value, at) => (value === 0 ? [] : [`  ${at}: ${name} = ${value};`])),
      `  default: ${name} = 0;`,
      "endcase",
    ]),
    "endfunction",
  ];
}

/**
 * The syntax of Verilog within a clocked block.
 * @param leave goes on behind the routine at hand
 */
export const verilog = (leave: () => string): Syntax => ({
  expression,
  simple(statement) {
    switch (statement.do) {
      case "declare":
        return `${statement.name} = ${statement.value ? expression(statement.value) : "0"};`;
      case "set":
        return `${statement.name} = ${expression(statement.value)};`;
      case "change":
        return `${statement.name} = ${statement.name} ${statement.operator} ${expression(statement.by)};`;
      case "set-element":
        return `${statement.array}[${expression(statement.at)}] = ${expression(statement.value)};`;
      case "say":
        return `// ${commentText(statement.text)}`;
      case "call":
        return statement.given.length === 0
          ? `${statement.routine};`
          : `${statement.routine}(${statement.given.map(expression).join(", ")});`;
      case "return":
        return leave();
      case "pause":
        return `${OWN.hold} = ${statement.unit === "ms" ? expression(statement.time) : 1};`;
      case "receive":
        throw new Error("logic has no serial line");
    }
  },
  block,
  if: (condition, then, otherwise, goesOn) => [
    ...short(`if (${expression(condition)})`, then),
    ...(otherwise
      ? goesOn
        ? [`else ${otherwise[0]}`, ...otherwise.slice(1)]
        : short("else", otherwise)
      : []),
  ],
  while: () => {
    throw new Error("a loop without a bound cannot be laid out in logic");
  },
  count: ({ name, from, below }, body) =>
    short(`for (${name} = ${expression(from)}; ${name} < ${expression(below)}; ${name} = ${name} + 1)`, body),
  guard: (body) => body,
  routine: ({ name, says = [], given }, body) => [
    ...says.map((line) => `// ${commentText(line)}`),
    `task ${name}${given.length > 0 ? `(${given.map(inputText).join(", ")})` : ""};`,
    ...indented(["begin", ...indented(body), "end"]),
    "endtask",
  ],
});
