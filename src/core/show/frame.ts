import type { Bitmap, View } from "../dots";
import type { Cell } from "../glyph";
import type { Milliseconds } from "../quantity";

/** One face of the show: the text as it was given, and a cell for every digit. */
export interface Frame {
  readonly text: string;
  readonly cells: readonly Cell[];
  /** The text has more places than the display: the last ones are cut off. */
  readonly cut: boolean;
  /** Which text of theirs displays beside it show meanwhile, from 0; the first where it is left out. */
  readonly nth?: number;
  /** Of a display of dots: how long it is shown, in ms, and its picture. */
  readonly time?: Milliseconds;
  readonly bitmap?: () => Bitmap;
  /** The window on a text or picture that makes it, where it has one. */
  readonly view?: () => View;
}
