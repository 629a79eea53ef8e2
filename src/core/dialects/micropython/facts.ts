import { everyStatement, expressionsOf, within, type CCode, type CExpression, type CRoutine } from "./code";
import type { Names } from "./names";

/** The clock a moment was read from. */
export type Ticks = "ticks_ms" | "ticks_us";

/** What Python has to be told, and C takes from the numbers alone. */
export interface Facts {
  /** Names that stand for lines: they become pins. */
  readonly lines: ReadonlySet<string>;
  /** Those of them that a converter reads. */
  readonly converted: ReadonlySet<string>;
  /** Variables that hold moments of a clock: they are compared by the clock's own calls, which know its roll-over. */
  readonly moments: ReadonlyMap<string, Ticks>;
  /** Places in tables that do not always begin at the first entry: table and index are held apart. */
  readonly moved: ReadonlySet<string>;
}

/** What of a call is a line, by its name: how many of what it is given first. */
const LINES_GIVEN: Readonly<Record<string, number>> = {
  digitalWrite: 1,
  digitalRead: 1,
  pinMode: 1,
  pulseIn: 1,
  tone: 1,
  noTone: 1,
  analogRead: 1,
  shiftOut: 2,
};
const CLOCKS: Readonly<Record<string, Ticks>> = { millis: "ticks_ms", micros: "ticks_us" };

/** The name an expression takes its value from: itself, or the table it is an entry of. */
function nameIn(expression: CExpression): string | undefined {
  switch (expression.is) {
    case "name":
      return expression.name;
    case "index":
    case "prefix":
    case "cast":
    case "next":
      return nameIn(expression.of);
    case "call":
      return expression.name.startsWith("pgm_read") ? nameIn(expression.given[0]!) : undefined;
    default:
      return undefined;
  }
}

const isDifference = (one: CExpression): one is Extract<CExpression, { is: "binary" }> =>
  one.is === "binary" && one.operator === "-";

/** Goes through a program until nothing more is found. */
export function factsOf(code: CCode, names: Names): Facts {
  const lines = new Set<string>();
  const converted = new Set<string>();
  const moments = new Map<string, Ticks>();
  const moved = new Set<string>();
  const routines = new Map(code.routines.map((routine) => [routine.name, routine]));
  let found = 0;

  const expression = (routine: CRoutine, one: CExpression) => {
    if (one.is === "call") call(routine, one);
    if (isDifference(one)) difference(routine, one);
    if (one.is === "next" && isPlace(routine, one.of)) moved.add(names.key(routine, nameIn(one.of)!));
  };
  const call = (routine: CRoutine, { name, given }: Extract<CExpression, { is: "call" }>) => {
    given.slice(0, LINES_GIVEN[name] ?? 0).forEach((line) => {
      const of = nameIn(line);
      if (of === undefined) return;
      lines.add(names.key(routine, of));
      if (name === "analogRead") converted.add(names.key(routine, of));
    });
    const called = routines.get(name);
    called?.given.forEach((parameter, nth) => {
      const key = names.key(called, parameter.name);
      const of = nameIn(given[nth]!);
      if (lines.has(key) && of !== undefined) lines.add(names.key(routine, of));
      if (parameter.type.pointer && isMoved(routine, given[nth]!)) moved.add(key);
    });
  };
  const difference = (
    routine: CRoutine,
    { left, right }: { readonly left: CExpression; readonly right: CExpression },
  ) => {
    const clock = ticksOf(routine, left) ?? ticksOf(routine, right);
    if (!clock) return;
    for (const side of [left, right])
      if (side.is === "name") moments.set(names.key(routine, side.name), clock);
  };
  const ticksOf = (routine: CRoutine, one: CExpression): Ticks | undefined =>
    one.is === "call"
      ? CLOCKS[one.name]
      : one.is === "name"
        ? moments.get(names.key(routine, one.name))
        : undefined;
  const isPlace = (routine: CRoutine, one: CExpression): boolean =>
    one.is === "name" &&
    (routine.given.some(({ name, type }) => name === one.name && type.pointer) ||
      [...everyStatement(routine.body)].some(
        (statement) =>
          statement.do === "declare" &&
          statement.name === one.name &&
          (statement.type.pointer || statement.sizes !== undefined),
      ) ||
      (!names.key(routine, one.name).includes("/") &&
        code.variables.some(({ name, sizes }) => name === one.name && sizes !== undefined)));
  const isMoved = (routine: CRoutine, one: CExpression): boolean =>
    one.is === "cast"
      ? isMoved(routine, one.of)
      : one.is === "binary"
        ? one.operator === "+" && isPlaceIn(routine, one.left)
        : one.is === "name" && moved.has(names.key(routine, one.name));
  const isPlaceIn = (routine: CRoutine, one: CExpression): boolean =>
    one.is === "binary" ? isPlaceIn(routine, one.left) : isPlace(routine, one);

  const look = (routine: CRoutine) => {
    for (const statement of everyStatement(routine.body)) {
      for (const outer of expressionsOf(statement)) for (const one of within(outer)) expression(routine, one);
      const [target, value] =
        statement.do === "declare"
          ? [statement.name, statement.value]
          : statement.do === "assign" && statement.target.is === "name"
            ? [statement.target.name, statement.value]
            : [undefined, undefined];
      if (target === undefined || !value) continue;
      const key = names.key(routine, target);
      const clock =
        statement.do === "assign" && statement.operator !== "=" ? undefined : ticksOf(routine, value);
      if (clock) moments.set(key, clock);
      const place: CExpression = { is: "name", name: target };
      const goesOn = statement.do === "assign" && statement.operator !== "=";
      if (isPlace(routine, place) && (goesOn || isMoved(routine, value))) moved.add(key);
    }
  };
  const count = () => lines.size + moments.size + moved.size + converted.size;
  do {
    found = count();
    code.routines.forEach(look);
  } while (count() > found);
  return { lines, converted, moments, moved };
}
