import { builtInFont, layLine, placeOf } from "../dots";
import { MARKS, cellSegments, columnOf, isDot, splitCells } from "../glyph";
import { isDisplay, isSingleLeds } from "../parts";
import { remembered } from "../remember";
import {
  besideRound,
  pipId,
  splitPipId,
  type Beside,
  type DigitId,
  type EncodedPip,
  type PipId,
  type UnitRef,
} from "../rig";
import type { RigModel } from "./model";
import { needKey } from "./state";

/** LEDs that take no part in the show: single ones, and displays beside the plan's. */
export const besideShow: (model: RigModel) => ReadonlySet<UnitRef> = remembered((model: RigModel) => {
  const shown = new Set(model.digits.map(({ unit }) => unit));
  return new Set(
    model.rig.units.flatMap(({ ref }) => {
      const part = model.part(ref);
      return part.kind === "display" && !shown.has(ref) ? [ref] : [];
    }),
  );
});

/** LEDs beside the show that hang on something the show's LEDs are switched by as well: the program cannot hold them. */
export const tiedToShow: (model: RigModel) => readonly PipId[] = remembered((model: RigModel) => {
  const beside = besideShow(model);
  const isBeside = ({ pip }: EncodedPip) => beside.has(splitPipId(pip).unit);
  if (beside.size === 0) return [];
  const used = new Set(
    model.encoding.pips.filter((entry) => !isBeside(entry)).flatMap(({ needs }) => needs.map(needKey)),
  );
  return model.encoding.pips
    .filter((entry) => isBeside(entry) && entry.needs.some((need) => used.has(needKey(need))))
    .map(({ pip }) => pip);
});

/** Single LEDs that are switched by themselves, whatever digit has its turn. */
export const freeLamps: (model: RigModel) => readonly PipId[] = remembered((model: RigModel) => {
  const tied = new Set(tiedToShow(model));
  return model.addresses
    .map(({ pip }) => pip)
    .filter((pip) => isSingleLeds(model.part(splitPipId(pip).unit)) && !tied.has(pip));
});

/** The digits of a display beside the plan's, in reading order; none of one with dots. */
export const besideDigits = (model: Pick<RigModel, "part">, { units }: Pick<Beside, "units">): DigitId[] =>
  units.flatMap((unit) => {
    const part = model.part(unit);
    if (!isDisplay(part) || part.columns > 0) return [];
    return Array.from({ length: part.digits }, (_, at) => ({ unit, digit: at + 1 }));
  });

/** The segments of a text on the digits of a display beside the plan's. */
function digitPips(model: RigModel, group: Beside, text: string): PipId[] {
  const digits = besideDigits(model, group);
  const names = new Set(
    group.units.flatMap((ref) => {
      const part = model.part(ref);
      return isDisplay(part) ? part.leds.map(({ segment }) => segment) : [];
    }),
  );
  const marks = MARKS.filter((mark) => names.has(mark));
  const cells = splitCells(text, marks).slice(0, digits.length);
  const { align } = model.rig.show;
  const first = align === "right" ? digits.length - cells.length : 0;
  return cells.flatMap((cell, at) => {
    const { unit, digit } = digits[first + at]!;
    return cellSegments(cell, model.rig.glyphs).map((segment) => pipId(unit, digit, segment));
  });
}

/** The dots of a text on a display beside the plan's, from its left edge, as its modules stand. */
function dotPips(model: RigModel, { modules = [] }: Beside, text: string): PipId[] {
  const { ribbon } = layLine(text, builtInFont("even")!);
  return modules.flatMap((place) => {
    const part = model.part(place.unit);
    if (!isDisplay(part)) return [];
    return part.leds.flatMap(({ digit, segment }) => {
      if (!isDot(segment)) return [];
      const seen = placeOf(columnOf(segment) - 1, digit - 1, part.columns, part.digits, place);
      const [x, y] = [place.x + seen.x, place.y + seen.y];
      const isLit = x < ribbon.width && y < ribbon.height && ribbon.dots[y * ribbon.width + x] === 1;
      return isLit ? [pipId(place.unit, digit, segment)] : [];
    });
  });
}

/** What is held once the displays beside the plan's are at their nth text. */
function heldAt(model: RigModel, nth: number): ReadonlySet<PipId> {
  const beside = besideShow(model);
  if (beside.size === 0) return new Set<PipId>();
  const tied = new Set(tiedToShow(model));
  const singles = model.rig.units.flatMap(({ ref, lit = [] }) =>
    isSingleLeds(model.part(ref)) ? lit.map((name) => pipId(ref, 1, name)) : [],
  );
  const groups = (model.rig.beside ?? []).flatMap((group) => {
    const text = group.shows[nth % group.shows.length]!;
    return group.modules ? dotPips(model, group, text) : digitPips(model, group, text);
  });
  return new Set([...singles, ...groups].filter((pip) => model.address(pip) !== undefined && !tied.has(pip)));
}

const heldOf = remembered((model: RigModel) => {
  const round = besideRound(model.rig);
  const known = new Map<number, ReadonlySet<PipId>>();
  return (nth: number) => {
    const at = nth % round;
    const found = known.get(at) ?? heldAt(model, at);
    known.set(at, found);
    return found;
  };
});

/**
 * The LEDs beside the show that the program keeps lit: single ones, and what displays beside the plan's show.
 * @param nth which text of theirs those displays are at, from 0
 */
export const heldPips = (model: RigModel, nth = 0): ReadonlySet<PipId> => heldOf(model)(nth);
