import { USUAL_TEXT_SCENE, type Scene, type TextScene } from "../dots";
import { reactingOf, type Live, type Rig } from "../rig";
import { fieldWidth, templatePieces, templateProblem, type Slot } from "./template";

type Signed = Pick<Rig, "sign" | "live" | "plan">;

/** How texts of a sign that reacts stand: as it says, or as the first of its scenes did. */
export function signText({ sign, live }: Pick<Rig, "sign" | "live">): NonNullable<Live["sign"]> {
  if (live?.sign) return live.sign;
  const text = sign?.scenes.find((scene): scene is TextScene => scene.kind === "text") ?? USUAL_TEXT_SCENE;
  return { font: text.font, align: text.align, step: text.step };
}

/** A piece of a line of dots: text as it stands, or a number of so many digits at most. */
export type LinePiece = string | { readonly slot: Slot; readonly width: number };

/** Takes a template apart for a line of dots: numbers take just the room they need. */
export const linePieces = (template: string, live: Pick<Live, "values">): LinePiece[] =>
  templatePieces(template).map((piece) =>
    typeof piece === "string" ? piece : { slot: piece, width: fieldWidth(piece, live) },
  );

/** A piece with an 8 at every place of its number. */
const filledPiece = (piece: LinePiece): string => {
  if (typeof piece === "string") return piece;
  const { decimals } = piece.slot;
  const digits = "8".repeat(piece.width - decimals);
  return decimals > 0 ? `${digits}.${"8".repeat(decimals)}` : digits;
};

/** The most a template shows, as text. */
export const widestLine = (template: string, live: Pick<Live, "values">): string =>
  linePieces(template, live).map(filledPiece).join("");

/** Scenes that stand for all a sign that reacts may show: each of its faces with the widest numbers. */
function liveScenes(rig: Signed, live: Live): TextScene[] {
  const { font, align, step } = signText(rig);
  return live.faces.map((face): TextScene => {
    const text = templateProblem(face.shows, live.values) ? "" : widestLine(face.shows, live);
    return { ...USUAL_TEXT_SCENE, text, font, align, step, motion: face.runs ?? "hold" };
  });
}

/** The scenes a sign shows: its own, or those that stand for what it shows as it reacts. */
export function scenesOf(rig: Signed): readonly Scene[] {
  const live = reactingOf(rig);
  return live && rig.sign ? liveScenes(rig, live) : (rig.sign?.scenes ?? []);
}
