import type { Statement, Subroutine, Table } from "../language";

/** Every object within statements and expressions, whatever holds it. */
function* objectsIn(value: unknown): Generator<Readonly<Record<string, unknown>>, void> {
  if (value === null || typeof value !== "object") return;
  if (!Array.isArray(value)) yield value as Readonly<Record<string, unknown>>;
  for (const inner of Object.values(value)) yield* objectsIn(inner);
}

/** Tables routines read from, each once. */
export function tablesIn(routines: readonly Subroutine[]): Table[] {
  const found = new Map<string, Table>();
  for (const one of objectsIn(routines.map(({ body }) => body))) {
    if (one.is !== "entry") continue;
    const table = one.table as Table;
    found.set(table.name, table);
  }
  return [...found.values()];
}

/** The lines a live program names, with their names. */
export function linesIn(
  setup: readonly Statement[],
  routines: readonly Subroutine[],
): Array<{ readonly named: string; readonly line: string }> {
  const found = new Map<string, string>();
  for (const { named, line } of objectsIn([setup, ...routines.map(({ body }) => body)]))
    if (typeof named === "string" && typeof line === "string") found.set(named, line);
  return [...found].map(([named, line]) => ({ named, line }));
}
