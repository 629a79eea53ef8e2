import { gridOf, modelOf, type RigModel } from "../address";
import { ORIENTATIONS, Stitcher, readingOf, sameOrientation, type Ribbon } from "../dots";
import type { PipName } from "../glyph";
import { USUAL_LAYOUT, dotModules, fontsOf, laidOut, type LayoutChoice } from "../rig";
import { shownPicture } from "../sim";
import { HALF_WRITTEN, type Decoded } from "./decode";

/** Faces looked at for a layout in which they can be read. */
const MOST_LOOKED = 400;
/** So many letters and figures in a row are no accident. */
const LEAST_LETTERS = 4;

export interface ReadableLayout {
  readonly layout: LayoutChoice;
  readonly text: string;
}

const lettersIn = (text: string): number =>
  text.includes("�") ? 0 : [...text].filter((letter) => /[A-Za-z0-9]/.test(letter)).length;

/**
 * Whether what a capture lights can be read if the modules stood otherwise than the rig says: all of them turned or
 * mirrored alike, or the chain begun from the other end. Undefined where it can be read as it is, or not at all.
 */
export function readableLayout(model: RigModel, decoded: Decoded): ReadableLayout | undefined {
  const grid = gridOf(model);
  const modules = dotModules(model.rig.units);
  if (!grid || modules.length === 0 || decoded.lines.some(({ text }) => lettersIn(text) >= LEAST_LETTERS))
    return undefined;
  const across = new Set(model.rig.sign?.modules.map(({ x }) => x)).size || modules.length;
  let best: (ReadableLayout & { readonly doubt: number }) | undefined;
  for (const orientation of ORIENTATIONS)
    for (const from of ["top-left", "top-right"] as const) {
      const layout: LayoutChoice = { ...USUAL_LAYOUT, across, from, orientation };
      const { text, doubt } = textWith(model, laidOut(modules, layout), decoded);
      // Upside down, too, some letters look like others: what is least doubtful is taken.
      const better = lettersIn(text) >= LEAST_LETTERS && doubt < (best?.doubt ?? Infinity);
      if (better && !isPresent(model, layout)) best = { layout, text, doubt };
    }
  return best;
}

const isPresent = ({ rig }: RigModel, layout: LayoutChoice): boolean => {
  const places = laidOut(dotModules(rig.units), layout);
  return places.every((place) => {
    const now = rig.sign?.modules.find(({ unit }) => unit === place.unit);
    return now?.x === place.x && now.y === place.y && sameOrientation(now, place);
  });
};

/** The longest text that reads with the modules placed so. */
function textWith(
  model: RigModel,
  modules: ReturnType<typeof laidOut>,
  { faces, to }: Decoded,
): ReturnType<typeof readingOf> {
  const placed = modelOf({ ...model.rig, sign: { ...model.rig.sign!, modules } });
  const grid = gridOf(placed)!;
  const stitcher = new Stitcher(HALF_WRITTEN);
  const ribbons: Array<Ribbon | undefined> = faces
    .slice(0, MOST_LOOKED)
    .filter(({ digits }) => digits.every(({ unknown }) => unknown === ""))
    .map(({ at, digits }) => {
      const shown = digits.map(({ lit }) => ({ segments: lit === "" ? [] : (lit.split(" ") as PipName[]) }));
      return stitcher.add(shownPicture(placed, grid, shown), at);
    });
  const texts = [...ribbons, ...stitcher.finish(to)].flatMap((ribbon) =>
    ribbon ? [readingOf(ribbon.bitmap, fontsOf(model.rig))] : [],
  );
  return texts.reduce((longest, one) => (lettersIn(one.text) > lettersIn(longest.text) ? one : longest), {
    text: "",
    doubt: Infinity,
  });
}
