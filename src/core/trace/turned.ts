import { gridOf, modelOf, type RigModel } from "../address";
import { ORIENTATIONS, Stitcher, sameOrientation, type Reading, type Ribbon } from "../dots";
import type { PipName } from "../glyph";
import { USUAL_LAYOUT, dotModules, ownUnits, laidOut, type LayoutChoice } from "../rig";
import { readSign, shownPicture } from "../sim";
import type { Decoded } from "./decoded";
import { HALF_WRITTEN } from "./decoder";
import { expectedFaces, keyOf, plainFaces } from "./fit";

/** Faces looked at for a layout in which they can be read. */
const MOST_LOOKED = 400;
/** So many letters and figures in a row are no accident. */
const LEAST_LETTERS = 4;

export interface ReadableLayout {
  readonly layout: LayoutChoice;
  /** What then reads; undefined where it is known by its pictures. */
  readonly text: string | undefined;
}

/** How modules stand, in words. */
export const layoutSays = ({ orientation: { turn, mirrored }, from }: LayoutChoice): string =>
  [
    turn === 0 ? "not turned" : `turned ${turn}° clockwise`,
    ...(mirrored ? ["mirrored"] : []),
    `the chain begun at the ${from === "top-left" ? "left" : "right"}`,
  ].join(", ");

const lettersIn = (text: string): number =>
  text.includes("�") ? 0 : [...text].filter((letter) => /[A-Za-z0-9]/.test(letter)).length;

/**
 * Whether what a capture lights can be read if the modules stood otherwise than the rig says: all of them turned or
 * mirrored alike, or the chain begun from the other end. Undefined where it can be read as it is, or not at all.
 */
export function readableLayout(model: RigModel, decoded: Decoded): ReadableLayout | undefined {
  const grid = gridOf(model);
  const modules = dotModules(ownUnits(model.rig));
  if (!grid || modules.length === 0) return undefined;
  const across = new Set(model.rig.sign?.modules.map(({ x }) => x)).size || modules.length;
  const layouts = ORIENTATIONS.flatMap((orientation) =>
    (["top-left", "top-right"] as const).map((from): LayoutChoice => ({
      ...USUAL_LAYOUT,
      across,
      from,
      orientation,
    })),
  ).filter((layout) => !isPresent(model, layout));
  return knownPictures(model, modules, layouts, decoded) ?? readableTexts(model, modules, layouts, decoded);
}

type Modules = ReturnType<typeof dotModules>;

const placedAs = (model: RigModel, modules: Modules, layout: LayoutChoice): RigModel =>
  modelOf({ ...model.rig, sign: { ...model.rig.sign!, modules: laidOut(modules, layout) } });

const wordsOf = (text: string): string | undefined => (lettersIn(text) > 0 ? text : undefined);

/** The layout in which the pictures are those of the rig's own show. */
function knownPictures(
  model: RigModel,
  modules: Modules,
  layouts: readonly LayoutChoice[],
  decoded: Decoded,
): ReadableLayout | undefined {
  const faces = plainFaces(decoded).slice(0, MOST_LOOKED);
  const expected = expectedFaces(model);
  let best: { readonly layout: LayoutChoice; readonly known: number } | undefined;
  for (const layout of layouts) {
    const placed = placedAs(model, modules, layout);
    const known = faces.filter((digits) => expected.has(keyOf(placed, digits))).length;
    if (known > (best?.known ?? 0)) best = { layout, known };
  }
  return best && best.known >= Math.max(1, faces.length * 0.25)
    ? {
        layout: best.layout,
        text: wordsOf(textWith(model, placedAs(model, modules, best.layout), decoded).text),
      }
    : undefined;
}

/** The layout in which the pictures read as letters of a known font, where they do not as they are. */
function readableTexts(
  model: RigModel,
  modules: Modules,
  layouts: readonly LayoutChoice[],
  decoded: Decoded,
): ReadableLayout | undefined {
  const now = textWith(model, model, decoded);
  if (lettersIn(now.text) >= LEAST_LETTERS && now.sure === 1) return undefined;
  let best: { readonly layout: LayoutChoice; readonly text: string; readonly doubt: number } | undefined;
  for (const layout of layouts) {
    const { text, doubt, sure } = textWith(model, placedAs(model, modules, layout), decoded);
    // Upside down, too, some letters look like others: only letters of a known font are a proof.
    if (lettersIn(text) >= LEAST_LETTERS && sure === 1 && doubt < (best?.doubt ?? Infinity))
      best = { layout, text, doubt };
  }
  return best;
}

const isPresent = ({ rig }: RigModel, layout: LayoutChoice): boolean => {
  const places = laidOut(dotModules(ownUnits(rig)), layout);
  return places.every((place) => {
    const now = rig.sign?.modules.find(({ unit }) => unit === place.unit);
    return now?.x === place.x && now.y === place.y && sameOrientation(now, place);
  });
};

/** The longest text that reads with the modules placed so. */
function textWith(model: RigModel, placed: RigModel, { faces, to }: Decoded): Reading {
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
    ribbon ? [readSign(model, ribbon.bitmap)] : [],
  );
  return texts.reduce((longest, one) => (lettersIn(one.text) > lettersIn(longest.text) ? one : longest), {
    text: "",
    doubt: Infinity,
    sure: 0,
  });
}
