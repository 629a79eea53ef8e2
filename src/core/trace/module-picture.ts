import { modelOf } from "../address";
import type { Bitmap } from "../dots";
import { tellsWhichWay } from "../frames";
import { columnOf, isDot } from "../glyph";
import type { Nanoseconds } from "../quantity";
import { dotModules, ownUnits, type DotModule, type Rig, type DigitId } from "../rig";
import { decodeCapture } from "./decode";
import type { DecodedFace } from "./decoded";
import { guessMapping, wantedLines } from "./mapping";
import { surveyCapture, type ReadOptions } from "./read";
import { CaptureProblem, type CaptureFile } from "./types";

export type ModulePicture =
  | {
      readonly ok: true;
      /** When it was shown, and on which module, counted from the controller from 0. */
      readonly at: Nanoseconds;
      readonly module: number;
      /** In the module's own rows and columns. */
      readonly picture: Bitmap;
    }
  | { readonly ok: false; readonly message: string };

const refuse = (message: string): ModulePicture => ({ ok: false, message });

/**
 * A picture a capture shows on one module that looks different each of the eight ways: who says how it looks on the
 * table has said which way round the module is.
 */
export async function findModulePicture(
  rig: Rig,
  file: CaptureFile,
  options: ReadOptions = {},
): Promise<ModulePicture> {
  const surveyed = await surveyCapture(file);
  if (!surveyed.ok) return refuse(surveyed.message);
  const model = modelOf(rig);
  const guesses = guessMapping(wantedLines(model), surveyed.survey);
  const lost = guesses.find(({ signal }) => signal === undefined);
  if (lost)
    return refuse(
      `Nothing in the capture looks like line ${lost.line}: name the signals after the lines, or map them on Writes first.`,
    );
  const mapping = Object.fromEntries(guesses.map(({ line, signal }) => [line, signal!]));
  try {
    const { faces } = await decodeCapture(rig, file, mapping, options);
    const modules = dotModules(ownUnits(rig));
    for (const face of faces)
      for (const [place, one] of modules.entries()) {
        const picture = ownPicture(face, one, model.digits);
        if (picture && tellsWhichWay(picture)) return { ok: true, at: face.at, module: place, picture };
      }
  } catch (problem) {
    if (problem instanceof CaptureProblem) return refuse(problem.message);
    throw problem;
  }
  return refuse(
    "No picture in the capture looks different each way round: let the board show a letter such as R or F, and capture that.",
  );
}

/** What a module shows of a face, in its own rows and columns; undefined where some of it cannot be told. */
function ownPicture(
  face: DecodedFace,
  { unit, rows, columns }: DotModule,
  digits: readonly DigitId[],
): Bitmap | undefined {
  const dots = new Uint8Array(rows * columns);
  for (let row = 0; row < rows; row += 1) {
    const shown = face.digits[digits.findIndex((id) => id.unit === unit && id.digit === row + 1)];
    if (!shown || shown.unknown !== "") return undefined;
    for (const name of shown.lit.split(" ")) if (isDot(name)) dots[row * columns + columnOf(name) - 1] = 1;
  }
  return { width: columns, height: rows, dots };
}
