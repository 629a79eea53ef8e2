import { bitmapFromHex, blankBitmap, dotAt, drawInto, makeBitmap, type Bitmap } from "./bitmap";
import { fontHeight, type DotFont } from "./font";
import type { Align, PictureScene, Scene, TextScene } from "./scene";
import { layLine, layText, type LaidText } from "./text";

/** A window on a picture: what a display shows of it. */
export interface View {
  readonly ribbon: Bitmap;
  /** Column and row of the ribbon at the display's top left corner. */
  readonly x: number;
  readonly y: number;
  /** Columns of the display, from its left, that show anything. */
  readonly shown: number;
  readonly inverted: boolean;
}

/** What a display of some size shows of a scene, frame by frame, each made when it is asked for. */
export interface SceneFrames {
  readonly count: number;
  view(at: number): View;
  bitmap(at: number): Bitmap;
  /** ms the frame is shown. */
  time(at: number): number;
  /** The text as it was laid out. */
  readonly laid?: LaidText;
}

/** Blank columns between a text and itself, where it follows itself. */
export const SEAM = 6;

/** What a scene's motion makes of its pictures: everything but the picture itself. */
type Run = Pick<SceneFrames, "count" | "time" | "laid"> & {
  view(at: number): Pick<View, "ribbon" | "x" | "y"> & { readonly shown?: number };
};

/** The frames of one run through a scene on a display of so many dots. */
export function sceneFrames(scene: Scene, width: number, height: number, font: DotFont): SceneFrames {
  const run =
    scene.kind === "pictures" ? pictureRun(scene, width, height) : textRun(scene, width, height, font);
  const view = (at: number): View => ({
    shown: width,
    ...run.view(at),
    inverted: scene.kind === "text" && scene.inverted,
  });
  return { ...run, view, bitmap: (at) => viewed(view(at), width, height) };
}

/** The picture a display shows through a window. */
export function viewed({ ribbon, x, y, shown, inverted }: View, width: number, height: number): Bitmap {
  return makeBitmap(width, height, (column, row) => {
    const lit = column < shown ? dotAt(ribbon, x + column, y + row) : 0;
    return inverted ? ((1 - lit) as 0 | 1) : lit;
  });
}

function pictureRun({ frames, width, height }: PictureScene, across: number, down: number): Run {
  const blank = blankBitmap(width, height);
  // A picture of another size stands in the middle.
  const [x, y] = [Math.floor((width - across) / 2), Math.floor((height - down) / 2)];
  return {
    count: frames.length,
    view: (at) => ({ ribbon: bitmapFromHex(frames[at]!.dots, width, height) ?? blank, x, y }),
    time: (at) => frames[at]!.time,
  };
}

const startOf = (align: Align, spare: number): number =>
  align === "left" ? 0 : align === "right" ? spare : Math.floor(spare / 2);

function textRun(scene: TextScene, width: number, height: number, font: DotFont): Run {
  const { motion, step, pause, align } = scene;
  if (motion === "lines") return lineRun(scene, width, height, font);
  const laid = layText(scene.text, font, { gap: scene.gap, align, height });
  const { ribbon } = laid;
  // A taller display shows the text in its middle, a lower one its upper rows.
  const top = Math.max(0, Math.floor((height - ribbon.height) / 2));
  const rest = -startOf(align, width - ribbon.width);
  const still = Math.max(step, pause);
  const moving = (
    count: number,
    place: (at: number) => { x: number; y: number },
    time: (at: number) => number,
  ): Run => ({
    count,
    view: (at) => ({ ribbon, x: place(at).x, y: place(at).y - top }),
    time,
    laid,
  });
  const standing = (count: number, shown: (at: number) => number, time: (at: number) => number): Run => ({
    count,
    view: (at) => ({ ribbon, x: rest, y: -top, shown: shown(at) }),
    time,
    laid,
  });
  switch (motion) {
    case "left":
    case "right": {
      if (scene.seamless && ribbon.width > 0) return seamlessRun(scene, laid, width, top);
      // From just outside to just outside.
      const count = Math.max(1, ribbon.width + width);
      return moving(
        count,
        (at) => ({ x: motion === "left" ? at + 1 - width : ribbon.width - 1 - at, y: 0 }),
        () => step,
      );
    }
    case "up":
    case "down": {
      const sign = motion === "up" ? 1 : -1;
      const span = Math.max(height, top + ribbon.height);
      return moving(
        span * 2,
        (at) => ({ x: rest, y: sign * (at + 1 - span) }),
        (at) => (at + 1 === span ? still : step),
      );
    }
    case "hold":
      return standing(
        1,
        () => width,
        () => still,
      );
    case "blink":
      return standing(
        2,
        (at) => (at === 0 ? width : 0),
        () => step,
      );
    case "wipe":
      return standing(
        width,
        (at) => at + 1,
        (at) => (at === width - 1 ? still : step),
      );
    case "type": {
      const ends = laid.letters.map(({ to }) => to);
      const count = Math.max(1, ends.length);
      return {
        count,
        view: (at) => {
          const to = ends[at] ?? 0;
          // A text too long moves on, so that what was typed last is seen.
          const x = ribbon.width <= width ? rest : Math.max(0, to - width);
          return { ribbon, x, y: -top, shown: Math.max(0, Math.min(width, to - x)) };
        },
        time: (at) => (at === count - 1 ? still : step),
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
          () => still,
        );
      const place = (at: number) => (at <= ways ? at : 2 * ways - at);
      return moving(
        2 * ways,
        (at) => ({ x: over > 0 ? place(at) : -place(at), y: 0 }),
        (at) => (at % ways === 0 ? still : step),
      );
    }
  }
}

/** A text behind itself, so that the last frame leads to the first. */
function seamlessRun({ motion, step }: TextScene, laid: LaidText, width: number, top: number): Run {
  const round = laid.ribbon.width + SEAM;
  const ribbon = blankBitmap(round + width, laid.ribbon.height);
  for (let x = 0; x < ribbon.width; x += round) drawInto(ribbon, laid.ribbon, x, 0);
  return {
    count: round,
    view: (at) => ({ ribbon, x: motion === "left" ? at : (round - at) % round, y: -top }),
    time: () => step,
    laid,
  };
}

/** Each line by itself, one after the other. */
function lineRun(scene: TextScene, width: number, height: number, font: DotFont): Run {
  const lines = scene.text.split("\n").map((line) => layLine(line, font, scene.gap));
  const top = Math.max(0, Math.floor((height - fontHeight(font)) / 2));
  const standIns = new Map(lines.flatMap((line) => line.standIns).map((one) => [one.character, one]));
  return {
    count: lines.length,
    view: (at) => {
      const { ribbon } = lines[at]!;
      return { ribbon, x: -startOf(scene.align, width - ribbon.width), y: -top };
    },
    time: () => Math.max(scene.step, scene.pause),
    laid: {
      ribbon: lines[0]!.ribbon,
      letters: lines.flatMap(({ letters }) => letters),
      standIns: [...standIns.values()],
    },
  };
}
