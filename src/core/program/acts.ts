import type { Nanoseconds } from "../quantity";
import {
  statementsIn,
  type Deed,
  type Expression,
  type Plain,
  type Statement,
  type Subroutine,
} from "./language";
import { isJoined, type Costs } from "./costs";
import type { Variables } from "./variables";

/** A statement made into what does it; it says whether its routine is over. */
export type Act = () => boolean;

/** What is done to the rig without letting time pass that somebody could wait for. */
export type Momentary = Extract<
  Deed,
  { do: "line-set" | "line-pull" | "nth-line" | "hand-over" | "keep" | "tell" }
>;

/** What acts act on. */
export interface Hands {
  spend(time: Nanoseconds): void;
  /** So much of what was spent went to the converter. */
  read(time: Nanoseconds): void;
  deed(deed: Momentary, routine: string): void;
}

const isMomentary = (statement: Statement): statement is Momentary =>
  statement.do === "line-set" ||
  statement.do === "line-pull" ||
  statement.do === "nth-line" ||
  statement.do === "hand-over" ||
  statement.do === "keep" ||
  statement.do === "tell";

/** What lies within statements, and within the routines they call. */
const PLAIN: ReadonlySet<Statement["do"]> = new Set([
  "declare",
  "set",
  "change",
  "set-element",
  "if",
  "while",
  "count",
  "guard",
  "call",
  "return",
  "say",
  "line-set",
  "hand-over",
  "keep",
  "line-pull",
  "nth-line",
  "receive",
  "tell",
]);

/**
 * Makes statements that never wait into functions, once: a loop that asks its lines thousands of times a second is not
 * walked through again and again.
 */
export class Acts {
  private readonly routines: ReadonlyMap<string, Subroutine>;
  private readonly bodies = new Map<string, Act>();
  private readonly made = new WeakMap<Statement, Act>();
  private readonly waits = new WeakMap<Statement, boolean>();

  constructor(
    private readonly variables: Variables,
    routines: readonly Subroutine[],
    private readonly costs: Costs,
    private readonly hands: Hands,
  ) {
    this.routines = new Map(routines.map((routine) => [routine.name, routine]));
    for (const { name, given, body } of routines) this.declareOwn(name, given, body);
  }

  /** The act of a statement; undefined where it lets time pass that others may use. */
  of(statement: Statement, routine: string): Act | undefined {
    if (!this.isPlain(statement)) return undefined;
    let act = this.made.get(statement);
    if (!act) {
      act = this.variables.within(routine, () => this.make(statement as Plain | Momentary, routine));
      this.made.set(statement, act);
    }
    return act;
  }

  /** A routine by its name. @throws when there is none */
  routine(name: string): Subroutine {
    const routine = this.routines.get(name);
    if (!routine) throw new Error(`there is no routine ${name}`);
    return routine;
  }

  /** Hands a routine what it is given. */
  give(name: string, given: readonly number[]): void {
    this.variables.within(name, () =>
      this.routine(name).given.forEach((parameter, at) =>
        this.variables.declare(parameter.name, parameter.width, given[at]!),
      ),
    );
  }

  /** Names of a routine lie where they lie from the start: no routine calls itself. */
  private declareOwn(name: string, given: Subroutine["given"], body: readonly Statement[]): void {
    this.variables.within(name, () => {
      for (const parameter of given) this.variables.declare(parameter.name, parameter.width);
      for (const statement of statementsIn(body)) {
        if (statement.do === "count") this.variables.declare(statement.name, statement.width);
        if (statement.do !== "declare") continue;
        this.variables.declare(statement.name, statement.width);
        // What is kept is what it begins with before the routine is called first.
        if (statement.kept && statement.value)
          this.variables.set(statement.name, this.variables.make(statement.value)());
      }
    });
  }

  private isPlain(statement: Statement): boolean {
    const known = this.waits.get(statement);
    if (known !== undefined) return !known;
    const plain = [...statementsIn([statement])].every(
      (one) =>
        PLAIN.has(one.do) &&
        (one.do !== "call" || this.routine(one.routine).body.every((inner) => this.isPlain(inner))),
    );
    this.waits.set(statement, !plain);
    return plain;
  }

  private body(statements: readonly Statement[], routine: string): Act {
    const acts = statements.map((one) => this.make(one as Plain | Momentary, routine));
    if (acts.length === 1) return acts[0]!;
    return () => {
      for (const act of acts) if (act()) return true;
      return false;
    };
  }

  private make(statement: Plain | Momentary, routine: string): Act {
    const { hands, variables } = this;
    if (isMomentary(statement))
      return () => {
        hands.deed(statement, routine);
        return false;
      };
    switch (statement.do) {
      case "declare":
        if (statement.kept) return () => false;
        return this.simple(statement, variables.act(statement), statement.value);
      case "set":
        return this.simple(statement, variables.act(statement), statement.value);
      case "change":
        return this.simple(statement, variables.act(statement), statement.by);
      case "receive":
        return this.simple(statement, variables.act(statement));
      case "set-element":
        return this.simple(statement, variables.act(statement), statement.value, statement.at);
      case "say":
        return () => false;
      case "return":
        return () => true;
      case "guard":
        return this.body(statement.body, routine);
      case "if": {
        const time = this.costs.statement(statement);
        const condition = this.condition(statement.condition);
        const then = this.body(statement.body, routine);
        const otherwise = this.body(statement.otherwise ?? [], routine);
        return () => {
          hands.spend(time);
          return condition() ? then() : otherwise();
        };
      }
      case "while": {
        const turn = this.costs.statement(statement);
        const condition = this.condition(statement.condition);
        const body = this.body(statement.body, routine);
        return () => {
          for (; condition(); hands.spend(turn)) if (body()) return true;
          return false;
        };
      }
      case "count":
        return this.counting(statement, routine);
      case "call":
        return this.calling(statement);
      case "pause":
        throw new Error("a pause lets time pass");
    }
  }

  /** A condition that spends its time as it is looked at: what is behind a side that decides is not. */
  private condition(expression: Expression): () => number {
    const { hands, costs } = this;
    if (isJoined(expression)) {
      const [one, other] = [this.condition(expression.left), this.condition(expression.right)];
      return expression.operator === "&&" ? () => (one() ? other() : 0) : () => (one() ? 1 : other());
    }
    const time = costs.of(expression);
    const worth = this.variables.make(expression);
    return () => {
      hands.spend(time);
      return worth();
    };
  }

  private simple(
    statement: Statement,
    act: () => void,
    ...worked: ReadonlyArray<Expression | undefined>
  ): Act {
    const { hands, costs } = this;
    const given = worked.filter((one) => one !== undefined);
    const time = given.reduce((sum, one) => sum + costs.of(one), costs.statement(statement));
    const reading = given.reduce((sum, one) => sum + costs.conversions(one), 0);
    if (reading > 0)
      return () => {
        hands.spend(time);
        hands.read(reading);
        act();
        return false;
      };
    return () => {
      hands.spend(time);
      act();
      return false;
    };
  }

  private counting(statement: Extract<Plain, { do: "count" }>, routine: string): Act {
    const { hands, variables } = this;
    if (!variables.has(statement.name)) variables.declare(statement.name, statement.width);
    const name = { is: "name", name: statement.name } as const;
    const start = variables.act({ do: "set", name: statement.name, value: statement.from });
    const next = variables.act({ do: "change", name: statement.name, operator: "+", by: ONE });
    const goesOn = variables.make({ is: "operation", operator: "<", left: name, right: statement.below });
    const body = this.body(statement.body, routine);
    const turn = this.costs.statement(statement);
    return () => {
      for (start(); goesOn(); next()) {
        hands.spend(turn);
        if (body()) return true;
      }
      return false;
    };
  }

  private calling(statement: Extract<Plain, { do: "call" }>): Act {
    const { routine, given } = statement;
    const { hands, variables } = this;
    const worth = given.map((one) => variables.make(one));
    const time = given.reduce((sum, one) => sum + this.costs.of(one), this.costs.statement(statement));
    const parameters = variables.within(routine, () =>
      this.routine(routine).given.map(({ name }) => variables.holder(name)),
    );
    let body: Act | undefined;
    return () => {
      hands.spend(time);
      parameters.forEach((hold, at) => hold(worth[at]!()));
      body ??= this.bodyOf(routine);
      body();
      return false;
    };
  }

  private bodyOf(routine: string): Act {
    let body = this.bodies.get(routine);
    if (!body) {
      body = this.variables.within(routine, () => this.body(this.routine(routine).body, routine));
      this.bodies.set(routine, body);
    }
    return body;
  }
}

const ONE: Expression = { is: "number", value: 1 };
