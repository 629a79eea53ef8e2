import type { ArrayVariable, Expression, LineTable, Plain, Table, Width } from "./language";
import {
  SHIFTS,
  YES_OR_NO,
  common,
  cutter,
  kindOf,
  kindOfNumber,
  promoted,
  work,
  wrap,
  type IntBits,
  type Kind,
} from "./widths";

/** Where a variable's value lies. */
interface Cell {
  readonly width: Width;
  value: number;
}
interface Row {
  readonly width: Width;
  readonly values: number[];
}

/** What a program reads from outside: what stands on its lines. */
export interface Outside {
  level(line: string): 0 | 1;
  convert(line: string): number;
  /** A byte of the memory that outlives a power cut. */
  kept(at: number): number;
  /** Bytes that came over the serial line, and the next of them. */
  waiting(): number;
  receive(): number;
  /** Whether a line reads alike until a hand moves. */
  isSteady(line: string): boolean;
}

/**
 * What is noted of a stretch of a program, to tell whether it would do the very same again: whether anything changed,
 * whether something was read that is never the same twice, and the first moment, in µs, at which a comparison with the
 * clock turns out differently.
 */
export interface Noted {
  changed: boolean;
  unsteady: boolean;
  until: number;
}

/** ms after which the clock begins anew. */
const CLOCK_ROUND = 2 ** 32;

/**
 * What is worked out beside the rig: variables as the controller holds them, with C's rules of width. An expression is
 * made into a function the first time it is asked for.
 */
export class Variables {
  private readonly cells = new Map<string, Cell>();
  private readonly rows = new Map<string, Row>();
  private made = new WeakMap<Expression, () => number>();
  readonly noted: Noted = { changed: false, unsteady: false, until: Infinity };
  /** Names of the routine at hand come before those of the program. */
  private scope = "";

  /**
   * @param intBits of the controller
   * @param time since the start in µs, which the clocks tell
   * @param outside what stands on the lines
   */
  constructor(
    private readonly intBits: IntBits,
    private readonly time: () => number,
    private readonly outside?: Outside,
  ) {}

  /** Makes a variable; without a value it is 0, as those of a whole program are. */
  declare(name: string, width: Width, value = 0): void {
    const own = this.scope + name;
    const cell = this.cells.get(own);
    const cut = wrap(value, width);
    if (cell?.width === width) return this.hold(cell, cut);
    this.cells.set(own, { width, value: cut });
    this.noted.changed = true;
    // What was made of the name before has another cell in hand.
    this.made = new WeakMap();
  }

  /** Makes an array. */
  declareArray({ name, width, size, values = [] }: ArrayVariable): void {
    this.rows.set(name, {
      width,
      values: Array.from({ length: size }, (_, at) => wrap(values[at] ?? 0, width)),
    });
  }

  /** The values of an array, as they lie. */
  array(name: string): readonly number[] {
    return this.row(name).values;
  }

  /** Copies one array onto another of its size. */
  copy(from: string, to: string): void {
    const [source, { values }] = [this.row(from).values, this.row(to)];
    source.forEach((value, at) => (values[at] = value));
  }

  /** Gives an array values from its start on. */
  fill(name: string, values: readonly number[]): void {
    const row = this.row(name);
    values.forEach((value, at) => {
      const now = wrap(value, row.width);
      if (row.values[at] === now) return;
      row.values[at] = now;
      this.noted.changed = true;
    });
  }

  has(name: string): boolean {
    return this.find(name) !== undefined;
  }

  set(name: string, value: number): void {
    const cell = this.cell(name);
    this.hold(cell, wrap(value, cell.width));
  }

  /** What gives a variable a value. */
  holder(name: string): (value: number) => void {
    const cell = this.cell(name);
    const cut = cutter(kindOf(cell.width));
    return (value) => this.hold(cell, cut(value));
  }

  /** Looks a routine's own names up before those of the program while something is made. */
  within<Result>(routine: string, make: () => Result): Result {
    const before = this.scope;
    this.scope = routine === "" ? "" : `${routine}.`;
    try {
      return make();
    } finally {
      this.scope = before;
    }
  }

  /** Does what changes a variable. */
  apply(statement: Extract<Plain, { do: "declare" | "set" | "change" | "set-element" }>): void {
    this.act(statement)();
  }

  /** A statement made into what does it. */
  act(
    statement: Extract<Plain, { do: "declare" | "set" | "change" | "set-element" | "receive" }>,
  ): () => void {
    switch (statement.do) {
      case "receive": {
        const taken = this.setting(statement.name, () => this.world.receive());
        return () => {
          // Another byte may be as the one before: there is one less to take.
          this.noted.changed = true;
          taken();
        };
      }
      case "declare": {
        const { name, width, kept, value } = statement;
        const worth = value ? this.make(value) : () => 0;
        const scope = this.scope;
        return () => {
          if (kept && this.cells.has(scope + name)) return;
          const before = this.scope;
          this.scope = scope;
          this.declare(name, width, worth());
          this.scope = before;
        };
      }
      case "set":
        return this.setting(statement.name, this.make(statement.value));
      case "change": {
        const left: Expression = { is: "name", name: statement.name };
        const { operator, by: right } = statement;
        return this.setting(statement.name, this.make({ is: "operation", operator, left, right }));
      }
      case "set-element": {
        const row = this.row(statement.array);
        const [at, value] = [this.make(statement.at), this.make(statement.value)];
        const cut = cutter(kindOf(row.width));
        return () => {
          const place = at();
          if (place < 0 || place >= row.values.length)
            throw new Error(`${statement.array} has no place ${place}`);
          const now = cut(value());
          if (row.values[place] === now) return;
          row.values[place] = now;
          this.noted.changed = true;
        };
      }
    }
  }

  /**
   * What an expression is worth now.
   * @param routine whose names it speaks of, beside the program's
   * @throws for names nobody declared, places no table has, and division by 0
   */
  value(expression: Expression, routine = ""): number {
    let made = this.made.get(expression);
    if (!made) {
      made = this.within(routine, () => this.make(expression));
      this.made.set(expression, made);
    }
    return made();
  }

  /** An expression made into what works it out. */
  make(expression: Expression): () => number {
    switch (expression.is) {
      case "number": {
        const value = cutter(this.kind(expression))(expression.value);
        return () => value;
      }
      case "name": {
        const cell = this.cell(expression.name);
        return () => cell.value;
      }
      case "entry":
        return this.entry(expression.table, this.make(expression.at));
      case "element": {
        const { values } = this.row(expression.array);
        const at = this.make(expression.at);
        return () => {
          const value = values[at()];
          if (value === undefined) throw new Error(`${expression.array} has no place ${at()}`);
          return value;
        };
      }
      case "clock": {
        const per = expression.unit === "us" ? 1 : 1000;
        return () => {
          this.noted.unsteady = true;
          return Math.floor(this.time() / per) % CLOCK_ROUND;
        };
      }
      case "elapsed": {
        const gone = this.elapsed(expression.since);
        return () => {
          this.noted.unsteady = true;
          return gone();
        };
      }
      case "kept": {
        const at = this.make(expression.at);
        return () => this.world.kept(at());
      }
      case "waiting":
        return () => this.world.waiting();
      case "line":
        return () => {
          const level = this.world.level(expression.line);
          if (!this.world.isSteady(expression.line)) this.noted.unsteady = true;
          return level;
        };
      case "converter":
        return () => {
          // Noise is never the same twice.
          this.noted.unsteady = true;
          return this.world.convert(expression.line);
        };
      case "nth-line": {
        const at = this.make(expression.at);
        return () => {
          this.noted.unsteady = true;
          return this.world.level(lineAt(expression.lines, at()));
        };
      }
      case "nth-converter": {
        const at = this.make(expression.at);
        return () => {
          this.noted.unsteady = true;
          return this.world.convert(lineAt(expression.lines, at()));
        };
      }
      case "as": {
        const [cut, value] = [cutter(kindOf(expression.width)), this.make(expression.value)];
        return () => cut(value());
      }
      case "either": {
        const cut = cutter(this.kind(expression));
        const condition = this.make(expression.condition);
        const [then, otherwise] = [this.make(expression.then), this.make(expression.otherwise)];
        return () => cut(condition() ? then() : otherwise());
      }
      case "operation":
        return this.operation(expression);
    }
  }

  private get world(): Outside {
    if (!this.outside) throw new Error("nothing is known of what stands on the lines");
    return this.outside;
  }

  private setting(name: string, value: () => number): () => void {
    const cell = this.cell(name);
    const cut = cutter(kindOf(cell.width));
    return () => this.hold(cell, cut(value()));
  }

  private hold(cell: Cell, value: number): void {
    if (cell.value === value) return;
    cell.value = value;
    this.noted.changed = true;
  }

  /** Whether a name is the routine's own that is at hand. */
  isOwn(name: string): boolean {
    return this.scope !== "" && this.cells.has(this.scope + name);
  }

  private find(name: string): Cell | undefined {
    return this.cells.get(this.scope + name) ?? this.cells.get(name);
  }

  private cell(name: string): Cell {
    const cell = this.find(name);
    if (!cell) throw new Error(`${name} is not declared`);
    return cell;
  }

  private row(name: string): Row {
    const row = this.rows.get(name);
    if (!row) throw new Error(`${name} is not declared`);
    return row;
  }

  private entry({ width, values, name }: Table, at: () => number): () => number {
    const held = values.map((value) => wrap(value, width));
    return () => {
      const place = at();
      const value = held[place];
      if (value === undefined) throw new Error(`${name} has no entry ${place}`);
      return value;
    };
  }

  private elapsed(since: string): () => number {
    const cell = this.cell(since);
    return () => (Math.floor(this.time() / 1000) - cell.value) >>> 0;
  }

  /** How the value of an expression is held: C's rules, by the kinds of its parts alone. */
  kind(expression: Expression): Kind {
    switch (expression.is) {
      case "number":
        return kindOfNumber(expression.value, this.intBits);
      case "name":
        return kindOf(this.cell(expression.name).width);
      case "entry":
        return kindOf(expression.table.width);
      case "element":
        return kindOf(this.row(expression.array).width);
      case "clock":
      case "elapsed":
        return kindOf("u32");
      case "kept":
        return kindOf("u8");
      case "line":
      case "converter":
      case "nth-line":
      case "nth-converter":
      case "waiting":
        return { bits: this.intBits, signed: true };
      case "as":
        return kindOf(expression.width);
      case "either":
        return common(this.kind(expression.then), this.kind(expression.otherwise), this.intBits);
      case "operation": {
        const { operator, left, right } = expression;
        if (YES_OR_NO.has(operator)) return { bits: this.intBits, signed: true };
        const kind = this.kind(left);
        return SHIFTS.has(operator)
          ? promoted(kind, this.intBits)
          : common(kind, this.kind(right), this.intBits);
      }
    }
  }

  private operation(expression: Extract<Expression, { is: "operation" }>): () => number {
    const { operator, left, right } = expression;
    if (left.is === "elapsed" && (operator === "<" || operator === ">="))
      return this.sinceThen(left.since, operator, this.make(right));
    const [one, other] = [this.make(left), this.make(right)];
    if (operator === "&&") return () => Number(one() !== 0 && other() !== 0);
    if (operator === "||") return () => Number(one() !== 0 || other() !== 0);
    if (SHIFTS.has(operator)) {
      const cut = cutter(this.kind(expression));
      return () => cut(work(operator, one(), other()));
    }
    const cut = cutter(common(this.kind(left), this.kind(right), this.intBits));
    if (YES_OR_NO.has(operator)) return () => work(operator, cut(one()), cut(other()));
    return () => cut(work(operator, cut(one()), cut(other())));
  }

  /** A comparison with the time since a moment: it is the same until the clock gets there. */
  private sinceThen(since: string, operator: "<" | ">=", limit: () => number): () => number {
    const gone = this.elapsed(since);
    return () => {
      const [passed, least] = [gone(), limit() >>> 0];
      const left = passed < least ? least - passed : CLOCK_ROUND - passed;
      this.noted.until = Math.min(this.noted.until, (Math.floor(this.time() / 1000) + left) * 1000);
      return Number(operator === "<" ? passed < least : passed >= least);
    };
  }
}

/** The line at a place. @throws where the table ends before it */
export function lineAt({ name, lines }: LineTable, at: number): string {
  const line = lines[at];
  if (line === undefined) throw new Error(`${name} has no line ${at}`);
  return line;
}
