import type { Width } from "../../program";
import { callText } from "./calls";
import {
  everyStatement,
  type CCode,
  type CDeclaration,
  type CExpression,
  type CRoutine,
  type CStatement,
} from "./code";
import { countOf } from "./counting";
import type { Expressions } from "./expression";
import type { Facts } from "./facts";
import type { Names } from "./names";
import { Scope, tableOf } from "./scope";
import { tableLines, type Line } from "./tables";
import { bounds, cut } from "./values";

const STEP = "    ";

type Outer = CCode["variables"][number];

/** What was written of a program, and what it needs beside itself. */
export interface Written {
  readonly lines: readonly Line[];
  /** Routines that Python lacks, by their names. */
  readonly needs: ReadonlySet<string>;
}

/** Writes a program as Python. @param converterBits of the controller's converter */
export function writePython(code: CCode, converterBits: number): Written {
  const writer = new Writer(code, converterBits);
  return writer.written();
}

class Writer {
  private readonly scope: Scope;
  private readonly names: Names;
  private readonly facts: Facts;
  private readonly expressions: Expressions;
  private lines: Line[] = [];
  private said = -1;

  constructor(
    private readonly code: CCode,
    converterBits: number,
  ) {
    this.scope = new Scope(code, converterBits);
    ({ names: this.names, facts: this.facts, expressions: this.expressions } = this.scope);
  }

  written(): Written {
    const all = [...this.code.variables, ...this.code.routines].sort((one, other) => one.line - other.line);
    let last = all[0]?.line ?? 0;
    for (const one of all) {
      // What stood apart stands apart.
      const [first] = this.commentsBefore(one.line);
      if (("body" in one || (first ?? one.line) > last + 1) && this.lines.length > 0) this.put("", -1);
      if ("body" in one) this.writeRoutine(one);
      else this.declareOuter(one);
      last = one.ends;
    }
    return { lines: this.withComments(), needs: this.scope.needs };
  }

  private commentsBefore(line: number): number[] {
    const found: number[] = [];
    for (let at = line - 1; this.code.comments.get(at)?.alone; at--) found.unshift(at);
    return found;
  }

  /** What is said behind a line of C, behind the first line of Python it became. */
  private withComments(): Line[] {
    const used = new Set<number>();
    return this.lines.map((line) => {
      const comment = this.code.comments.get(line.from);
      if (!comment || comment.alone || used.has(line.from)) return line;
      used.add(line.from);
      return { ...line, text: `${line.text}  #${comment.text}` };
    });
  }

  // --- Lines

  private put(text: string, from: number, indent = ""): void {
    this.lines.push({ text: indent + text, from });
  }

  /** What is said in lines of its own before a line of code. */
  private say(before: number, indent: string, from = this.said + 1): void {
    for (let line = from; line < before; line++) {
      const comment = this.code.comments.get(line);
      if (comment?.alone) this.put(`#${comment.text}`, line, indent);
    }
    this.said = Math.max(this.said, before);
  }

  // --- Variables of the program

  private declareOuter(one: Outer): void {
    this.say(one.line, "");
    const key = one.name;
    const name = this.names.of(key);
    const pins = this.facts.lines.has(key);
    if (one.value?.is === "list" && one.sizes && (one.isConstant || one.type.width !== "u8" || pins)) {
      this.lines.push(
        ...tableLines(
          `${name} = `,
          { type: one.type, value: one.value, line: one.line },
          (item) => this.expressions.number(item).text,
          pins,
        ),
      );
    } else if (pins && one.value) {
      const pin = `Pin(${this.expressions.number(one.value).text})`;
      this.put(`${name} = ${this.facts.converted.has(key) ? `ADC(${pin})` : pin}`, one.line);
    } else if (one.isConstant && one.value && !one.sizes) {
      const value = this.expressions.number(one.value);
      this.put(`${name} = ${one.value.is === "number" ? `const(${value.text})` : value.text}`, one.line);
    } else this.put(`${name} = ${this.initial(one, key)}`, one.line);
    this.said = Math.max(this.said, one.ends);
  }

  /** What a variable holds at first. */
  private initial(one: CDeclaration, key: string): string {
    if (one.sizes) {
      const count = this.expressions.number(one.sizes[0]!).text;
      if (
        one.value?.is === "list" &&
        one.value.items.some((item) => item.is !== "number" || item.value !== 0)
      ) {
        const items = one.value.items.map((item) => this.expressions.number(item).text).join(", ");
        return `bytearray((${items}${one.value.items.length === 1 ? "," : ""}))`;
      }
      return one.type.width === "u8" ? `bytearray(${count})` : `[0] * ${count}`;
    }
    const clock = this.facts.moments.get(key);
    if (clock) {
      const value = one.value?.is === "number" ? one.value.value : 0;
      return value === 0
        ? `${clock}()`
        : `ticks_add(${clock}(), ${value > 2 ** 31 ? value - 2 ** 32 : value})`;
    }
    return one.value ? cut(this.expressions.number(one.value), one.type.width).text : "0";
  }

  // --- Routines

  private writeRoutine(routine: CRoutine): void {
    this.keepStatics(routine);
    this.say(routine.line, "");
    this.scope.enter(routine);
    const given = routine.given.flatMap(({ name }) => {
      const key = this.scope.key(name);
      return this.facts.moved.has(key) ? [this.names.of(key), this.scope.atOf(key)] : [this.names.of(key)];
    });
    this.put(`def ${this.names.of(routine.name)}(${given.join(", ")}):`, routine.line);
    const changed = this.changed(routine);
    if (changed.length > 0) this.put(`global ${changed.join(", ")}`, routine.line, STEP);
    this.body(routine.body, STEP, routine.ends);
    this.scope.enter(undefined);
    this.said = Math.max(this.said, routine.ends);
  }

  /** What a routine keeps from one call to the next is the program's in Python. */
  private keepStatics(routine: CRoutine): void {
    this.scope.enter(routine);
    for (const one of everyStatement(routine.body)) {
      if (one.do !== "declare" || !one.isStatic) continue;
      const key = this.scope.key(one.name);
      this.put(`${this.names.of(key)} = ${this.initial(one, key)}`, -1);
    }
    if (this.lines.at(-1)?.from === -1 && this.lines.at(-1)?.text !== "") this.put("", -1);
    this.scope.enter(undefined);
  }

  /** The program's own variables a routine gives other values. */
  private changed({ body }: CRoutine): string[] {
    const found = new Set<string>();
    for (const statement of everyStatement(body)) {
      if (statement.do !== "assign" || statement.target.is !== "name") continue;
      const key = this.scope.key(statement.target.name);
      if (this.names.isOuter(key)) found.add(this.names.of(key));
    }
    return [...found];
  }

  private body(statements: readonly CStatement[], indent: string, ends: number): void {
    const before = this.lines.length;
    for (const statement of statements) {
      this.say(statement.line, indent);
      this.statement(statement, indent);
    }
    this.say(ends, indent);
    if (this.lines.slice(before).every(({ text }) => text.trim().startsWith("#")))
      this.put("pass", -1, indent);
  }

  /** One statement, and what goes on behind it. */
  private simple(text: string, from: number, indent: string): void {
    this.put(text, from, indent);
    for (const onward of this.scope.takeOnward()) this.put(onward, -1, indent);
  }

  private statement(statement: CStatement, indent: string): void {
    switch (statement.do) {
      case "declare":
        return this.declare(statement, indent);
      case "assign":
        return this.assign(statement, indent);
      case "expression":
        return this.doCall(statement.of, statement.line, indent);
      case "if":
        return this.branch(statement, indent, "if");
      case "while":
        this.put(`while ${this.expressions.condition(statement.condition)}:`, statement.line, indent);
        return this.body(statement.body, indent + STEP, statement.line);
      case "for":
        return this.counted(statement, indent);
      case "return":
        return this.giveBack(statement, indent);
    }
  }

  private giveBack({ value, line }: Extract<CStatement, { do: "return" }>, indent: string): void {
    const width = this.scope.routine?.result?.width;
    const text = value && width ? ` ${cut(this.expressions.number(value), width).text}` : "";
    this.simple(`return${text}`, line, indent);
  }

  private declare(one: Extract<CStatement, { do: "declare" }>, indent: string): void {
    if (one.isStatic) {
      this.scope.declare(one);
      return;
    }
    const key = this.scope.key(one.name);
    if (one.type.pointer) {
      const { table, at } = this.expressions.place(one.value!);
      this.scope.declare(one);
      this.simple(`${this.names.of(key)} = ${table}`, one.line, indent);
      if (this.facts.moved.has(key)) this.put(`${this.scope.atOf(key)} = ${at?.text ?? "0"}`, -1, indent);
      return;
    }
    const isMoment = this.facts.moments.has(key) && one.value?.is === "call";
    const value = isMoment ? this.expressions.number(one.value).text : this.initial(one, key);
    this.scope.declare(one);
    this.simple(`${this.names.of(key)} = ${value}`, one.line, indent);
  }

  private assign(one: Extract<CStatement, { do: "assign" }>, indent: string): void {
    const { target, operator, value, line } = one;
    if (target.is === "name") {
      const place = this.scope.place(target.name);
      if (place?.at) {
        this.simple(`${place.at.text} ${operator} ${this.expressions.number(value).text}`, line, indent);
        return;
      }
      const key = this.scope.key(target.name);
      const name = this.names.of(key);
      const whole = this.whole(one);
      if (this.facts.moments.has(key))
        this.simple(`${name} = ${this.expressions.number(whole).text}`, line, indent);
      else
        this.changeTo(
          name,
          operator,
          value,
          whole,
          this.scope.declared(target.name)!.type.width,
          line,
          indent,
        );
      return;
    }
    const width = this.scope.declared(tableOf(target)!)!.type.width;
    const text = this.expressions.of(target).text;
    this.changeTo(text, operator, value, this.whole(one), width, line, indent);
  }

  private whole({ target, operator, value }: Extract<CStatement, { do: "assign" }>): CExpression {
    return operator === "="
      ? value
      : { is: "binary", operator: operator.slice(0, -1), left: target, right: value };
  }

  private changeTo(
    name: string,
    operator: string,
    by: CExpression,
    whole: CExpression,
    width: Width,
    line: number,
    indent: string,
  ): void {
    const value = this.expressions.number(whole);
    const { low, high } = bounds(width);
    if (operator !== "=" && operator !== "/=" && value.low >= low && value.high <= high)
      this.simple(`${name} ${operator} ${this.expressions.number(by).text}`, line, indent);
    else this.simple(`${name} = ${cut(value, width).text}`, line, indent);
  }

  private branch(one: Extract<CStatement, { do: "if" }>, indent: string, word: "if" | "elif"): void {
    this.put(`${word} ${this.expressions.condition(one.condition)}:`, one.line, indent);
    this.body(one.then, indent + STEP, one.then.at(-1)?.ends ?? one.line);
    const { otherwise } = one;
    if (!otherwise) return;
    const [only] = otherwise;
    if (otherwise.length === 1 && only?.do === "if") return this.branch(only, indent, "elif");
    this.put("else:", -1, indent);
    this.body(otherwise, indent + STEP, otherwise.at(-1)?.ends ?? one.line);
  }

  private counted(one: Extract<CStatement, { do: "for" }>, indent: string): void {
    const range = countOf(this.scope, one);
    if (range) {
      this.scope.declare(range.declared);
      const key = this.scope.key(range.name);
      this.put(`for ${this.names.of(key)} in range(${range.text}):`, one.line, indent);
      this.scope.counters.set(key, { low: range.low, high: Math.max(range.low, range.high - 1) });
      this.body(one.body, indent + STEP, one.line);
      this.scope.counters.delete(key);
      return;
    }
    this.statement(one.first, indent);
    this.put(`while ${this.expressions.condition(one.condition)}:`, one.line, indent);
    this.body(one.body, indent + STEP, one.line);
    for (const step of one.steps) this.statement(step, indent + STEP);
  }

  // --- What is done by calls

  private doCall(one: CExpression, from: number, indent: string): void {
    if (one.is !== "call") throw new Error(`Python has nothing for ${one.is} alone`);
    this.simple(callText(this.scope, one), from, indent);
  }
}
