import { BUILT_IN_FONTS, bitmapFromHex, builtInFont, dotsOfText, readBdf, type DotFont } from "../dots";
import { remembered } from "../remember";
import { LIMITS } from "./limits";
import type { Rig, Sign } from "./document";

const readFonts = remembered((fonts: Sign["fonts"]): ReadonlyMap<string, DotFont> => {
  const found = new Map<string, DotFont>();
  for (const [id, text] of Object.entries(fonts)) {
    const read = readBdf(text, id);
    if (read.ok) found.set(id, read.font);
  }
  return found;
});

const allFonts = remembered((fonts: Sign["fonts"]): readonly DotFont[] => [
  ...BUILT_IN_FONTS,
  ...readFonts(fonts).values(),
]);

/** All fonts of a rig: those that are always there, then its own. */
export const fontsOf = ({ sign }: Pick<Rig, "sign">): readonly DotFont[] =>
  sign && Object.keys(sign.fonts).length > 0 ? allFonts(sign.fonts) : BUILT_IN_FONTS;

/** A font of the rig by its id; the first of the built-in ones where there is none. */
export const fontById = ({ sign }: Pick<Rig, "sign">, id: string): DotFont =>
  (sign && readFonts(sign.fonts).get(id)) ?? builtInFont(id) ?? BUILT_IN_FONTS[0]!;

/** What the schema cannot say of a sign. */
export function checkSign(rig: Rig, add: (path: string, message: string) => void): void {
  const { sign, live } = rig;
  const lacks = (font: string) => !builtInFont(font) && !(sign && Object.hasOwn(sign.fonts, font));
  if (live?.sign && lacks(live.sign.font))
    add("live.sign.font", `is “${live.sign.font}”, and the rig has no such font`);
  if (!sign) return;
  const known = new Set(rig.units.map(({ ref }) => ref));
  const seen = new Map<string, number>();
  sign.modules.forEach(({ unit }, at) => {
    if (!known.has(unit)) add(`sign.modules[${at}].unit`, `names ${unit}, and no unit has that reference`);
    const before = seen.get(unit);
    if (before !== undefined)
      add(`sign.modules[${at}].unit`, `places ${unit} again: it is at modules[${before}] too`);
    else seen.set(unit, at);
  });
  sign.scenes.forEach((scene, at) => {
    if (scene.kind === "text") {
      if (lacks(scene.font))
        add(`sign.scenes[${at}].font`, `is “${scene.font}”, and the rig has no such font`);
      return;
    }
    scene.frames.forEach(({ dots }, frame) => {
      if (bitmapFromHex(dots, scene.width, scene.height)) return;
      const wanted = Math.ceil(scene.width / 8) * scene.height * 2;
      add(
        `sign.scenes[${at}].frames[${frame}].dots`,
        `has ${dots.length} digits; ${scene.width} × ${scene.height} dots take ${wanted}`,
      );
    });
  });
  for (const [id, text] of Object.entries(sign.fonts)) {
    const read = readBdf(text, id);
    if (!read.ok) {
      const { line, message } = read.problems[0]!;
      add(`sign.fonts.${id}`, `is no font that can be read: ${line > 0 ? `line ${line} ` : "it "}${message}`);
    }
  }
  const tooMuch = textDotsProblem(rig);
  if (tooMuch) add("sign.scenes", tooMuch);
}

/**
 * Says when the texts of a sign, laid out in their fonts, take more dots than are kept: 64 long texts in a font of
 * 256 rows would take gigabytes.
 */
export function textDotsProblem(rig: Pick<Rig, "sign">): string | undefined {
  const dots = (rig.sign?.scenes ?? []).reduce(
    (sum, scene) =>
      sum + (scene.kind === "text" ? dotsOfText(scene.text, fontById(rig, scene.font), scene.gap) : 0),
    0,
  );
  return dots > LIMITS.textDots
    ? `take ${formatCount(dots)} dots laid out in their fonts, at most ${formatCount(LIMITS.textDots)} fit: take shorter texts or smaller fonts`
    : undefined;
}

const formatCount = (count: number): string => Math.round(count).toLocaleString("en");
