import type { SketchLine } from "./sketch-text";
import type { Program, Statement } from "./types";

const INDENT = "  ";

/** The first thing a search finds in statements and their bodies. */
export function search<Found>(
  statements: readonly Statement[],
  look: (statement: Statement) => Found | undefined,
): Found | undefined {
  for (const statement of statements) {
    const found = look(statement) ?? ("body" in statement ? search(statement.body, look) : undefined);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** The time a program waits, in ms, where all its faces are shown alike. */
export const waitOf = (statements: readonly Statement[]): number | undefined =>
  search(statements, (statement) =>
    (statement.do === "wait" || statement.do === "wait-until-due") && statement.time !== "frame"
      ? statement.time
      : undefined,
  );

/** A pause of any length: the microsecond call keeps short ones only. */
export const PAUSE: SketchLine[] = [
  { text: "void pauseMicroseconds(unsigned long time) {" },
  { text: `${INDENT}delay(time / 1000);` },
  { text: `${INDENT}delayMicroseconds(time % 1000);` },
  { text: "}" },
];

/** Faces that are shown longer than this, in ms, are waited for in parts: the microsecond clock rolls over in 71 minutes. */
const LONGEST_DUE = 60_000;

/** Whether a program waits for what is left of a face's time. */
export const keepsFaceTime = ({ setup }: Program): boolean =>
  setup.some(({ do: what }) => what === "start-clock");

/** Waiting for what is left of a face's time. */
export function untilDue(program: Program): SketchLine[] {
  const long = (waitOf([...program.setup, ...program.loop]) ?? 0) > LONGEST_DUE;
  return [
    "unsigned long due;",
    "",
    "// Waits for what is left of a face's time, so that drawing and sending do not make the show slower.",
    "// What comes late is not made up for: the next face counts from here.",
    "void waitUntilDue(unsigned long time) {",
    ...(long
      ? [
          `${INDENT}for (; time > ${LONGEST_DUE}; time -= ${LONGEST_DUE}) {`,
          `${INDENT}${INDENT}due += ${LONGEST_DUE * 1000}UL;`,
          `${INDENT}${INDENT}delay(${LONGEST_DUE});`,
          `${INDENT}}`,
        ]
      : []),
    `${INDENT}due += time * 1000;`,
    `${INDENT}unsigned long now = micros();`,
    `${INDENT}if ((long)(due - now) > 0) pauseMicroseconds(due - now);`,
    `${INDENT}else due = now;`,
    "}",
  ].map((text) => ({ text }));
}
