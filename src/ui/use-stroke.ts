import { useRef, useState } from "react";
import { dotsBetween, withDots, type Bitmap } from "@/core/dots";

/** What a hand does on a picture of dots. */
export interface Stroke {
  /** @param lit what the stroke draws; by default the opposite of the dot it begins on */
  readonly begin: (dot: number, lit?: 0 | 1) => void;
  readonly along: (dot: number) => void;
  readonly end: () => void;
}

/**
 * Draws on a picture: from the dot that is pressed on, which turns to the opposite, every dot the pointer goes over
 * becomes the same, however fast it goes. The picture is kept once, when the pointer is let go.
 */
export function useStroke(
  bitmap: Bitmap,
  keep: (made: Bitmap) => void,
): { readonly shown: Bitmap; readonly stroke: Stroke } {
  const [shown, setShown] = useState<Bitmap>();
  const open = useRef<{ made: Bitmap; last: number; readonly lit: 0 | 1 }>(undefined);
  const draw = (to: number) => {
    const now = open.current;
    if (!now) return;
    now.made = withDots(now.made, dotsBetween(bitmap.width, now.last, to), now.lit);
    now.last = to;
    setShown(now.made);
  };
  return {
    shown: shown ?? bitmap,
    stroke: {
      begin: (dot, lit = bitmap.dots[dot] ? 0 : 1) => {
        open.current = { made: bitmap, last: dot, lit };
        draw(dot);
      },
      along: draw,
      end: () => {
        const { current } = open;
        open.current = undefined;
        setShown(undefined);
        if (current && current.made.dots.some((dot, at) => dot !== bitmap.dots[at])) keep(current.made);
      },
    },
  };
}
