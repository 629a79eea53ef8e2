import { commentText } from "../../foreign";
import { statementsIn, type Statement, type Subroutine } from "../language";
import { printer, type Words } from "../print/printer";
import type { Code } from "../print/syntax";
import { OWN, expression, verilog } from "./syntax";

/** Where one may go on: its step is known once all are laid out. */
interface Mark {
  step?: number;
}

interface Step {
  /** What stands above it: what its routine is for. */
  readonly says: readonly string[];
  print(): Code;
}

/** A pass as steps, one for each clock, and the routines they share as tasks. */
export interface Steps {
  readonly steps: ReadonlyArray<{ readonly says: readonly string[]; readonly code: Code }>;
  readonly tasks: Code;
}

/** What is done to the rig, as a description says it: after the clock, so that nobody reads half of it. */
const words: Words = (deed) => {
  switch (deed.do) {
    case "line-set":
      return [`${deed.named} <= ${expression(deed.level)};`];
    case "hand-over":
      return ["for (handed = 0; handed < FACE_BYTES; handed = handed + 1) pattern[handed] <= drawn[handed];"];
    default:
      throw new Error(`logic does not know ${deed.do}`);
  }
};

const never = (): string => {
  throw new Error("only a step of a pass can be left");
};

/** Whether nothing stands behind a return: whoever leaves a step has done all of it. */
function leavesLast(statements: readonly Statement[]): boolean {
  const leaves = (one: Statement) => [...statementsIn([one])].some((inner) => inner.do === "return");
  return statements.every((one, at) => {
    if (!leaves(one)) return true;
    if (at < statements.length - 1) return false;
    if (one.do === "if") return leavesLast(one.body) && leavesLast(one.otherwise ?? []);
    return one.do === "return";
  });
}

/** The routines statements call themselves. */
const called = (statements: readonly Statement[]): string[] =>
  [...statementsIn(statements)].flatMap((one) => (one.do === "call" ? [one.routine] : []));

/**
 * Lays a pass out in steps: each statement of its routines takes one clock, as it takes one after the other on a
 * controller. What is called from within a statement is a task.
 */
export function stepsOf(pass: readonly Statement[], routines: readonly Subroutine[]): Steps {
  const known = new Map(routines.map((routine) => [routine.name, routine]));
  const steps: Step[] = [];
  const tasks = new Set<string>();
  const lay = (statements: readonly Statement[], end: Mark, says: readonly string[] = []): void => {
    let above = says;
    const step = (print: () => Code) => {
      steps.push({ says: above, print });
      above = [];
    };
    for (const statement of statements) {
      if (statement.do === "say") {
        above = [...above, statement.text];
        continue;
      }
      // The scan beside the pass puts out whatever was handed over.
      if (statement.do === "show") continue;
      if (statement.do === "call" && statement.given.length === 0) {
        const routine = known.get(statement.routine)!;
        const after: Mark = {};
        lay(routine.body, after, [...above, ...(routine.says ?? [])]);
        above = [];
        after.step = steps.length;
        continue;
      }
      // A condition over whole routines is gone through as they are.
      if (
        statement.do === "if" &&
        !statement.otherwise &&
        called(statement.body).some((one) => isLong(one))
      ) {
        const after: Mark = {};
        const { condition } = statement;
        step(() => [`if (!(${expression(condition)})) ${OWN.step} <= ${after.step};`]);
        lay(statement.body, after);
        after.step = steps.length;
        continue;
      }
      for (const one of called([statement])) takeTask(one);
      if (!leavesLast([statement])) throw new Error("a step goes on behind a return");
      step(() =>
        printer(
          verilog(() => `${OWN.step} <= ${end.step};`),
          words,
        ).statements([statement]),
      );
    }
  };
  /** Routines of several statements that are given nothing: laid out, not called. */
  const isLong = (name: string): boolean => {
    const routine = known.get(name)!;
    return routine.given.length === 0 && routine.body.length > 1;
  };
  const takeTask = (name: string): void => {
    if (tasks.has(name)) return;
    tasks.add(name);
    called(known.get(name)!.body).forEach(takeTask);
  };
  const end: Mark = {};
  lay(pass, end);
  end.step = steps.length;
  const tasksPrinted = printer(verilog(never), words);
  return {
    steps: steps.map(({ says, print }) => ({ says: says.map(commentText), code: print() })),
    tasks: [...tasks].flatMap((name) => [...tasksPrinted.routine(known.get(name)!), ""]),
  };
}
