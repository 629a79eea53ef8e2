/** How a table writes its numbers. */
export interface NumberStyle {
  readonly decimal: "." | ",";
}

/** Time units a table may name, in ns. */
const UNITS: Readonly<Record<string, number>> = {
  s: 1e9,
  sec: 1e9,
  second: 1e9,
  seconds: 1e9,
  ms: 1e6,
  us: 1e3,
  µs: 1e3,
  μs: 1e3,
  ns: 1,
  ps: 1e-3,
};

const UNIT = "(?:s|sec|seconds?|ms|us|µs|μs|ns|ps)";

/** The unit at the end of a head, in brackets or behind a blank, a stroke or an underline: `Time (us)`, `time_ms`. */
export function unitInHead(head: string): number | undefined {
  const found = new RegExp(`(?:[\\[(\\s_/,]|^)(${UNIT})[\\])]?\\s*$`, "i").exec(head.trim());
  return found ? UNITS[found[1]!.toLowerCase()] : undefined;
}

/** Whether a cell is nothing but a unit, as in the second row of an oscilloscope's table. */
export const isUnit = (cell: string): boolean =>
  new RegExp(`^[\\[(]?(${UNIT}|volts?|m?v|hz)[\\])]?$`, "i").test(cell.trim());

const DIGITS = /^[+-]?[\d.,'’\u00a0\u202f _]*\d[\d.,'’\u00a0\u202f _]*(?:e[+-]?\d+)?$/i;
/** Marks between thousands that can be nothing else. */
const SURE_MARKS = /['’\u00a0\u202f _]/g;

/** A number as a table writes it, with or without marks between thousands; undefined where it is none. */
export function numberIn(text: string, { decimal }: NumberStyle): number | undefined {
  const word = text.trim();
  if (!DIGITS.test(word)) return undefined;
  const bare = word.replace(SURE_MARKS, "");
  const plain = decimal === "," ? bare.replace(/\./g, "").replace(",", ".") : bare.replace(/,/g, "");
  const value = Number(plain);
  return Number.isFinite(value) ? value : undefined;
}

/** A moment as a cell writes it: a number, with its unit if it has one, or a time of day. Undefined where it is none. */
export function momentIn(
  text: string,
  style: NumberStyle,
): { readonly value: number; readonly unit: number | undefined } | undefined {
  const clock = /^(?:(\d{4}-\d\d-\d\d)[T ])?(\d{1,2}):(\d\d):(\d\d)(?:[.,](\d+))?Z?$/.exec(text.trim());
  if (clock) {
    const [, day, hours, minutes, seconds, fraction] = clock;
    // Days since a day near by: nanoseconds since 1970 would not fit a number.
    const days = day ? (Date.parse(`${day}T00:00:00Z`) - Date.parse("2020-01-01T00:00:00Z")) / 86_400_000 : 0;
    const whole = days * 86_400 + Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds);
    return { value: whole + Number(`0.${fraction ?? "0"}`), unit: UNITS.s };
  }
  const parted = new RegExp(`^(.*?[\\d.,])\\s*(${UNIT})?$`, "i").exec(text.trim());
  const value = parted ? numberIn(parted[1]!, style) : undefined;
  if (value === undefined) return undefined;
  return { value, unit: parted![2] ? UNITS[parted![2].toLowerCase()] : undefined };
}

/**
 * Which mark is the decimal one in a column. One mark alone with three digits behind it in every cell could be either:
 * it parts thousands where shorter numbers go without it.
 */
export function styleOf(cells: readonly string[]): {
  readonly style: NumberStyle;
  readonly thousands: boolean;
} {
  const texts = cells.map((cell) =>
    cell
      .trim()
      .replace(SURE_MARKS, "")
      .replace(/[a-zµμ]+$/i, ""),
  );
  for (const mark of [",", "."] as const) {
    const other = mark === "," ? "." : ",";
    const marked = texts.filter((text) => text.includes(mark));
    if (marked.length === 0) continue;
    const both = marked.find((text) => text.includes(other));
    if (both) {
      const decimal = both.lastIndexOf(mark) > both.lastIndexOf(other) ? mark : other;
      return { style: { decimal }, thousands: true };
    }
    const grouped = marked.every((text) => new RegExp(`^[+-]?\\d{1,3}(\\${mark}\\d{3})+$`).test(text));
    const repeated = marked.some((text) => text.indexOf(mark) !== text.lastIndexOf(mark));
    const short = texts.filter((text) => !text.includes(mark) && text !== "");
    const shortFits = short.every((text) => /^[+-]?\d{1,3}$/.test(text));
    const beyond = short.some((text) => Math.abs(Number(text)) >= 100);
    if (grouped && (repeated || (shortFits && beyond && !marked.some((text) => /^[+-]?0/.test(text)))))
      return { style: { decimal: other }, thousands: true };
    return { style: { decimal: mark }, thousands: false };
  }
  return { style: { decimal: "." }, thousands: false };
}

const PREFIXES: Readonly<Record<string, number>> = { "": 1, k: 1e3, m: 1e6, g: 1e9 };

/** The time between samples in ns that a line above a table tells, by its rate or its period; undefined where none. */
export function samplePeriodIn(line: string): number | undefined {
  const number = "([\\d.,'’_ ]*\\d(?:e[+-]?\\d+)?)";
  const valueOf = (text: string): number | undefined => numberIn(text, styleOf([text]).style);
  if (/sampl\w*[\s_-]*(rate|freq\w*|clock)|^\W*rate\b/i.test(line)) {
    const value = new RegExp(`[:=,;\\t (]\\s*${number}\\s*([kmg]?)\\s*(hz|s/s|sa/s|sps)?\\s*\\W*$`, "i").exec(
      line,
    );
    const rate = value && valueOf(value[1]!);
    if (!value || !rate) return undefined;
    const named = /([kmg]?)(hz|s\/s|sa\/s)/i.exec(line.slice(0, value.index))?.[1];
    return 1e9 / (rate * PREFIXES[(value[2] || named || "").toLowerCase()]!);
  }
  if (
    /sampl\w*[\s_-]*(interval|period|time|step)|^\W*(interval|increment|x[\s_-]*increment|period|dt)\b/i.test(
      line,
    )
  ) {
    const value = new RegExp(`[:=,;\\t (]\\s*${number}\\s*(${UNIT})?\\s*\\W*$`, "i").exec(line);
    const period = value && valueOf(value[1]!);
    if (!value || !period) return undefined;
    const unit = value[2] ? UNITS[value[2].toLowerCase()]! : (unitInHead(line.slice(0, value.index)) ?? 1e9);
    return period * unit;
  }
  return undefined;
}
