import { commentText } from "../../foreign";
import type { ArrayVariable, LineTable, Plain, Table, Width } from "../language";
import { TIGHT, alone, expressionWriter, prefixed } from "./expression";
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

const READ: Readonly<Record<number, string>> = { 8: "byte", 16: "word", 32: "dword" };

/** An entry of a table: one in flash is read by a call, which on boards without such flash is nothing but the entry. */
export const tableEntry = (
  { name, width, inFlash }: Pick<Table, "name" | "width" | "inFlash">,
  at: string,
) => (inFlash ? `pgm_read_${READ[Number(width.slice(1))]}(&${name}[${at}])` : `${name}[${at}]`);

/** What C expressions are made of. */
const expression = expressionWriter((leaf, write) => {
  switch (leaf.is) {
    case "number": {
      // Up to a long C widens a number by itself.
      const text = leaf.value >= 2 ** 31 ? `${leaf.value}UL` : String(leaf.value);
      return leaf.value < 0 ? prefixed(text) : alone(text);
    }
    case "name":
      return alone(leaf.name);
    case "entry":
      return alone(tableEntry(leaf.table, write(leaf.at)));
    case "clock":
      return alone(leaf.unit === "ms" ? "millis()" : "micros()");
    case "elapsed":
      // Cut to 32 bits also where a long has more.
      return prefixed(`(uint32_t)(millis() - ${leaf.since})`);
    case "element":
      return alone(`${leaf.array}[${write(leaf.at)}]`);
    case "kept":
      return alone(`eeprom_read_byte((const uint8_t *)(uintptr_t)(${write(leaf.at)}))`);
    case "waiting":
      return alone("Serial.available()");
    case "line":
      return alone(`digitalRead(${leaf.named})`);
    case "converter":
      return alone(`analogRead(${leaf.named})`);
    case "nth-line":
      return alone(`digitalRead(${nthLine(leaf.lines, write(leaf.at))})`);
    case "nth-converter":
      return alone(`analogRead(${nthLine(leaf.lines, write(leaf.at))})`);
    case "as":
      return prefixed(`(${typeName(leaf.width)})${write(leaf.value, TIGHT)}`);
  }
});

/** A line of a table in flash. */
export const nthLine = ({ name }: LineTable, at: string): string => `pgm_read_byte(&${name}[${at}])`;

/** A place of an array that is worked with itself is written once. */
function elementSet({ array, at, value }: Extract<Plain, { do: "set-element" }>): string {
  const place = `${array}[${expression(at)}]`;
  if (
    value.is === "operation" &&
    value.left.is === "element" &&
    value.left.array === array &&
    value.left.at === at
  )
    return `${place} ${value.operator}= ${expression(value.right)};`;
  return `${place} = ${expression(value)};`;
}

const indented = (body: Code): Code => body.map((line) => (line === "" ? "" : INDENT + line));
const block = (head: string, body: Code): Code => [`${head} {`, ...indented(body), "}"];
/** A body of one plain line stands behind its head. */
const short = (head: string, body: Code): Code =>
  body.length === 1 && body[0]!.endsWith(";") ? [`${head} ${body[0]}`] : block(head, body);

/** The syntax of C and of C++ sketches, with the time calls of the sketch flavour. */
export const C: Syntax = {
  expression,
  simple(statement) {
    switch (statement.do) {
      case "declare": {
        const value = statement.value ? ` = ${expression(statement.value)}` : "";
        return `${statement.kept ? "static " : ""}${statement.shared ? "volatile " : ""}${typeName(statement.width)} ${statement.name}${value};`;
      }
      case "set":
        return `${statement.name} = ${expression(statement.value)};`;
      case "change":
        return `${statement.name} ${statement.operator}= ${expression(statement.by)};`;
      case "receive":
        return `${statement.name} = (uint8_t)Serial.read();`;
      case "set-element":
        return elementSet(statement);
      case "say":
        return `// ${commentText(statement.text)}`;
      case "call":
        return `${statement.routine}(${statement.given.map((one) => expression(one)).join(", ")});`;
      case "return":
        return "return;";
      case "pause":
        return `${statement.unit === "ms" ? "delay" : "delayMicroseconds"}(${expression(statement.time)});`;
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
  while: (condition, body) => short(`while (${expression(condition)})`, body),
  count: ({ name, width, from, below }, body) =>
    short(
      `for (${typeName(width)} ${name} = ${expression(from)}; ${name} < ${expression(below)}; ${name}++)`,
      body,
    ),
  guard: (body) => ["noInterrupts();", ...body, "interrupts();"],
  routine: ({ name, says = [], given, interrupts }, body) => [
    ...says.map((line) => `// ${line}`),
    ...block(
      `void ${interrupts ? "IRAM_ATTR " : ""}${name}(${given.map((one) => `${typeName(one.width)} ${one.name}`).join(", ")})`,
      body,
    ),
  ],
};

/** An array as C has it. */
export const arrayText = ({ name, width, size, values, says }: ArrayVariable): string =>
  `${typeName(width)} ${name}[${size}]${values ? ` = {${values.join(", ")}}` : ""};${says ? `  // ${commentText(says)}` : ""}`;

/** A table as C has it. */
export const tableText = ({ name, width, values, inFlash }: Table): string =>
  `const ${typeName(width)} ${name}[]${inFlash ? " PROGMEM" : ""} = {${values.join(", ")}};`;
