import { bytesOf } from "../bus";
import { modelOf } from "../address";
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

const quoted = (text: string): string => `"${text.replace(/"/g, '""')}"`;

/** The tape as a table: moment, phase, bytes, register, what it does, what the face shows afterwards. */
export function tapeCsv(rig: Rig): string {
  const rows = fullTape(rig).map(({ at, phase, bytes, says, why, text }) =>
    [
      (at / 1000).toFixed(3),
      phase,
      bytes.map(bareByte).join(" "),
      quoted(says.map(({ title }) => title).join("; ")),
      quoted(says.map((one) => one.says).join("; ")),
      quoted(why),
      quoted(text),
    ].join(","),
  );
  return ["microseconds,phase,bytes,register,what it does,why,the face shows", ...rows, ""].join("\r\n");
}

/** The tape as C tables: each transfer its length and its bytes, a 0 behind the last. */
export function tapeC(rig: Rig): string {
  const model = modelOf(rig);
  const program = buildProgram(model);
  const comment = (text: string) =>
    text
      .replace(/[^\x20-\x7e]/g, "?")
      .replace(/\*\//g, "* /")
      .replace(/\\/g, "/");
  const table = (
    name: string,
    writes: NonNullable<(typeof program.dark.states)[0]["writes"]>,
    note: string,
  ) => [
    `/* ${comment(note)} */`,
    `static const unsigned char ${name}[] = {`,
    ...writes.map(({ write, why }) => {
      const bytes = bytesOf(write);
      return `  ${bytes.length}, ${bytes.map((byte) => formatByte(byte)).join(", ")},  /* ${comment(why)} */`;
    }),
    "  0};",
    "",
  ];
  return [
    `/* ${comment(rig.name)}: each transfer is its length and its bytes; a 0 ends them. */`,
    "",
    ...table("set_up", program.setUpState?.writes ?? [], "once after power-up"),
    ...program.frames.flatMap(({ text, states }, at) => table(`face_${at}`, states[0]?.writes ?? [], text)),
  ].join("\n");
}
