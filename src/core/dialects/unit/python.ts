import type { RigModel } from "../../address";
import { safeFileName } from "../../foreign";
import type { DisplayUnit, SketchLine } from "../../program";
import { asPython } from "../micropython";
import { textOf } from "../text";
import type { CodeFile } from "../types";
import { routineText, unitCalls, type UnitCall } from "./calls";

/** A call in C by another name: in Python it is called through one that takes texts, and leaves out what is usual. */
const inner = ({ name }: UnitCall): string => `${name}Given`;

const isWrapped = ({ given, usual }: UnitCall): boolean => usual !== undefined || given.includes("char");

/** How it is called in Python. */
function wrapper(call: UnitCall): string[] {
  const names = call.given.split(", ").map((one) => one.split(/[ *]+/).at(-1)!);
  const inside = `${call.name}_given`;
  const says = call.says.map((line) => `# ${line}`);
  if (call.given.includes("char"))
    return [...says, `def ${call.name}(text):`, `    ${inside}(text.encode() + b"\\0")`];
  const given = names.map((name, nth) => (nth === names.length - 1 ? `${name}=${call.usual}` : name));
  return [...says, `def ${call.name}(${given.join(", ")}):`, `    ${inside}(${names.join(", ")})`];
}

/** The unit as a module, and a program that counts seconds on it. */
export function pythonUnit(
  model: RigModel,
  unit: DisplayUnit,
  lines: readonly SketchLine[],
  keeping: readonly string[],
): CodeFile[] {
  const { inner: served, calls } = unitCalls(unit);
  const routines = [
    ...served.map((call) => routineText(call)),
    ...calls.map((call) =>
      isWrapped(call) ? routineText({ ...call, says: [] }, inner(call)) : routineText(call),
    ),
  ].flatMap((routine) => ["", ...routine]);
  const { heading, body } = asPython(model, [...lines, ...routines.map((text) => ({ text }))]);
  const whole: SketchLine[] = [
    ...heading,
    { text: "# Saved as display.py on the board: import display, then display.begin()." },
    ...keeping.map((line) => ({ text: `# refresh(): ${line.replaceAll("loop()", "your loop")}` })),
    { text: "" },
    ...body,
    ...calls.filter(isWrapped).flatMap((call) => ["", ...wrapper(call)].map((text) => ({ text }))),
  ];
  const main = [
    "# A small program with the display in it: it counts seconds.",
    "import display",
    "from time import ticks_add, ticks_diff, ticks_ms",
    "",
    "display.begin()",
    unit.dots || unit.digits === 1 ? "display.number(0)" : 'display.show("HI")',
    "since = ticks_ms()",
    "seconds = 0",
    "while True:",
    "    display.refresh()",
    "    if ticks_diff(ticks_ms(), since) >= 1000:",
    "        since = ticks_add(since, 1000)",
    "        seconds += 1",
    "        display.number(seconds)",
  ];
  return [
    { name: safeFileName(model.rig.name, ".py"), text: `${main.join("\n")}\n` },
    { name: "display.py", text: textOf(whole), lines: whole },
  ];
}
