import { gridOf, type RigModel } from "../address";
import type { Bitmap } from "../dots";
import { inOrder, readSegments, type PipName } from "../glyph";
import { buildProgram } from "../program";
import { remembered } from "../remember";
import { frameRows, shownPicture } from "../sim";
import type { Decoded, DecodedFace } from "./decoded";

/** What each digit of a face lights, in reading order. */
export type LitDigits = ReadonlyArray<readonly PipName[]>;

/** Faces that are looked at. */
const MOST_FACES = 400;
/** Dots of pictures that are worked out to be compared. */
const MOST_DOTS = 4_000_000;

/** What is lit on each digit of a decoded face, to be held against what should be. */
export const litDigits = ({ digits }: DecodedFace): LitDigits =>
  digits.map(({ lit }) => (lit === "" ? [] : (lit.split(" ") as PipName[])));

const faceKey = (digits: LitDigits): string => digits.map((lit) => inOrder(lit).join(" ")).join("|");
const pictureKey = ({ dots }: Bitmap): string => dots.join("");

/** What the rig's own program lights, face by face, as texts to compare: lit segments, or dots of the display. */
export const expectedFaces = remembered((model: RigModel): ReadonlySet<string> => {
  if (!gridOf(model)) return new Set(frameRows(model).map(({ shown }) => faceKey(shown)));
  const keys = new Set<string>();
  let dots = 0;
  for (const { bitmap } of buildProgram(model).frames) {
    const picture = bitmap?.();
    if (!picture) continue;
    keys.add(pictureKey(picture));
    dots += picture.dots.length;
    if (dots > MOST_DOTS) break;
  }
  return keys;
});

/** A face as {@link expectedFaces} writes it. */
export function keyOf(model: RigModel, digits: LitDigits): string {
  const grid = gridOf(model);
  if (!grid) return faceKey(digits);
  return pictureKey(
    shownPicture(
      model,
      grid,
      digits.map((segments) => ({ segments })),
    ),
  );
}

/** How much sense faces make on a rig. */
export interface Fit {
  /** Faces that light something. */
  readonly faces: number;
  /** Those of them that the rig's own program lights too, and how many different ones. */
  readonly known: number;
  readonly kinds: number;
  /** Different digits: figures, other characters, and what is none. */
  readonly figures: number;
  readonly letters: number;
  readonly odd: number;
}

/** The faces of a capture that light something and of which everything is known. */
export const plainFaces = ({ faces }: Pick<Decoded, "faces">): LitDigits[] =>
  faces
    .slice(0, MOST_FACES * 4)
    .filter(
      ({ digits }) => digits.some(({ lit }) => lit !== "") && digits.every(({ unknown }) => unknown === ""),
    )
    .slice(0, MOST_FACES)
    .map(litDigits);

/** How much sense faces make on a rig: whether its show has them, and whether their digits are characters. */
export function fitOf(model: RigModel, faces: readonly LitDigits[]): Fit {
  const expected = expectedFaces(model);
  const found = new Set<string>();
  let known = 0;
  for (const digits of faces) {
    const key = keyOf(model, digits);
    if (!expected.has(key)) continue;
    known += 1;
    found.add(key);
  }
  const tally = { figures: 0, letters: 0, odd: 0 };
  if (!gridOf(model)) {
    const patterns = new Set(
      faces.flatMap((digits) => digits.map((lit) => faceKey([lit.filter((one) => one !== "dp")]))),
    );
    for (const pattern of patterns) if (pattern !== "") tally[kindOf(pattern, model)] += 1;
  }
  return { faces: faces.length, known, kinds: found.size, ...tally };
}

function kindOf(pattern: string, { rig }: RigModel): "figures" | "letters" | "odd" {
  const glyphs = readSegments(pattern.split(" ") as PipName[], rig.glyphs);
  if (glyphs.length === 0) return "odd";
  return glyphs.some((glyph) => /[0-9-]/.test(glyph)) ? "figures" : "letters";
}

const share = (part: number, whole: number): number => (whole === 0 ? 0 : part / whole);

/** Whether the rig's own show is recognised: nothing more has to be explained. */
export const isOwnShow = ({ faces, known }: Fit): boolean => faces > 0 && share(known, faces) >= 0.9;

/** Whether faces read otherwise fit the rig so much better than as they are that it is no accident. */
export function fitsBetter(model: RigModel, now: Fit, other: Fit): boolean {
  const kinds = [...expectedFaces(model)].filter((key) => /[^|0]/.test(key)).length;
  const then = share(other.known, other.faces);
  const gained = then - share(now.known, now.faces);
  const enough = other.kinds >= Math.max(1, Math.min(3, kinds));
  if (enough && gained >= (gridOf(model) ? 0.25 : then >= 0.95 ? 0.15 : 0.4)) return true;
  // A show of its own: what was no character is one now, and all of them are.
  const before = now.figures + now.letters + now.odd;
  return (
    now.known === 0 &&
    other.odd === 0 &&
    other.figures >= 3 &&
    other.figures >= other.letters * 4 &&
    share(now.odd, before) >= 0.3
  );
}

/** Orders fits: known faces first, then figures. */
export const fitScore = ({ faces, known, figures, letters, odd }: Fit): number =>
  share(known, faces) * 10 + share(figures + letters / 2 - odd, figures + letters + odd);
