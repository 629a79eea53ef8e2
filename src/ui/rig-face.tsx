import type { PipName } from "@/core/glyph";
import { digitKey, digitOf, pipOn, splitPipId, type DigitKey, type PipId } from "@/core/rig";
import { STEADY } from "@/core/scan";
import { VISIBLE, type FaceShape, type ReadFace } from "@/core/sim";
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
export function faceDigits(
  { pips, digits }: Pick<FaceShape, "pips" | "digits">,
  face: ReadFace | undefined,
): DigitPicture[] {
  const pictures = digits.map((id) => ({
    key: digitKey(id),
    lights: {} as Record<string, { level: number; unknown: boolean }>,
    has: new Set<PipName>(),
  }));
  const byKey = new Map(pictures.map((picture) => [picture.key, picture]));
  pips.forEach((pip, at) => {
    const picture = byKey.get(digitOf(pip));
    const { segment } = splitPipId(pip);
    picture?.has.add(segment);
    if (!picture || !face) return;
    const unknown = face.unknown[at] === 1;
    const current = face.currents[at]!;
    picture.lights[segment] = { level: !unknown && current > VISIBLE ? lightLevel(current) : 0, unknown };
  });
  return pictures;
}

interface Props {
  /** Nothing is drawn until it is known, but its room is kept. */
  readonly shape: FaceShape | undefined;
  readonly face: ReadFace | undefined;
  readonly pick?: PipId;
  readonly onPick?: (pip: PipId) => void;
  readonly height: number | string;
  readonly label: string;
}

/** The simulated display of a rig, all digits, as an eye takes it in. */
export function RigFace({ shape, face, pick, onPick, height, label }: Props) {
  if (!shape) return <div style={{ height }} role="img" aria-label={label} />;
  const picked = pick === undefined ? undefined : splitPipId(pick);
  if (shape.dots)
    return (
      <DotFace
        grid={shape.dots.grid}
        modules={shape.dots.modules}
        colour={shape.colour}
        levelAt={(index) => {
          if (!face) return 0;
          if (face.unknown[index]) return undefined;
          const current = face.currents[index]!;
          return current > VISIBLE ? lightLevel(current) : 0;
        }}
        drawn={face}
        picked={pick === undefined ? -1 : shape.pips.indexOf(pick)}
        onPick={onPick && ((index) => onPick(shape.pips[index]!))}
        height={height}
        label={label}
      />
    );
  return (
    <DigitRow
      colour={shape.colour}
      digits={faceDigits(shape, face)}
      picked={picked && { key: digitKey(picked), segment: picked.segment }}
      onPick={onPick && ((key, segment) => onPick(pipOn(key, segment)))}
      height={height}
      label={label}
    />
  );
}
