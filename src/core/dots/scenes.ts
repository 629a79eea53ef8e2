import { bitmapFromHex, blankBitmap, drawInto, inverted, windowOf, type Bitmap } from "./bitmap";
import { fontHeight, type DotFont } from "./font";
import { layLine, layText, type Align, type LaidText } from "./text";

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

/** A text with its motion. */
export interface TextScene {
  readonly kind: "text";
  /** Lines are parted by line feeds. */
  readonly text: string;
  /** Id of a font. */
  readonly font: string;
  readonly motion: Motion;
  /** ms from one step to the next: a column, a row, a letter. */
  readonly step: number;
  /** ms the text stands still where its motion lets it. */
  readonly pause: number;
  /** How often it is shown before the next scene. */
  readonly repeat: number;
  readonly align: Align;
  readonly inverted: boolean;
  /** Columns more between letters. */
  readonly gap: number;
  /** A text that runs left or right follows itself without a blank display between. */
  readonly seamless: boolean;
}

/** Pictures one after the other. */
export interface PictureScene {
  readonly kind: "pictures";
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** Packed rows as hexadecimal digits, and ms each is shown. */
  readonly frames: ReadonlyArray<{ readonly dots: string; readonly time: number }>;
  readonly repeat: number;
}

export type Scene = TextScene | PictureScene;

/** What a display of some size shows of a scene, frame by frame, each made when it is asked for. */
export interface SceneFrames {
  readonly count: number;
  bitmap(at: number): Bitmap;
  /** ms the frame is shown. */
  time(at: number): number;
  /** The whole text, and where the window stands on it, for motions that move a window. */
  readonly ribbon?: Bitmap;
  windowAt?(at: number): { readonly x: number; readonly y: number };
  readonly laid?: LaidText;
}

/** Blank columns between a text and itself, where it follows itself. */
export const SEAM = 6;

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

/** The frames of one run through a scene on a display of so many dots. */
export function sceneFrames(scene: Scene, width: number, height: number, font: DotFont): SceneFrames {
  if (scene.kind === "pictures") return pictureFrames(scene, width, height);
  const frames = textFrames(scene, width, height, font);
  if (!scene.inverted) return frames;
  return { ...frames, bitmap: (at) => inverted(frames.bitmap(at)) };
}

function pictureFrames({ frames, width, height }: PictureScene, across: number, down: number): SceneFrames {
  const picture = (at: number): Bitmap => {
    const found = bitmapFromHex(frames[at]!.dots, width, height) ?? blankBitmap(width, height);
    if (width === across && height === down) return found;
    // A picture of another size stands in the middle.
    return windowOf(found, Math.floor((width - across) / 2), Math.floor((height - down) / 2), across, down);
  };
  return { count: frames.length, bitmap: picture, time: (at) => frames[at]!.time };
}

const startOf = (align: Align, spare: number): number =>
  align === "left" ? 0 : align === "right" ? spare : Math.floor(spare / 2);

function textFrames(scene: TextScene, width: number, height: number, font: DotFont): SceneFrames {
  const { motion, step, pause, align } = scene;
  if (motion === "lines") return lineFrames(scene, width, height, font);
  const laid = layText(scene.text, font, { gap: scene.gap, align, height });
  const { ribbon } = laid;
  // A taller display shows the text in its middle, a lower one its upper rows.
  const top = Math.max(0, Math.floor((height - ribbon.height) / 2));
  const at = (x: number, y = 0): Bitmap => windowOf(ribbon, x, y - top, width, height);
  const rest = -startOf(align, width - ribbon.width);
  const moving = (
    count: number,
    place: (index: number) => { x: number; y: number },
    time: (index: number) => number,
  ) => ({
    count,
    bitmap: (index: number) => {
      const { x, y } = place(index);
      return at(x, y);
    },
    time,
    ribbon,
    windowAt: (index: number) => ({ x: place(index).x, y: place(index).y - top }),
    laid,
  });
  switch (motion) {
    case "left":
    case "right": {
      if (scene.seamless && ribbon.width > 0) return seamlessFrames(scene, laid, width, height, top);
      // From just outside to just outside.
      const count = Math.max(1, ribbon.width + width);
      return moving(
        count,
        (index) => ({ x: motion === "left" ? index + 1 - width : ribbon.width - 1 - index, y: 0 }),
        () => step,
      );
    }
    case "up":
    case "down": {
      const sign = motion === "up" ? 1 : -1;
      const span = Math.max(height, top + ribbon.height);
      return moving(
        span * 2,
        (index) => ({ x: rest, y: sign * (index + 1 - span) }),
        (index) => (index + 1 === span ? Math.max(step, pause) : step),
      );
    }
    case "hold":
      return moving(
        1,
        () => ({ x: rest, y: 0 }),
        () => Math.max(step, pause),
      );
    case "blink":
      return {
        count: 2,
        bitmap: (index) => (index === 0 ? at(rest) : blankBitmap(width, height)),
        time: () => step,
        laid,
      };
    case "wipe":
      return {
        count: width,
        bitmap: (index) => {
          const whole = at(rest);
          const shown = blankBitmap(width, height);
          drawInto(shown, windowOf(whole, 0, 0, index + 1, height), 0, 0);
          return shown;
        },
        time: (index) => (index === width - 1 ? Math.max(step, pause) : step),
        laid,
      };
    case "type": {
      const ends = laid.letters.map(({ to }) => to);
      const count = Math.max(1, ends.length);
      return {
        count,
        bitmap: (index) => {
          const to = ends[index] ?? 0;
          const typed = windowOf(ribbon, 0, 0, Math.min(to, ribbon.width), ribbon.height);
          // A text too long moves on, so that what was typed last is seen.
          const x = ribbon.width <= width ? rest : Math.max(0, to - width);
          return windowOf(typed, x, -top, width, height);
        },
        time: (index) => (index === count - 1 ? Math.max(step, pause) : step),
        laid,
      };
    }
    case "bounce": {
      const over = ribbon.width - width;
      const ways = Math.abs(over);
      if (ways === 0)
        return moving(
          1,
          () => ({ x: 0, y: 0 }),
          () => Math.max(step, pause),
        );
      const place = (index: number) => (index <= ways ? index : 2 * ways - index);
      return moving(
        2 * ways,
        (index) => ({ x: over > 0 ? place(index) : -place(index), y: 0 }),
        (index) => (index % ways === 0 ? Math.max(step, pause) : step),
      );
    }
  }
}

/** A text behind itself, so that the last frame leads to the first. */
function seamlessFrames(
  { motion, step }: TextScene,
  laid: LaidText,
  width: number,
  height: number,
  top: number,
): SceneFrames {
  const { ribbon } = laid;
  const round = ribbon.width + SEAM;
  const place = (index: number) => (motion === "left" ? index : (round - index) % round);
  return {
    count: round,
    bitmap: (index) => {
      const shown = blankBitmap(width, height);
      for (let x = -place(index); x < width; x += round) drawInto(shown, ribbon, x, top);
      return shown;
    },
    time: () => step,
    ribbon,
    windowAt: (index) => ({ x: place(index), y: -top }),
    laid,
  };
}

/** Each line by itself, one after the other. */
function lineFrames(scene: TextScene, width: number, height: number, font: DotFont): SceneFrames {
  const lines = scene.text.split("\n").map((line) => layLine(line, font, scene.gap));
  const top = Math.max(0, Math.floor((height - fontHeight(font)) / 2));
  const standIns = new Map(lines.flatMap((line) => line.standIns).map((one) => [one.character, one]));
  return {
    count: lines.length,
    bitmap: (index) => {
      const { ribbon } = lines[index]!;
      return windowOf(ribbon, -startOf(scene.align, width - ribbon.width), -top, width, height);
    },
    time: () => Math.max(scene.step, scene.pause),
    laid: {
      ribbon: lines[0]!.ribbon,
      letters: lines.flatMap(({ letters }) => letters),
      standIns: [...standIns.values()],
    },
  };
}

/** How long one run through a scene lasts, in ms, without its repeats. */
export function sceneTime(frames: Pick<SceneFrames, "count" | "time">): number {
  let sum = 0;
  for (let at = 0; at < frames.count; at += 1) sum += frames.time(at);
  return sum;
}
