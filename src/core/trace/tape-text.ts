import { gridOf, modelOf } from "../address";
import { commentText, csvRows } from "../foreign";
import { bareByte, formatByte } from "../glyph";
import { buildProgram } from "../program";
import type { Milliseconds } from "../quantity";
import type { Rig } from "../rig";
import { tapeLines, tapeOf, type TapeLine } from "../sim";

/** A face of dots that stands shorter, in ms, is a step of a text that runs: what reads on it is half a text. */
const STANDS: Milliseconds = 300;

/** The faces a tape is written of, from 0 on. */
export interface TapeRange {
  readonly from: number;
  readonly faces: number;
}

const WHOLE: TapeRange = { from: 0, faces: Infinity };

/** The tape of a rig's program: its set-up, and the update of every face from one on. */
export function fullTape(rig: Rig, { from, faces }: TapeRange = WHOLE): TapeLine[] {
  const model = modelOf(rig);
  const program = buildProgram(model);
  if (program.buses.length === 0) return [];
  const dots = gridOf(model) !== undefined;
  const writes = program.frames.slice(0, from + faces).flatMap(({ time = 0 }, at) => {
    const own = tapeOf(program, at).filter(({ phase }) => at === 0 || phase === "update");
    const told = at >= from;
    return own.map((write, place) => ({
      write,
      told,
      reads: told && (!dots || (place === own.length - 1 && time >= STANDS)),
    }));
  });
  const phased = writes.map(({ write }) => write);
  return [...tapeLines(model, program, phased, (place) => writes[place]!.reads)].filter(
    (_, place) => writes[place]!.told,
  );
}

/** The tape as a table: moment, phase, bytes, register, what it does, what the face shows afterwards. */
export const tapeCsv = (rig: Rig, range?: TapeRange): string =>
  csvRows([
    ["microseconds", "phase", "bytes", "register", "what it does", "why", "the face shows"],
    ...fullTape(rig, range).map(({ at, phase, bytes, says, why, text }) => [
      (at / 1000).toFixed(3),
      phase,
      bytes.map(bareByte).join(" "),
      says.map(({ title }) => title).join("; "),
      says.map((one) => one.says).join("; "),
      why,
      text ?? "",
    ]),
  ]);

/** The tape as C tables: each transfer its length and its bytes, a 0 behind the last. */
export function tapeC(rig: Rig, { from, faces }: TapeRange = WHOLE): string {
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
      const { bytes } = write;
      return `  ${bytes.length}, ${bytes.map((byte) => formatByte(byte)).join(", ")},  /* ${commentText(why)} */`;
    }),
    "  0};",
    "",
  ];
  return [
    `/* ${commentText(rig.name)}: each transfer is its length and its bytes; a 0 ends them. */`,
    "",
    ...table("set_up", program.setUpState?.writes ?? [], "once after power-up"),
    ...program.frames
      .slice(from, from + faces)
      .flatMap(({ text, states }, at) => table(`face_${from + at}`, states[0]?.writes ?? [], text)),
  ].join("\n");
}
