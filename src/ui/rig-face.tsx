import type { RigModel } from "@/core/address";
import type { PipName } from "@/core/glyph";
import { splitPipId, type PipId } from "@/core/rig";
import { readCurrents, type Face } from "@/core/sim";
import { STEADY } from "@/core/scan";
import { DigitRow, type DigitLights } from "./digit-face";

/** Eyes take in a wide range: a tenth of the steady current still looks a good third as bright. */
const lightLevel = (current: number): number => Math.min(1, Math.max(0.12, (current / STEADY) ** 0.45));

/** A digit of a rig as the picture needs it. */
interface DigitPicture {
  readonly key: string;
  readonly lights: DigitLights;
  readonly has: ReadonlySet<PipName>;
}

/** What a rig's digits show, in reading order. */
export function faceDigits(model: RigModel, face: Face | undefined): DigitPicture[] {
  const digits = model.digits.map(({ unit, digit }) => ({
    key: `${unit}.${digit}`,
    lights: {} as Record<string, { level: number; unknown: boolean }>,
    has: new Set<PipName>(),
  }));
  const byKey = new Map(digits.map((digit) => [digit.key, digit]));
  const keyOf = (pip: PipId) => {
    const { unit, digit, segment } = splitPipId(pip);
    return { digit: byKey.get(`${unit}.${digit}`), segment };
  };
  for (const { pip } of model.addresses) {
    const { digit, segment } = keyOf(pip);
    digit?.has.add(segment);
  }
  for (const { pip, current, state } of face?.pips ?? []) {
    const { digit, segment } = keyOf(pip);
    if (digit)
      digit.lights[segment] = {
        level: state === "lit" ? lightLevel(current) : 0,
        unknown: state === "unknown",
      };
  }
  return digits;
}

/** What the face reads as, for people who hear the page and for tests. */
export function faceText(model: RigModel, face: Face | undefined): string {
  if (!face || face.pips.length === 0) return "starting";
  if (face.pips.some(({ state }) => state === "unknown")) return "unknown";
  const text = readCurrents(model, new Map(face.pips.map(({ pip, current }) => [pip, current])));
  if (text.trim() === "") return "blank";
  return text === "�" ? "no character" : text;
}

interface Props {
  readonly model: RigModel;
  readonly face: Face | undefined;
  readonly pick?: PipId;
  readonly onPick?: (pip: PipId) => void;
  readonly height: number | string;
  readonly label: string;
}

/** The simulated display of a rig, all digits, as an eye takes it in. */
export function RigFace({ model, face, pick, onPick, height, label }: Props) {
  const picked = pick === undefined ? undefined : splitPipId(pick);
  return (
    <DigitRow
      colour={model.display.led?.colour ?? "red"}
      digits={faceDigits(model, face)}
      picked={picked && { key: `${picked.unit}.${picked.digit}`, segment: picked.segment }}
      onPick={onPick && ((key, segment) => onPick(`${key}.${segment}`))}
      height={height}
      label={label}
    />
  );
}
