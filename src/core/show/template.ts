import { splitCells, type Cell, type MarkName } from "../glyph";
import type { Live, LiveValue, Show } from "../rig";
import { rangeOf } from "./value-range";

/** A place of a template for a value: which, which part of it, and how. */
export interface Slot {
  readonly value: string;
  /**
   * `h`, `m`, `s`, `d`, `c` of a time; `M` and `S` where nothing larger stands beside them, so that 90 minutes are 90;
   * the whole number without.
   */
  readonly part: string | undefined;
  /** Digits that are shown at least, leading zeros included. */
  readonly least: number;
  /** Digits behind the point. */
  readonly decimals: number;
}

export type Piece = string | Slot;

/** A value in a template: `{level}`, a part of it `{left.m}`, with so many digits `{left.s:00}` or decimals `{level:1}`. */
const PLACE = /\{([a-z][A-Za-z0-9]*)(?:\.([hmsdc]))?(?::(0{1,8}|[0-3]))?\}/g;

/** Takes a template apart: texts and places for values, as they stand. */
export function templatePieces(template: string): Piece[] {
  const pieces: Piece[] = [];
  let from = 0;
  for (const found of template.matchAll(PLACE)) {
    if (found.index > from) pieces.push(template.slice(from, found.index));
    const [whole, value, part, form] = found;
    const zeros = form !== undefined && /^0+$/.test(form);
    pieces.push({
      value: value!,
      part,
      least: zeros ? form.length : 1,
      decimals: form !== undefined && !zeros ? Number(form) : 0,
    });
    from = found.index + whole.length;
  }
  if (from < template.length) pieces.push(template.slice(from));
  return pieces.map((piece) =>
    typeof piece === "string" ? piece : { ...piece, part: wholePart(piece, pieces) },
  );
}

/** Minutes without hours beside them are all minutes, seconds without minutes all seconds. */
function wholePart({ value, part }: Slot, pieces: readonly Piece[]): string | undefined {
  const has = (other: string) =>
    pieces.some((piece) => typeof piece !== "string" && piece.value === value && piece.part === other);
  if (part === "m" && !has("h")) return "M";
  return part === "s" && !has("m") ? "S" : part;
}

/** Names of values a rig has none of, and braces that are no place: what is wrong with a template, in words. */
export function templateProblem(template: string, values: readonly LiveValue[]): string | undefined {
  const pieces = templatePieces(template);
  for (const piece of pieces) {
    if (typeof piece === "string") {
      if (/[{}]/.test(piece))
        return `“${piece.trim()}” is no place for a value: write {name}, {name.m} for a part of a time, {name:00} for two digits or {name:1} for one decimal`;
      continue;
    }
    const value = values.find(({ name }) => name === piece.value);
    if (!value) return `there is no value called ${piece.value}`;
    const part = piece.part?.toLowerCase();
    if (part !== undefined && !partsOf(value).includes(part))
      return `${piece.value} has no part .${part}${partsOf(value).length ? `: it has .${partsOf(value).join(" .")}` : ""}`;
  }
  return undefined;
}

/** The parts of a value one may show by themselves: hours, minutes, seconds, tenths, hundredths. */
export function partsOf(value: LiveValue): readonly string[] {
  if ("clock" in value) return ["h", "m", "s"];
  if (!("timer" in value)) return [];
  return ["h", "m", "s", ...(value.timer.tick < 1000 ? ["d"] : []), ...(value.timer.tick < 100 ? ["c"] : [])];
}

/** Where a value stands on the digits. */
export interface Field {
  readonly slot: Slot;
  readonly first: number;
  readonly width: number;
}

/** A template laid onto digits. */
export interface Laid {
  /** What stands around the fields; blank where a field is. */
  readonly cells: readonly Cell[];
  readonly fields: readonly Field[];
  /** It has more places than there are digits: a field was made narrower, or the last places are cut off. */
  readonly tight: boolean;
}

/** Stands for a digit of a field while the text is split into cells. */
const HELD = "\uE000";
const BLANK: Cell = { glyph: " ", point: false };

/** How many digits a field asks for: as many as its value may ever have, and the sign. */
export function fieldWidth(slot: Slot, live: Pick<Live, "values">): number {
  const value = live.values.find(({ name }) => name === slot.value);
  if (value && "message" in value) return value.message.most;
  const [least, most] = value ? rangeOf(value, slot.part) : [0, 9];
  const digits = Math.max(String(Math.abs(most)).length, String(Math.abs(least)).length);
  return Math.max(digits, slot.least, slot.decimals + 1) + (least < 0 ? 1 : 0);
}

/**
 * Lays a template onto so many digits: numbers stand at the right of fields whose places never move. Where there is room
 * the only field of a face takes all of it on the right; where there is too little, the widest field gets less.
 */
export function layTemplate(
  template: string,
  live: Pick<Live, "values">,
  digits: number,
  { align }: Pick<Show, "align">,
  marks: readonly MarkName[],
): Laid {
  const pieces = templatePieces(template);
  const slots = pieces.filter((piece): piece is Slot => typeof piece !== "string");
  const widths = slots.map((slot) => fieldWidth(slot, live));
  const cellsWith = (): Cell[] => {
    let nth = 0;
    const text = pieces
      .map((piece) => {
        if (typeof piece === "string") return piece;
        const width = widths[nth++]!;
        const whole = width - piece.decimals;
        return HELD.repeat(whole) + (piece.decimals > 0 ? `.${HELD.repeat(piece.decimals)}` : "");
      })
      .join("");
    return splitCells(text, marks);
  };
  let cells = cellsWith();
  const tight = cells.length > digits;
  while (cells.length > digits) {
    const widest = Math.max(...widths.map((width, at) => width - slots[at]!.decimals), 0);
    if (widest <= 1) break;
    const at = widths.findIndex((width, nth) => width - slots[nth]!.decimals === widest);
    widths[at]! -= 1;
    cells = cellsWith();
  }
  cells = cells.slice(0, digits);
  const padding = Array<Cell>(digits - cells.length).fill(BLANK);
  const all = align === "right" ? [...padding, ...cells] : [...cells, ...padding];
  const held = all.flatMap(({ glyph }, at) => (glyph === HELD ? [at] : []));
  let from = 0;
  const fields = slots.flatMap((slot, nth): Field[] => {
    const own = held.slice(from, from + widths[nth]!);
    from += widths[nth]!;
    return own.length > 0 ? [{ slot, first: own[0]!, width: own.length }] : [];
  });
  return {
    cells: all.map((cell) => (cell.glyph === HELD ? { ...cell, glyph: " " } : cell)),
    fields,
    tight,
  };
}
