import { about, amount, choice, eitherBy, flag, form, list, object, text, whole, type Of } from "../document";

/** Bounds of scenes, shared by the document and the fields on screen. */
export const SCENE_LIMITS = {
  /** Characters of a text, and of the names of pictures and fonts. */
  signText: 4000,
  name: 80,
  /** Pictures of a scene, and dots along a side of one. */
  pictures: 512,
  pictureSide: 512,
  /** ms of a step, and of standing still. */
  step: [5, 60_000],
  pause: [0, 600_000],
  repeat: [1, 1000],
  /** Columns more or less between letters. */
  gap: [-2, 16],
} as const;

/** The ways a text comes and goes. */
export const MOTIONS = [
  "left",
  "right",
  "up",
  "down",
  "hold",
  "blink",
  "wipe",
  "type",
  "bounce",
  "lines",
] as const;
export type Motion = (typeof MOTIONS)[number];

export const ALIGNMENTS = ["left", "center", "right"] as const;
export type Align = (typeof ALIGNMENTS)[number];

/** A text with its motion. */
export const TEXT_SCENE = object({
  kind: choice("text"),
  /** Lines are parted by line feeds. */
  text: text(SCENE_LIMITS.signText),
  /** Id of a font. */
  font: text(SCENE_LIMITS.name, 1),
  motion: choice(...MOTIONS),
  step: about("ms from one step to the next: a column, a row, a letter", amount(SCENE_LIMITS.step)),
  pause: about("ms the text stands still where its motion lets it", amount(SCENE_LIMITS.pause)),
  repeat: about("how often it is shown before the next scene", whole(SCENE_LIMITS.repeat)),
  align: choice(...ALIGNMENTS),
  inverted: flag(),
  gap: about("columns more between letters", whole(SCENE_LIMITS.gap)),
  /** A text that runs left or right follows itself without a blank display between. */
  seamless: flag(),
});
export type TextScene = Of<typeof TEXT_SCENE>;

/** Pictures one after the other. */
export const PICTURE_SCENE = object({
  kind: choice("pictures"),
  name: text(SCENE_LIMITS.name),
  width: whole([1, SCENE_LIMITS.pictureSide]),
  height: whole([1, SCENE_LIMITS.pictureSide]),
  frames: list(
    object({
      dots: about(
        "packed rows, the leftmost dot the highest bit, as hexadecimal digits",
        form(/^[0-9a-f]*$/, (_, shown) => `must be hexadecimal digits, not ${shown}`),
      ),
      time: about("ms it is shown", amount([SCENE_LIMITS.step[0], SCENE_LIMITS.pause[1]])),
    }),
    SCENE_LIMITS.pictures,
    1,
  ),
  repeat: whole(SCENE_LIMITS.repeat),
});
export type PictureScene = Of<typeof PICTURE_SCENE>;

export const SCENE = eitherBy("kind", "a text or pictures", { text: TEXT_SCENE, pictures: PICTURE_SCENE });
export type Scene = Of<typeof SCENE>;

/** A text as it begins. */
export const USUAL_TEXT_SCENE: TextScene = {
  kind: "text",
  text: "",
  font: "even",
  motion: "left",
  step: 50,
  pause: 1000,
  repeat: 1,
  align: "center",
  inverted: false,
  gap: 0,
  seamless: false,
};
