import type { Statement, Subroutine, Table } from "../language";

/** Tables routines read from, each once. */
export function tablesIn(routines: readonly Subroutine[]): Table[] {
  const found = new Map<string, Table>();
  const look = (value: unknown): void => {
    if (Array.isArray(value)) return value.forEach(look);
    if (value === null || typeof value !== "object") return;
    const one = value as { is?: string; table?: Table };
    if (one.is === "entry" && one.table) found.set(one.table.name, one.table);
    Object.values(value).forEach(look);
  };
  routines.forEach(({ body }) => look(body));
  return [...found.values()];
}

/** The lines a live program names, with their names. */
export function linesIn(
  setup: readonly Statement[],
  routines: readonly Subroutine[],
): Array<{ readonly named: string; readonly line: string }> {
  const found = new Map<string, string>();
  const look = (value: unknown): void => {
    if (Array.isArray(value)) return value.forEach(look);
    if (value === null || typeof value !== "object") return;
    const one = value as { named?: string; line?: string };
    if (one.named !== undefined && one.line !== undefined) found.set(one.named, one.line);
    Object.values(value).forEach(look);
  };
  look(setup);
  routines.forEach(({ body }) => look(body));
  return [...found].map(([named, line]) => ({ named, line }));
}
