import { statementsIn, type Expression, type Statement, type Subroutine, type Width } from "../language";
import type { LiveParts, Program } from "../types";
import { storedState, storedWrites } from "../stored";

/** Bytes of code by what a sketch that reacts is made of: fitted to what avr-gcc -Os makes of the ready starts. */
const CODE = {
  set16: 3,
  set32: 21,
  branch: 7,
  element: 12,
  call: 37,
  clock: 27,
  divide: 12,
  read: 196,
  /** A line that is asked in a condition: a column of a keypad. */
  asked: 24,
  /** A contact that was read elsewhere: a key of a keypad, or of a chip; and the routine that asks a chip. */
  key: 75,
  chipKey: 120,
  asks: 330,
  /** Asking a distance sensor. */
  echo: 205,
  /** A line that interrupts, each: what is shared with it is read anew every time. */
  interrupt: 45,
  /** Asking a clock chip, bit by bit. */
  clockChip: 40,
  told: 22,
  serial: 140,
  scanned: 236,
  timed: 124,
  bus: 322,
};

const bytesOf = (width: Width): number => Number(width.slice(1)) / 8;

/** Whether a sketch ever puts out the dark face: chips that are set up are dark by that. */
export const keepsDark = ({ setup, darken }: Pick<Program, "setup" | "darken">): boolean =>
  darken.length > 0 || setup.some((one) => one.do === "show" && one.state === "blank");

/** What a sketch that reacts takes: its code by what it is made of, its tables and variables counted. */
export function liveMemory(
  program: Program,
  live: LiveParts,
  timed: boolean,
): { readonly code: number; readonly tables: number; readonly ram: number } {
  const sum = (list: readonly number[]) => list.reduce((all, one) => all + one, 0);
  const variables = program.variables ?? [];
  const dark = keepsDark(program) ? sum(program.dark.states.map((state) => storedState(state).length)) : 0;
  const flash = sum(live.tables.map(({ width, values }) => bytesOf(width) * values.length));
  const dims = sum((live.dims ?? []).map((state) => storedWrites(state).length));
  // Tables that are not kept in flash apart, and what begins with something, lie in both.
  const both =
    dark +
    sum(
      live.tables
        .filter(({ inFlash }) => !inFlash)
        .map(({ width, values }) => bytesOf(width) * values.length),
    );
  const begun =
    sum(live.arrays.filter(({ values }) => values).map(({ width, size }) => bytesOf(width) * size)) +
    sum(
      variables
        .filter(({ value }) => value && !(value.is === "number" && value.value === 0))
        .map(({ width }) => bytesOf(width)),
    );
  const slots = program.on.length > 1 ? program.on.length * 2 : 0;
  const setUp = program.setUpState ? storedWrites(program.setUpState).length : 0;
  const lines = program.buses.length > 0 ? 0 : program.direct.length;
  return {
    code: codeOf(program, live, timed),
    tables: flash + dims + dark + begun + slots + setUp + lines,
    ram:
      both +
      sum(live.arrays.map(({ width, size }) => bytesOf(width) * size)) +
      sum(variables.map(({ width }) => bytesOf(width))) +
      (timed ? 1 : 0),
  };
}

function codeOf(program: Program, live: LiveParts, timed: boolean): number {
  const widths = new Map((program.variables ?? []).map(({ name, width }) => [name, width]));
  let bytes =
    (program.on.length > 1 ? CODE.scanned : 0) +
    (timed ? CODE.timed : 0) +
    (program.buses.length > 0 ? CODE.bus : 0) +
    (live.keys ? CODE.asks : 0) +
    live.routines.filter(({ interrupts }) => interrupts).length * CODE.interrupt +
    (live.routines.some(asksClock) ? CODE.clockChip : 0);
  for (const { given, body } of live.routines.filter((routine) => !asksClock(routine))) {
    const own = new Map([...widths, ...given.map(({ name, width }) => [name, width] as const)]);
    for (const statement of statementsIn(body))
      if (statement.do === "declare") own.set(statement.name, statement.width);
    for (const statement of statementsIn(body)) bytes += statementBytes(statement, own);
  }
  return bytes;
}

/** Whether a routine moves the lines of a clock chip: they are measured as a whole. */
const asksClock = ({ body }: Pick<Subroutine, "body">): boolean =>
  [...statementsIn(body)].some((one) => one.do === "line-pull" && one.named.endsWith("_SCL"));

function statementBytes(statement: Statement, widths: ReadonlyMap<string, Width>): number {
  const worked = expressionBytes(statement);
  switch (statement.do) {
    case "tell":
      return statement.parts.reduce(
        (sum, part) => sum + CODE.told + (typeof part === "string" ? part.length + 1 : 0),
        0,
      );
    case "set":
    case "change":
    case "declare": {
      const bits = Number((widths.get(statement.name) ?? "u8").slice(1));
      const key = statement.do === "declare" && statement.name === "pressed" ? keyBytes(statement.value) : 0;
      return worked + key + (bits === 32 ? CODE.set32 : bits === 16 ? CODE.set16 : 0);
    }
    case "set-element":
      return worked + CODE.element;
    case "echo":
      return worked + CODE.echo;
    case "call":
      return worked + CODE.call;
    case "if":
    case "while":
    case "count":
      return worked + CODE.branch;
    default:
      return worked;
  }
}

/** What a contact takes that is no line of its own. */
function keyBytes(pressed: Expression | undefined): number {
  if (pressed?.is !== "operation" || pressed.left.is === "line") return 0;
  const { left } = pressed;
  const isOfChip = left.is === "element" || (left.is === "operation" && left.left.is === "element");
  return isOfChip ? CODE.chipKey : CODE.key;
}

/** What the expressions of a statement take, those of its body left out. */
function expressionBytes(value: unknown, asked = false): number {
  if (value === null || typeof value !== "object" || Array.isArray(value)) return 0;
  const one = value as { is?: string; do?: string; operator?: string };
  const own =
    one.is === "clock" || one.is === "elapsed"
      ? CODE.clock
      : one.is === "line" || one.is === "converter"
        ? asked
          ? CODE.asked
          : CODE.read
        : one.is === "waiting"
          ? CODE.serial
          : one.is === "operation" && (one.operator === "/" || one.operator === "%" || one.operator === "*")
            ? CODE.divide
            : 0;
  return Object.entries(value).reduce(
    (sum, [key, inner]) =>
      key === "body" || key === "otherwise" || key === "table"
        ? sum
        : sum + expressionBytes(inner, asked || one.do === "if"),
    own,
  );
}
