import type { Width } from "../../program";
import type { CCode, CDeclaration, CExpression, CRoutine } from "./code";
import { Expressions, type Around, type Place } from "./expression";
import { factsOf, type Facts } from "./facts";
import { Names } from "./names";
import { boundsOf } from "./tables";
import { atom, bounds, cut, type Value } from "./values";

/** What stands for each name where the text of a program is at. */
export class Scope implements Around {
  readonly names: Names;
  readonly facts: Facts;
  readonly outer: ReadonlyMap<string, CDeclaration>;
  readonly routines: ReadonlyMap<string, CRoutine>;
  readonly expressions: Expressions;
  /** Routines that Python lacks and the program needs. */
  readonly needs = new Set<string>();
  /** The routine at hand; nothing among the program's own variables. */
  routine: CRoutine | undefined;
  private readonly inner = new Map<string, CDeclaration>();
  /** Counters that stay below something while their loop runs. */
  readonly counters = new Map<string, { low: number; high: number }>();
  private onward: string[] = [];

  /** @param converterBits of the controller's converter */
  constructor(
    code: CCode,
    readonly converterBits: number,
  ) {
    this.names = new Names(code);
    this.facts = factsOf(code, this.names);
    this.outer = new Map(code.variables.map((one) => [one.name, one]));
    this.routines = new Map(code.routines.map((one) => [one.name, one]));
    this.expressions = new Expressions(this);
  }

  /** Goes into a routine, where its own names stand for what it is given. */
  enter(routine: CRoutine | undefined): void {
    this.routine = routine;
    this.inner.clear();
    for (const { name, type } of routine?.given ?? [])
      this.inner.set(name, { do: "declare", name, type, isConstant: false, isStatic: false });
  }

  /** From here on a name of the routine's stands for that. */
  declare(one: CDeclaration): void {
    this.inner.set(one.name, one);
  }

  need(what: string): void {
    this.needs.add(what);
  }

  goOn(name: string): void {
    this.onward.push(`${this.atOf(this.key(name))} += 1`);
  }

  /** What goes on behind the statement at hand. */
  takeOnward(): readonly string[] {
    const taken = this.onward;
    this.onward = [];
    return taken;
  }

  key(name: string): string {
    return this.names.key(this.routine, name);
  }

  atOf(key: string): string {
    return `${this.names.of(key)}_at`;
  }

  declared(name: string): CDeclaration | undefined {
    return this.key(name).includes("/") ? this.inner.get(name) : this.outer.get(name);
  }

  variable(name: string): Value {
    const key = this.key(name);
    const text = this.names.of(key);
    const declared = this.declared(name);
    const counted = this.counters.get(key);
    if (counted) return atom(text, counted.low, counted.high, declared?.type.width === "u32");
    if (!declared) return atom(text, 0, 0);
    if (declared.isConstant && declared.value?.is === "number" && !declared.sizes)
      return atom(text, declared.value.value, declared.value.value, declared.type.width === "u32");
    const { low, high } = bounds(declared.type.width);
    return atom(text, low, high, declared.type.width === "u32");
  }

  entries(of: CExpression): { low: number; high: number; unsigned: boolean } {
    const name = tableOf(of);
    const declared = name === undefined ? undefined : this.declared(name);
    if (!declared) throw new Error(`No table is called ${name ?? "so"}`);
    return { ...boundsOf(declared), unsigned: declared.type.width === "u32" };
  }

  place(name: string): Place | undefined {
    const declared = this.declared(name);
    if (!declared || (!declared.type.pointer && !declared.sizes)) return undefined;
    const key = this.key(name);
    const table = this.names.of(key);
    if (!declared.type.pointer || !this.facts.moved.has(key)) return { table };
    return { table, at: atom(this.atOf(key), 0, 65_535) };
  }

  isMoment(one: CExpression): boolean {
    if (one.is === "call") return one.name === "millis" || one.name === "micros";
    if (one.is === "binary" && one.operator === "-")
      return this.isMoment(one.left) || this.isMoment(one.right);
    return one.is === "name" && this.facts.moments.has(this.key(one.name));
  }

  called(name: string, given: readonly CExpression[]): { text: string; width: Width } | undefined {
    const routine = this.routines.get(name);
    if (!routine) return undefined;
    const parts = given.flatMap((one, nth) => {
      const parameter = routine.given[nth]!;
      const key = this.names.key(routine, parameter.name);
      if (this.facts.lines.has(key)) return [this.expressions.line(one)];
      if (!parameter.type.pointer) return [cut(this.expressions.number(one), parameter.type.width).text];
      const { table, at } = this.expressions.place(one);
      return this.facts.moved.has(key) ? [table, at?.text ?? "0"] : [table];
    });
    return {
      text: `${this.names.of(name)}(${parts.join(", ")})`,
      width: routine.result?.width ?? ("u8" as Width),
    };
  }
}

/** The name of the table a place is in. */
export function tableOf(one: CExpression): string | undefined {
  switch (one.is) {
    case "name":
      return one.name;
    case "index":
    case "prefix":
    case "cast":
    case "next":
      return tableOf(one.of);
    case "binary":
      return tableOf(one.left);
    default:
      return undefined;
  }
}
