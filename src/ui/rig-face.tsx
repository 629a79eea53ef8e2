import { gridOf, moduleBoxes, type RigModel } from "@/core/address";
import type { PipName } from "@/core/glyph";
import { splitPipId, type PipId, digitKey, digitOf, pipOn, type DigitKey } from "@/core/rig";
import { VISIBLE, readCurrents, type FaceView } from "@/core/sim";
import { STEADY } from "@/core/scan";
import { DigitRow, type DigitLights } from "./digit-face";
import { DotFace } from "./dot-face";

/** Eyes take in a wide range: a tenth of the steady current still looks a good third as bright. */
const lightLevel = (current: number): number => Math.min(1, Math.max(0.12, (current / STEADY) ** 0.45));

/** A digit of a rig as the picture needs it. */
interface DigitPicture {
  readonly key: DigitKey;
  readonly lights: DigitLights;
  readonly has: ReadonlySet<PipName>;
}

/** What a rig's digits show, in reading order. */
export function faceDigits(model: RigModel, face: FaceView | undefined): DigitPicture[] {
  const digits = model.digits.map((id) => ({
    key: digitKey(id),
    lights: {} as Record<string, { level: number; unknown: boolean }>,
    has: new Set<PipName>(),
  }));
  const byKey = new Map(digits.map((digit) => [digit.key, digit]));
  const keyOf = (pip: PipId) => ({ digit: byKey.get(digitOf(pip)), segment: splitPipId(pip).segment });
  for (const { pip } of model.addresses) {
    const { digit, segment } = keyOf(pip);
    digit?.has.add(segment);
  }
  model.addresses.forEach(({ pip }, at) => {
    const { digit, segment } = keyOf(pip);
    if (!digit || !face) return;
    const unknown = face.unknown[at] === 1;
    const current = face.currents[at]!;
    digit.lights[segment] = { level: !unknown && current > VISIBLE ? lightLevel(current) : 0, unknown };
  });
  return digits;
}

/** What the face reads as, for people who hear the page and for tests. */
export function faceText(model: RigModel, face: FaceView | undefined): string {
  if (!face || face.currents.length === 0) return "starting";
  if (face.unknown.includes(1)) return "unknown";
  // What runs across many dots is read from the program's text: the picture changes sixty times a second.
  if (gridOf(model)) return face.currents.some((current) => current > VISIBLE) ? (face.text ?? "") : "blank";
  const text = readCurrents(
    model,
    new Map(model.addresses.map(({ pip }, at) => [pip, face.currents[at]!] as const)),
  );
  if (text.trim() === "") return "blank";
  return text === "�" ? "no character" : text;
}

interface Props {
  readonly model: RigModel;
  readonly face: FaceView | undefined;
  readonly pick?: PipId;
  readonly onPick?: (pip: PipId) => void;
  readonly height: number | string;
  readonly label: string;
}

/** The simulated display of a rig, all digits, as an eye takes it in. */
export function RigFace({ model, face, pick, onPick, height, label }: Props) {
  const picked = pick === undefined ? undefined : splitPipId(pick);
  const grid = gridOf(model);
  if (grid)
    return (
      <DotFace
        grid={grid}
        modules={moduleBoxes(model)}
        colour={model.display.led?.colour ?? "red"}
        levelAt={(index) => {
          if (!face) return 0;
          if (face.unknown[index]) return undefined;
          const current = face.currents[index]!;
          return current > VISIBLE ? lightLevel(current) : 0;
        }}
        drawn={face}
        picked={model.addresses.findIndex(({ pip }) => pip === pick)}
        onPick={onPick && ((index) => onPick(model.addresses[index]!.pip))}
        height={height}
        label={label}
      />
    );
  return (
    <DigitRow
      colour={model.display.led?.colour ?? "red"}
      digits={faceDigits(model, face)}
      picked={picked && { key: digitKey(picked), segment: picked.segment }}
      onPick={onPick && ((key, segment) => onPick(pipOn(key, segment)))}
      height={height}
      label={label}
    />
  );
}
