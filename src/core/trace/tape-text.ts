import { bytesOf } from "../bus";
import { modelOf } from "../address";
import { commentText, csvRows } from "../foreign";
import { bareByte, formatByte } from "../glyph";
import { buildProgram } from "../program";
import type { Rig } from "../rig";
import { tapeOf, traceWrites, type TapeEntry } from "../sim";

/** The whole tape of a rig's program: its set-up, and the update of every face. */
export function fullTape(rig: Rig): Array<TapeEntry & { readonly text: string }> {
  const model = modelOf(rig);
  const program = buildProgram(model);
  if (program.buses.length === 0) return [];
  const first = tapeOf(program, 0);
  const more = program.frames
    .slice(1)
    .flatMap((_, at) => tapeOf(program, at + 1).filter(({ phase }) => phase === "update"));
  return [...traceWrites(model, program, [...first, ...more]).entries];
}

/** The tape as a table: moment, phase, bytes, register, what it does, what the face shows afterwards. */
export const tapeCsv = (rig: Rig): string =>
  csvRows([
    ["microseconds", "phase", "bytes", "register", "what it does", "why", "the face shows"],
    ...fullTape(rig).map(({ at, phase, bytes, says, why, text }) => [
      (at / 1000).toFixed(3),
      phase,
      bytes.map(bareByte).join(" "),
      says.map(({ title }) => title).join("; "),
      says.map((one) => one.says).join("; "),
      why,
      text,
    ]),
  ]);

/** The tape as C tables: each transfer its length and its bytes, a 0 behind the last. */
export function tapeC(rig: Rig): string {
  const model = modelOf(rig);
  const program = buildProgram(model);
  const table = (
    name: string,
    writes: NonNullable<(typeof program.dark.states)[0]["writes"]>,
    note: string,
  ) => [
    `/* ${commentText(note)} */`,
    `static const unsigned char ${name}[] = {`,
    ...writes.map(({ write, why }) => {
      const bytes = bytesOf(write);
      return `  ${bytes.length}, ${bytes.map((byte) => formatByte(byte)).join(", ")},  /* ${commentText(why)} */`;
    }),
    "  0};",
    "",
  ];
  return [
    `/* ${commentText(rig.name)}: each transfer is its length and its bytes; a 0 ends them. */`,
    "",
    ...table("set_up", program.setUpState?.writes ?? [], "once after power-up"),
    ...program.frames.flatMap(({ text, states }, at) => table(`face_${at}`, states[0]?.writes ?? [], text)),
  ].join("\n");
}
