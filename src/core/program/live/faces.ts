import { gridOf, type RigModel } from "../../address";
import { fontHeight } from "../../dots";
import { controllerById, fontById, type Live } from "../../rig";
import { layTemplate, marksOf, signText, templateProblem } from "../../show";
import { name, operation, type Expression } from "../language";
import { dotBits } from "./dot-bits";
import { drawDigits, glyphCodes } from "./draw";
import { MOST_ROWS, drawDots } from "./draw-dots";
import type { FaceCode, Lamps } from "./face-code";
import type { OutputCode } from "./outputs";
import { patternOf } from "./pattern";
import type { LiveProblem } from "./problem";
import { lampBits, slotBytes, type SlotBytes } from "./slot-bytes";
import type { ValueCode } from "./value-code";

/** How a live rig draws its faces, and what is put out of them. */
export interface DrawnFaces extends Pick<SlotBytes, "size" | "stateOf"> {
  readonly code: FaceCode;
  /** The faces it can show: a template that cannot be shown is blank. */
  readonly faces: Live["faces"];
  /** Bytes of all slots. */
  readonly bytes: number;
}

interface ToDraw {
  readonly live: Live;
  readonly school: Live["digits"];
  readonly values: readonly ValueCode[];
  readonly outputs: readonly OutputCode[];
  /** Other than 0 while nothing is to be lit, where that is ever asked for. */
  readonly dark: Expression | undefined;
  /** Commands over the serial line may set how fast a text runs. */
  readonly talks: boolean;
}

/** Draws faces of digits, or of dots, by what the wires make of them. */
export function facesCode(
  model: RigModel,
  { live, school, values, outputs, dark, talks }: ToDraw,
  direct: readonly string[],
  problems: LiveProblem[],
): DrawnFaces {
  const grid = gridOf(model);
  const faces = live.faces.map(({ shows, runs, ...face }, nth) => {
    const problem = templateProblem(shows, live.values);
    if (problem) problems.push({ at: "faces", nth, says: problem });
    return { ...face, shows: problem ? "" : shows, ...(grid && runs ? { runs } : {}) };
  });
  const wired = slotBytes(model, direct);
  const lamps: Lamps = outputs.flatMap((output) =>
    "pips" in output.by ? [{ output, bits: lampBits(wired, output.by.pips, model.slots.length) }] : [],
  );
  const given = { live, school, faces, values, lamps, off: offWhen(faces, dark), talks };
  const code = grid ? dots(model, grid, wired, given, problems) : digits(model, wired, given, problems);
  return { code, faces, bytes: wired.dark.length, size: wired.size, stateOf: wired.stateOf };
}

type Given = Pick<
  Parameters<typeof drawDots>[0],
  "live" | "school" | "faces" | "values" | "lamps" | "off" | "talks"
>;

/** When nothing of a face is drawn: in the dark half of its blinking, and while it is to be dark. */
function offWhen(faces: Live["faces"], dark: Expression | undefined): Expression | undefined {
  const blinks = faces.some((face) => face.blinks) ? name("blinkedOff") : undefined;
  return blinks && dark ? operation(blinks, "||", dark) : (blinks ?? dark);
}

function digits(
  model: RigModel,
  wired: SlotBytes,
  { live, school, faces, values, lamps, off }: Given,
  problems: LiveProblem[],
): FaceCode {
  const logic = controllerById(model.rig.plan.controller).flavour === "logic";
  const marks = marksOf(model.rig);
  const count = model.digits.length;
  const known = { values: live.values.filter((one) => values.some(({ name: own }) => own === one.name)) };
  const laid = faces
    .map(({ shows }) => layTemplate(shows, known, count, model.rig.show, marks))
    .map((one, nth) => ({
      ...one,
      fields: one.fields.filter(({ slot }) => {
        const value = values.find(({ name: own }) => own === slot.value);
        if (!logic || !value || value.digits?.(slot.part)) return value !== undefined;
        problems.push({
          at: "faces",
          nth,
          says: `${slot.value} is counted in the digits another face shows of it: logic cannot work others out of them`,
        });
        return false;
      }),
    }));

  const pattern = patternOf(
    model,
    wired,
    glyphCodes(
      laid,
      laid.some(({ fields }) =>
        fields.some(({ slot }) => values.some(({ name, text }) => text && name === slot.value)),
      ),
    ),
    marks,
  );
  return drawDigits({ school, laid, values, digits: count, marks, pattern, lamps, off });
}

function dots(
  model: RigModel,
  grid: NonNullable<ReturnType<typeof gridOf>>,
  wired: SlotBytes,
  given: Given,
  problems: LiveProblem[],
): FaceCode {
  const own = dotBits(model, grid, wired);
  if (!own)
    problems.push({
      at: "faces",
      nth: 0,
      says: "these wires light some dots only together: they cannot be drawn one by one",
    });
  const font = fontById(model.rig, signText(model.rig).font);
  if (fontHeight(font) > MOST_ROWS)
    problems.push({
      at: "faces",
      nth: 0,
      says: `${font.name} is ${fontHeight(font)} rows high: a sign that reacts takes fonts of up to ${MOST_ROWS}`,
    });
  const bits = own ?? { base: wired.dark, bits: new Int32Array(grid.width * grid.height).fill(-1) };
  return drawDots({ model, grid, wired: bits, ...given });
}
