import { commentText } from "../../foreign";
import type { ArrayVariable, Expression, Operator, Plain, Table, Width } from "../language";
import type { Code, Syntax } from "./syntax";

const INDENT = "  ";

const TYPES: Readonly<Record<Width, string>> = {
  u8: "uint8_t",
  u16: "uint16_t",
  u32: "unsigned long",
  i8: "int8_t",
  i16: "int16_t",
  i32: "long",
};
/** A width as C names it. */
export const typeName = (width: Width): string => TYPES[width];

/** How tightly an operator holds its sides, as C has it. */
const HOLDS: Readonly<Record<Operator, number>> = {
  "*": 10,
  "/": 10,
  "%": 10,
  "+": 9,
  "-": 9,
  "<<": 8,
  ">>": 8,
  "<": 7,
  "<=": 7,
  ">": 7,
  ">=": 7,
  "==": 6,
  "!=": 6,
  "&": 5,
  "^": 4,
  "|": 3,
  "&&": 2,
  "||": 1,
};
const UNARY = 11;
const CHOICE = 0;
const BITWISE: ReadonlySet<Operator> = new Set(["<<", ">>", "&", "^", "|"]);
const COMPARING: ReadonlySet<Operator> = new Set(["==", "!=", "<", "<=", ">", ">="]);

/** Where compilers warn without brackets, because readers go wrong. */
const isUnclear = (outer: Operator, inner: Operator): boolean =>
  outer !== inner &&
  (BITWISE.has(outer) ||
    (outer === "||" && inner === "&&") ||
    (COMPARING.has(outer) && COMPARING.has(inner)));

const READ: Readonly<Record<number, string>> = { 8: "byte", 16: "word", 32: "dword" };

/** An entry of a table: one in flash is read by a call, which on boards without such flash is nothing but the entry. */
export const tableEntry = (
  { name, width, inFlash }: Pick<Table, "name" | "width" | "inFlash">,
  at: string,
) => (inFlash ? `pgm_read_${READ[Number(width.slice(1))]}(&${name}[${at}])` : `${name}[${at}]`);

/** An expression as C has it, and how tightly it holds together. */
function written(expression: Expression): {
  readonly text: string;
  readonly holds: number;
  readonly by?: Operator;
} {
  switch (expression.is) {
    case "number":
      return {
        // Up to a long C widens a number by itself.
        text: expression.value >= 2 ** 31 ? `${expression.value}UL` : String(expression.value),
        holds: expression.value < 0 ? UNARY : UNARY + 1,
      };
    case "name":
      return { text: expression.name, holds: UNARY + 1 };
    case "entry":
      return { text: tableEntry(expression.table, written(expression.at).text), holds: UNARY + 1 };
    case "clock":
      return { text: expression.unit === "ms" ? "millis()" : "micros()", holds: UNARY + 1 };
    case "elapsed":
      // Cut to 32 bits also where a long has more.
      return { text: `(uint32_t)(millis() - ${expression.since})`, holds: UNARY };
    case "element":
      return { text: `${expression.array}[${written(expression.at).text}]`, holds: UNARY + 1 };
    case "kept":
      return {
        text: `eeprom_read_byte((const uint8_t *)(uintptr_t)(${written(expression.at).text}))`,
        holds: UNARY + 1,
      };
    case "waiting":
      return { text: "Serial.available()", holds: UNARY + 1 };
    case "line":
      return { text: `digitalRead(${expression.named})`, holds: UNARY + 1 };
    case "converter":
      return { text: `analogRead(${expression.named})`, holds: UNARY + 1 };
    case "as":
      return { text: `(${typeName(expression.width)})${held(expression.value, UNARY)}`, holds: UNARY };
    case "either":
      return {
        text: `${held(expression.condition, CHOICE + 1)} ? ${held(expression.then, CHOICE + 1)} : ${held(expression.otherwise, CHOICE + 1)}`,
        holds: CHOICE,
      };
    case "operation": {
      const { operator, left, right } = expression;
      const holds = HOLDS[operator];
      return {
        text: `${held(left, holds, operator)} ${operator} ${held(right, holds + 1, operator)}`,
        holds,
        by: operator,
      };
    }
  }
}

/** In brackets where it would fall apart, or where a reader could not say. */
function held(expression: Expression, least: number, beside?: Operator): string {
  const { text, holds, by } = written(expression);
  const unclear = beside !== undefined && by !== undefined && isUnclear(beside, by);
  return holds < least || unclear ? `(${text})` : text;
}

/** A place of an array that is worked with itself is written once. */
function elementSet({ array, at, value }: Extract<Plain, { do: "set-element" }>): string {
  const place = `${array}[${written(at).text}]`;
  if (
    value.is === "operation" &&
    value.left.is === "element" &&
    value.left.array === array &&
    value.left.at === at
  )
    return `${place} ${value.operator}= ${written(value.right).text};`;
  return `${place} = ${written(value).text};`;
}

const indented = (body: Code): Code => body.map((line) => (line === "" ? "" : INDENT + line));
const block = (head: string, body: Code): Code => [`${head} {`, ...indented(body), "}"];
/** A body of one plain line stands behind its head. */
const short = (head: string, body: Code): Code =>
  body.length === 1 && body[0]!.endsWith(";") ? [`${head} ${body[0]}`] : block(head, body);

/** The syntax of C and of C++ sketches, with the time calls of the sketch flavour. */
export const C: Syntax = {
  expression: (expression) => written(expression).text,
  simple(statement) {
    switch (statement.do) {
      case "declare": {
        const value = statement.value ? ` = ${written(statement.value).text}` : "";
        return `${statement.kept ? "static " : ""}${typeName(statement.width)} ${statement.name}${value};`;
      }
      case "set":
        return `${statement.name} = ${written(statement.value).text};`;
      case "change":
        return `${statement.name} ${statement.operator}= ${written(statement.by).text};`;
      case "receive":
        return `${statement.name} = (uint8_t)Serial.read();`;
      case "set-element":
        return elementSet(statement);
      case "say":
        return `// ${commentText(statement.text)}`;
      case "call":
        return `${statement.routine}(${statement.given.map((one) => written(one).text).join(", ")});`;
      case "return":
        return "return;";
      case "pause":
        return `${statement.unit === "ms" ? "delay" : "delayMicroseconds"}(${written(statement.time).text});`;
    }
  },
  block,
  if: (condition, then, otherwise, goesOn) => [
    ...short(`if (${written(condition).text})`, then),
    ...(otherwise
      ? goesOn
        ? [`else ${otherwise[0]}`, ...otherwise.slice(1)]
        : short("else", otherwise)
      : []),
  ],
  while: (condition, body) => short(`while (${written(condition).text})`, body),
  count: ({ name, width, from, below }, body) =>
    short(
      `for (${typeName(width)} ${name} = ${written(from).text}; ${name} < ${written(below).text}; ${name}++)`,
      body,
    ),
  guard: (body) => ["noInterrupts();", ...body, "interrupts();"],
  routine: ({ name, says = [], given }, body) => [
    ...says.map((line) => `// ${line}`),
    ...block(`void ${name}(${given.map((one) => `${typeName(one.width)} ${one.name}`).join(", ")})`, body),
  ],
};

/** An array as C has it. */
export const arrayText = ({ name, width, size, values, says }: ArrayVariable): string =>
  `${typeName(width)} ${name}[${size}]${values ? ` = {${values.join(", ")}}` : ""};${says ? `  // ${commentText(says)}` : ""}`;

/** A table as C has it. */
export const tableText = ({ name, width, values, inFlash }: Table): string =>
  `const ${typeName(width)} ${name}[]${inFlash ? " PROGMEM" : ""} = {${values.join(", ")}};`;
