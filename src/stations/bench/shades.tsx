import type { PipName } from "@/core/glyph";
import { digitKey, splitPipId, type DigitKey } from "@/core/rig";
import type { Look, Seen, Shade } from "@/core/bench";
import { useModel } from "@/store";
import { DigitRow } from "@/ui";

/** How each LED looks, digit by digit. */
export type Shades = ReadonlyArray<ReadonlyMap<PipName, Shade>>;

const LEVELS: Readonly<Record<Shade, number>> = { dim: 0.3, lit: 0.8, bright: 1 };

/** What was seen, or would be, as shades; undefined where nobody can tell. */
export function shadesIn(seen: Look | Seen): Shades | undefined {
  if ("unknown" in seen) return undefined;
  return seen.lit.map(
    (leds, digit) =>
      new Map<PipName, Shade>([
        ...leds.map((one) => [one, "lit"] as const),
        ...(seen.dim?.[digit] ?? []).map((one) => [one, "dim"] as const),
        ...(seen.bright?.[digit] ?? []).map((one) => [one, "bright"] as const),
      ]),
  );
}

/** Shades as they are kept; what there is none of is left out. */
export function seenOf(pattern: string, shades: Shades): Seen {
  const of = (wanted: Shade) =>
    shades.map((leds) => [...leds].flatMap(([led, shade]) => (shade === wanted ? [led] : [])));
  const [dim, bright] = [of("dim"), of("bright")];
  const some = (leds: ReadonlyArray<readonly PipName[]>) => leds.some(({ length }) => length > 0);
  return { pattern, lit: of("lit"), ...(some(dim) ? { dim } : {}), ...(some(bright) ? { bright } : {}) };
}

interface Props {
  readonly shades: Shades;
  readonly height: number | string;
  readonly label: string;
  readonly onTurn?: (digit: number, led: PipName) => void;
}

/** A face with LEDs in three shades, to look at or to click. */
export function ShadedFace({ shades, height, label, onTurn }: Props) {
  const model = useModel();
  const has = new Map<DigitKey, Set<PipName>>();
  for (const { pip } of model.addresses) {
    const { unit, digit, segment } = splitPipId(pip);
    const key = digitKey({ unit, digit });
    has.set(key, (has.get(key) ?? new Set()).add(segment));
  }
  const keys = model.digits.map(digitKey);
  return (
    <DigitRow
      colour={model.display.led?.colour ?? "red"}
      height={height}
      label={label}
      verb="Change"
      onPick={onTurn && ((key, segment) => onTurn(keys.indexOf(key), segment))}
      digits={keys.map((key, at) => ({
        key,
        has: has.get(key),
        lights: Object.fromEntries(
          [...(shades[at] ?? [])].map(([led, shade]) => [led, { level: LEVELS[shade], says: shade }]),
        ),
      }))}
    />
  );
}
