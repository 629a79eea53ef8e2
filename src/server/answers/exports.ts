import { modelOf } from "@/core/address";
import { BUS_SCHOOLS, dialectsFor, writtenIn, zipOf, type BusSchool } from "@/core/dialects";
import { FRAME_FORMATS, USUAL_RECORDING, type FrameFormat } from "@/core/frames";
import { exportFrames } from "@/core/pictures";
import { buildProgram, printProblem, sketchText, writeProgram } from "@/core/program";
import { safeFileName } from "@/core/foreign";
import { tapeC, tapeCsv } from "@/core/trace";
import { file, refusal, type Answer, type Question } from "../question";
import { isAnswer, numberIn, rigIn } from "./rig";

/**
 * A rig document with a display of dots in; its frames out, in the form `format` names. `scale` (1 to 16) enlarges the
 * dots of a GIF or PNG; `frame`, from 0, asks for one frame instead of all. A sign that reacts is recorded from power-up
 * on, for `seconds` and with the hands of its tape number `tape`, from 1.
 */
export function answerFrames({ text, query }: Question): Answer {
  const format = query.format ?? "gif";
  if (!isFormat(format)) return noFormat(format, FRAME_FORMATS);
  const read = rigIn(text);
  if (!read.ok) return read.answer;
  const number = (name: string): number | undefined => {
    const given = query[name];
    return given === undefined ? undefined : given.trim() === "" ? NaN : Number(given);
  };
  const scale = number("scale");
  const frame = number("frame");
  const { tapes = [] } = read.rig;
  const tape = number("tape");
  if (tape !== undefined && !tapes[tape - 1])
    return refusal(422, `There is no tape ${query.tape}: this rig has ${tapes.length}, counted from 1.`);
  const result = exportFrames(modelOf(read.rig), {
    format,
    ...(scale === undefined ? {} : { scale }),
    ...(frame === undefined ? {} : { frame }),
    recording: {
      seconds: number("seconds") ?? USUAL_RECORDING.seconds,
      ...(tape === undefined ? {} : { tape: tapes[tape - 1]!.items }),
    },
  });
  if (!result.ok) return refusal(422, result.message);
  const { bytes, mime, name } = result.file;
  return file(bytes, mime, name);
}

const isFormat = (text: string): text is FrameFormat => (FRAME_FORMATS as readonly string[]).includes(text);

const isSchool = (text: string): text is BusSchool => (BUS_SCHOOLS as readonly string[]).includes(text);

const noFormat = (format: string, known: readonly string[]): Answer =>
  refusal(400, `There is no format “${format.slice(0, 40)}”. It is one of ${known.join(", ")}.`);

/** A rig document in; its program out, as a C++ sketch or for logic as a hardware description. */
export function answerSketch({ text }: Question): Answer {
  const read = rigIn(text);
  if (!read.ok) return read.answer;
  const model = modelOf(read.rig);
  const program = buildProgram(model);
  const problem = printProblem(model, program);
  if (problem) return refusal(422, `${problem}.`);
  const { lines, ending } = writeProgram(model, program);
  return file(sketchText(lines), "text/plain; charset=utf-8", safeFileName(read.rig.name, ending));
}

/**
 * A rig document in; its program out in the form `dialect` names: one file as it is, more as a ZIP of a folder. Without
 * it the rig's usual form. With `bus=unit` the controller's own unit sends the bytes.
 */
export function answerCode({ text, query }: Question): Answer {
  const read = rigIn(text);
  if (!read.ok) return read.answer;
  const model = modelOf(read.rig);
  const program = buildProgram(model);
  const usual = dialectsFor(model, program).find(({ problem }) => problem === undefined)!.id;
  const school = query.bus ?? "hand";
  if (!isSchool(school)) return noFormat(school, BUS_SCHOOLS);
  const written = writtenIn(model, program, query.dialect ?? usual, "letters", school);
  if (!written.ok) return refusal(422, written.message);
  const [first, ...more] = written.files;
  if (more.length === 0) return file(first!.text, "text/plain; charset=utf-8", first!.name);
  const folder = safeFileName(read.rig.name, "");
  return file(zipOf(folder, written.files), "application/zip", `${folder}.zip`);
}

/** Faces of a tape that are written at once. */
const USUAL_FACES = 100;
const MOST_FACES = 60_000;

/**
 * A rig document in; the writes its program makes to driver chips out, as CSV or, with `format=c`, as C tables. Of a
 * long show `from` and `faces` say which faces; the header `x-faces` tells which they are, and of how many.
 */
export function answerWrites({ text, query }: Question): Answer {
  const format = query.format ?? "csv";
  if (format !== "csv" && format !== "c") return noFormat(format, ["csv", "c"]);
  const from = numberIn(query, "from", 0, 0, MOST_FACES);
  if (isAnswer(from)) return from;
  const faces = numberIn(query, "faces", USUAL_FACES, 1, MOST_FACES);
  if (isAnswer(faces)) return faces;
  const read = rigIn(text);
  if (!read.ok) return read.answer;
  const model = modelOf(read.rig);
  if (!model.encoding.buses)
    return refusal(422, "This rig has no driver chip that is written to, so there is no tape.");
  const inAll = buildProgram(model).frames.length;
  if (from >= inAll) return refusal(422, `“from” is ${from}; the show has the faces 0 to ${inAll - 1}.`);
  const [written, type, ending] =
    format === "c"
      ? [tapeC(read.rig, { from, faces }), "text/x-c", ".h"]
      : [tapeCsv(read.rig, { from, faces }), "text/csv", ".csv"];
  return file(written, `${type}; charset=utf-8`, safeFileName(read.rig.name, ending), {
    "x-faces": `${from}-${Math.min(from + faces, inAll) - 1}/${inAll}`,
  });
}
