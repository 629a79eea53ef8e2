import { arrayMove } from "@dnd-kit/sortable";
import { useMemo } from "react";
import { bitmapFromHex, bitmapHex, blankBitmap, type Bitmap, type PictureScene } from "@/core/dots";
import { LIMITS } from "@/core/rig";
import { editScene } from "@/store";
import { useChosen } from "@/ui";

/** The pictures of a scene, the one in hand, and what can be done to it and to their order. */
export function usePictures(at: number, scene: PictureScene) {
  const { frames, width, height } = scene;
  const [chosen, choose] = useChosen(frames);
  const bitmap = useMemo(
    () => bitmapFromHex(frames[chosen]!.dots, width, height) ?? blankBitmap(width, height),
    [frames, width, height, chosen],
  );
  const change = (values: Partial<PictureScene>) => editScene(at, { ...scene, ...values });
  const changeFrame = (values: Partial<PictureScene["frames"][number]>) =>
    change({ frames: frames.map((one, place) => (place === chosen ? { ...one, ...values } : one)) });
  return {
    chosen,
    choose,
    bitmap,
    change,
    time: frames[chosen]!.time,
    draw: (made: Bitmap) => changeFrame({ dots: bitmapHex(made) }),
    setTime: (time: number) => changeFrame({ time }),
    /** A picture behind the one in hand, with its time; as many as a scene keeps. */
    add: (made: Bitmap) => {
      if (frames.length >= LIMITS.pictures) return;
      change({
        frames: [
          ...frames.slice(0, chosen + 1),
          { dots: bitmapHex(made), time: frames[chosen]!.time },
          ...frames.slice(chosen + 1),
        ],
      });
      choose(chosen + 1);
    },
    remove: () => {
      change({ frames: frames.filter((_, place) => place !== chosen) });
      choose(Math.max(0, chosen - 1));
    },
    move: (from: number, to: number) => {
      change({ frames: arrayMove([...frames], from, to) });
      choose(to);
    },
    /** Pictures of a file behind all others; they take the place of a single blank one. */
    take: (pictures: ReadonlyArray<{ readonly bitmap: Bitmap; readonly time: number }>) => {
      const made = pictures.map(({ bitmap: one, time }) => ({ dots: bitmapHex(one), time }));
      const blank = frames.length === 1 && !bitmap.dots.includes(1);
      change({ frames: (blank ? made : [...frames, ...made]).slice(0, LIMITS.pictures) });
    },
  };
}

export type Pictures = ReturnType<typeof usePictures>;
