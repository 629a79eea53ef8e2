import { digitKey, pipOn, splitPipId, type PipId } from "@/core/rig";
import type { FaceShape, ReadFace } from "@/core/sim";
import { BesideFaces } from "./beside-faces";
import { DigitRow } from "./digit-face";
import { DotFace } from "./dot-face";
import { faceDigits, levelsOf } from "./face-lights";

interface Props {
  /** Nothing is drawn until it is known, but its room is kept. */
  readonly shape: FaceShape | undefined;
  readonly face: ReadFace | undefined;
  readonly pick?: PipId;
  readonly onPick?: (pip: PipId) => void;
  readonly height: number | string;
  readonly label: string;
}

/** The simulated display of a rig as an eye takes it in, and what stands beside it. */
export function RigFace(props: Props) {
  const { shape, face, pick, onPick, height, label } = props;
  if (!shape) return <div style={{ height }} role="img" aria-label={label} />;
  const own = <OwnFace {...props} shape={shape} />;
  if (!shape.beside) return own;
  return (
    <div className="face-group">
      {own}
      <BesideFaces shape={shape} beside={shape.beside} face={face} pick={pick} onPick={onPick} />
    </div>
  );
}

/** The display of the plan. */
function OwnFace({ shape, face, pick, onPick, height, label }: Props & { readonly shape: FaceShape }) {
  const picked = pick === undefined ? undefined : splitPipId(pick);
  if (shape.dots)
    return (
      <DotFace
        grid={shape.dots.grid}
        modules={shape.dots.modules}
        colour={shape.colour}
        levelAt={levelsOf(face)}
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
