import "./beside-faces.css";
import type { PipId } from "@/core/rig";
import { digitKey, pipOn, splitPipId } from "@/core/rig";
import { VISIBLE, type BesideShape, type FaceShape, type ReadFace } from "@/core/sim";
import { DigitRow, LED_CSS } from "./digit-face";
import { DotFace } from "./dot-face";
import { faceDigits, levelsOf, lightLevel } from "./face-lights";
import { pressed } from "./pressed";

interface Props {
  readonly shape: FaceShape;
  readonly beside: readonly BesideShape[];
  readonly face: ReadFace | undefined;
  readonly pick: PipId | undefined;
  readonly onPick: ((pip: PipId) => void) | undefined;
}

/** Room for a display beside the plan's, and for a single LED. */
const DISPLAY_HEIGHT = 46;
const LED_SIZE = 18;

/** What stands beside the plan's display: other displays, and LEDs that stand alone, small and each with its name. */
export function BesideFaces({ shape, beside, face, pick, onPick }: Props) {
  return (
    <div className="beside-faces">
      {beside.map((one) => (
        <figure key={one.title} className="beside-face">
          {one.singles ? (
            <SingleLeds one={one} pips={one.singles} shape={shape} face={face} pick={pick} onPick={onPick} />
          ) : one.dots ? (
            <DotFace
              grid={one.dots.grid}
              modules={one.dots.modules}
              colour={one.colour}
              levelAt={levelsOf(face)}
              drawn={face}
              picked={pick === undefined ? -1 : shape.pips.indexOf(pick)}
              onPick={onPick && ((index) => onPick(shape.pips[index]!))}
              height={DISPLAY_HEIGHT}
              label={one.title}
            />
          ) : (
            <DigitRow
              colour={one.colour}
              digits={faceDigits({ pips: shape.pips, digits: one.digits ?? [] }, face)}
              picked={pick && { key: digitKey(splitPipId(pick)), segment: splitPipId(pick).segment }}
              onPick={onPick && ((key, segment) => onPick(pipOn(key, segment)))}
              height={DISPLAY_HEIGHT}
              label={one.title}
            />
          )}
          <figcaption>{one.title}</figcaption>
        </figure>
      ))}
    </div>
  );
}

/** LEDs of one body, side by side. */
function SingleLeds({
  one,
  pips,
  shape,
  face,
  pick,
  onPick,
}: Omit<Props, "beside"> & { readonly one: BesideShape; readonly pips: readonly PipId[] }) {
  return (
    <svg
      viewBox={`0 0 ${pips.length * LED_SIZE} ${LED_SIZE}`}
      width={pips.length * LED_SIZE}
      height={LED_SIZE}
      role={onPick ? "group" : "img"}
      aria-label={one.title}
    >
      {pips.map((pip, at) => {
        const index = shape.pips.indexOf(pip);
        const unknown = face?.unknown[index] === 1;
        const current = face?.currents[index] ?? 0;
        const lit = !unknown && current > VISIBLE;
        const says = unknown ? "unknown" : lit ? "lit" : "dark";
        const middle = { cx: (at + 0.5) * LED_SIZE, cy: LED_SIZE / 2 };
        const name = pips.length > 1 ? `${one.title} LED ${at + 1}` : one.title;
        return (
          <g
            key={pip}
            className={onPick && "segment-hit"}
            data-state={says}
            {...(onPick
              ? {
                  role: "button",
                  tabIndex: 0,
                  "aria-pressed": pick === pip,
                  "aria-label": `Pick ${name}, ${says}`,
                  onClick: () => onPick(pip),
                  onKeyDown: pressed(() => onPick(pip)),
                }
              : {})}
          >
            <circle {...middle} r={6} className="segment-off segment-focus" />
            {unknown && <circle {...middle} r={6} className="beside-unknown" />}
            {lit && <circle {...middle} r={6} fill={LED_CSS[one.colour]} opacity={lightLevel(current)} />}
            {pick === pip && <circle {...middle} r={7.5} className="segment-picked" />}
          </g>
        );
      })}
    </svg>
  );
}
