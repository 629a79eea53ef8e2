import { bitmapHex, blankBitmap, type Scene } from "@/core/dots";
import { editSign } from "@/store";

/** One dark picture as large as the display. */
export const blankPictures = ({ width, height }: { width: number; height: number }): Scene => ({
  kind: "pictures",
  name: "pictures",
  width,
  height,
  frames: [{ dots: bitmapHex(blankBitmap(width, height)), time: 500 }],
  repeat: 1,
});

/** Puts a scene behind another; at −1 it becomes the first. */
export const insertScene = (behind: number, scene: Scene): void =>
  editSign((sign) => ({
    ...sign,
    scenes: [...sign.scenes.slice(0, behind + 1), scene, ...sign.scenes.slice(behind + 1)],
  }));
