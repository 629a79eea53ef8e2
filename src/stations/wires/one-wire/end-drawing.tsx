import type { RigModel } from "@/core/address";
import { countLeg, isChip, legById, type LegNames } from "@/core/parts";
import { legRef, legTitle, splitLegRef, type LegRef } from "@/core/rig";
import { holeWords, type End } from "@/core/seat";
import { layOut } from "../layout";
import { UnitBody } from "../unit-body";
import { LegShape } from "../wiring-drawing";

/** Room around a part for its legs' numbers, in the units of the drawing. */
const ROOM = 34;
/** Of a long row of pins, so much is drawn to either side of the one that is meant; a chip is drawn whole, for its notch. */
const REACH = 120;

interface Props {
  readonly model: RigModel;
  readonly leg: LegRef;
  readonly legNames: LegNames;
  readonly end: End | undefined;
}

/** One end of a wire: its part with the leg ringed, its name, how to count to it, and its hole. */
export function EndDrawing({ model, leg, legNames, end }: Props) {
  const { unit, leg: id } = splitLegRef(leg);
  const { boxes, spots } = layOut(model);
  const box = boxes.find(({ ref }) => ref === unit);
  const at = spots.get(leg);
  const part = model.part(unit);
  const counted = countLeg(part, legById(part, id));
  const title = legTitle(model.rig, leg, legNames);
  return (
    <figure className="one-end">
      {box && at && (
        <svg
          viewBox={viewOf(box, at, isChip(part) ? Infinity : REACH)}
          className="wiring one-end-drawing"
          role="img"
          aria-label={`${title}: ${counted}`}
        >
          <UnitBody box={box} model={model} />
          {part.legs.map((one) => (
            <g key={one.id} className={one.id === id ? "leg is-spotted" : "leg"}>
              <LegShape box={box} at={spots.get(legRef(unit, one.id))!} legNames={legNames} />
            </g>
          ))}
          <circle cx={at.x} cy={at.y} r={13} className="one-end-ring" />
        </svg>
      )}
      <figcaption>
        <strong className="one-end-leg">{title}</strong>
        <span>{counted}</span>
        {end?.at === "hole" && <span className="mono">{holeWords(end.hole)}</span>}
      </figcaption>
    </figure>
  );
}

/** The part, or of a long one what lies around the leg. */
function viewOf(
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
  at: { x: number; y: number },
  reach: number,
): string {
  const span = (from: number, size: number, around: number): [number, number] => {
    const whole = size + 2 * ROOM;
    if (whole <= 2 * reach) return [from - ROOM, whole];
    const start = Math.min(Math.max(around - reach, from - ROOM), from + size + ROOM - 2 * reach);
    return [start, 2 * reach];
  };
  const [left, wide] = span(x, width, at.x);
  const [top, high] = span(y, height, at.y);
  return `${left} ${top} ${wide} ${high}`;
}
