import "./wires.css";
import "./wire-colours.css";
import "./parts/parts.css";
import { memo, useMemo, type KeyboardEvent, type MouseEvent } from "react";
import { digitPathOf, pathOf, wireColour, type RigModel } from "@/core/address";
import { isChip, legById, legName, type LegNames } from "@/core/parts";
import { legTitle, type LegRef, type Wire, type PipId, type UnitRef, legRef } from "@/core/rig";
import { WholeAgain, useDrawingZoom } from "@/ui";
import { UnitBody } from "./unit-body";
import { layOut, wirePath, type Box, type Drawing, type LegSpot } from "./layout";

interface Props {
  readonly model: RigModel;
  readonly pick: PipId | undefined;
  readonly spot: readonly LegRef[];
  readonly selected: string | undefined;
  readonly legNames: LegNames;
  /** Legs are being asked for: they stand out, and a click answers. */
  readonly asking: boolean;
  readonly onLeg: (leg: LegRef) => void;
  readonly onWire: (id: string) => void;
  readonly onUnit: (ref: UnitRef) => void;
  /** The part in hand. */
  readonly part: string | undefined;
}

const pressed = (run: () => void) => (event: KeyboardEvent) => {
  if (event.key !== "Enter" && event.key !== " ") return;
  event.preventDefault();
  run();
};

/** An LED's own way and the way its digit is switched. */
function wholePath(model: RigModel, pick: PipId) {
  const own = pathOf(model, pick);
  const digit = digitPathOf(model, pick);
  return { legs: new Set([...own.legs, ...digit.legs]), wires: new Set([...own.wires, ...digit.wires]) };
}

/** From this many wires on the drawing is looked at from afar: what is not marked is drawn as a whole. */
const MANY_WIRES = 400;

const pathBetween = (wire: Wire, spots: Drawing["spots"]): string =>
  wirePath(spots.get(wire.from)!, spots.get(wire.to)!);

/** The legs of a part as short strokes. */
const tipsOf = (box: Box, spots: Drawing["spots"]): string =>
  box.part.legs
    .map(({ id }) => spots.get(legRef(box.ref, id))!)
    .map(({ x, y, dx, dy }) => `M${x - dx * 12},${y - dy * 12}L${x},${y}`)
    .join("");

/** The leg whose tip is nearest to a click on the drawing. */
function nearestLeg(event: MouseEvent<SVGSVGElement>, spots: Drawing["spots"]): LegRef {
  const drawn = event.currentTarget.querySelector<SVGGElement>(".zoomed") ?? event.currentTarget;
  const to = drawn.getScreenCTM()!.inverse();
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(to);
  const away = (spot: LegSpot) => Math.hypot(spot.x - x, spot.y - y);
  return [...spots.values()].reduce((best, spot) => (away(spot) < away(best) ? spot : best)).leg;
}

/** The rig as it lies on the table: each part with its notch and its numbered legs, and every wire. */
export const WiringDrawing = memo(function WiringDrawing({
  model,
  pick,
  spot,
  selected,
  legNames: legNames,
  asking,
  onLeg,
  onWire,
  onUnit,
  part,
}: Props) {
  const { boxes, spots, width, height } = useMemo(() => layOut(model), [model]);
  const { svg, transform, touchAction, reset } = useDrawingZoom(width, height);
  const path = useMemo(() => (pick ? wholePath(model, pick) : undefined), [model, pick]);
  const { rig } = model;
  const standsOut = (id: string) => path?.wires.has(id) || selected === id;
  const far = !asking && rig.wires.length > MANY_WIRES;
  const behind = rig.wires.filter(({ id }) => !standsOut(id));
  const isMarked = (leg: LegRef) => path?.legs.has(leg) === true || spot.includes(leg);
  const drawWire = (wire: Wire) => {
    const d = pathBetween(wire, spots);
    const marks = `${wire.placed ? " is-placed" : ""}${path?.wires.has(wire.id) ? " is-picked" : ""}${selected === wire.id ? " is-selected" : ""}`;
    return (
      <g
        key={wire.id}
        className={`wire is-${wireColour(model, wire)}${marks}`}
        onClick={() => onWire(wire.id)}
      >
        <path d={d} className="wire-hit" />
        <path d={d} className="wire-line">
          <title>{`${legTitle(rig, wire.from, legNames)} → ${legTitle(rig, wire.to, legNames)}, ${wireColour(model, wire)}${wire.note ? `: ${wire.note}` : ""}`}</title>
        </path>
      </g>
    );
  };
  return (
    <>
      <svg
        ref={svg}
        style={{ touchAction }}
        viewBox={`0 0 ${width} ${height}`}
        className={`wiring${asking ? " is-asking" : ""}${far ? " is-far" : ""}`}
        role="group"
        aria-label="Wiring drawing"
        onClick={far ? (event) => onLeg(nearestLeg(event, spots)) : undefined}
      >
        <g className="zoomed" transform={transform}>
          {far ? (
            <path d={behind.map((wire) => pathBetween(wire, spots)).join("")} className="wire-line" />
          ) : (
            behind.map(drawWire)
          )}
          {boxes.map((box) => (
            <g
              key={box.ref}
              className={`unit-hit${part === box.ref ? " is-selected" : ""}`}
              onClick={(event) => {
                event.stopPropagation();
                onUnit(box.ref);
              }}
            >
              <UnitBody box={box} model={model} />
            </g>
          ))}
          {rig.wires.filter(({ id }) => standsOut(id)).map(drawWire)}
          {boxes.map((box) => (
            <g key={box.ref}>
              {far && <path d={tipsOf(box, spots)} className="leg-metal" />}
              {box.part.legs.map(({ id }) => {
                const at = spots.get(legRef(box.ref, id))!;
                if (far && !isMarked(at.leg)) return null;
                const marks = `${path?.legs.has(at.leg) ? " is-picked" : ""}${spot.includes(at.leg) ? " is-spotted" : ""}`;
                return (
                  <g
                    key={id}
                    className={`leg${marks}`}
                    role="button"
                    tabIndex={asking ? 0 : -1}
                    aria-label={legTitle(model.rig, at.leg, legNames)}
                    onClick={() => onLeg(at.leg)}
                    onKeyDown={pressed(() => onLeg(at.leg))}
                  >
                    <LegShape box={box} at={at} legNames={legNames} />
                  </g>
                );
              })}
            </g>
          ))}
        </g>
      </svg>
      <WholeAgain reset={reset} />
    </>
  );
});

/**
 * A leg with its number outside the body and its name inside, as in data sheets; what can be pressed is larger than what
 * is seen.
 */
export function LegShape({ box, at, legNames: legNames }: { box: Box; at: LegSpot; legNames: LegNames }) {
  const { part } = box;
  const { x, y, dx, dy, id } = at;
  const leg = legById(part, id);
  const inward = { x: x - dx * 12, y: y - dy * 12 };
  const isBoard = part.kind === "controller" || part.kind === "module";
  const numbered =
    (part.kind === "display" && part.outline.style !== "two-ended") ||
    isChip(part) ||
    part.kind === "driver-array";
  const name = isBoard
    ? leg.role === "line"
      ? (leg.mark ?? id)
      : leg.name
    : numbered
      ? legName(leg, legNames).replace("common ", "com ").replace("digit ", "d").replace("not used", "–")
      : part.kind === "transistor"
        ? id
        : "";
  const text =
    dy === 0
      ? { x: inward.x - dx * 5, y: y + 3.5, anchor: dx < 0 ? "start" : "end" }
      : { x, y: inward.y - dy * 8 + (dy < 0 ? 4 : 2), anchor: "middle" };
  const number =
    dy === 0
      ? { x: x - dx * 1, y: y - 4, anchor: dx < 0 ? "end" : "start" }
      : { x: x + 5, y: y + (dy < 0 ? 4 : 3), anchor: "start" };
  return (
    <>
      <rect
        x={Math.min(x, inward.x) - 4}
        y={Math.min(y, inward.y) - 7}
        width={Math.abs(dx) * 12 + 8}
        height={Math.abs(dy) * 12 + 14}
        className="leg-hit"
      />
      {part.kind !== "capacitor" && <path d={`M${inward.x},${inward.y} L${x},${y}`} className="leg-metal" />}
      <circle cx={x} cy={y} r={3.2} className="leg-tip" />
      <text
        x={text.x}
        y={text.y}
        textAnchor={text.anchor as "start"}
        className={numbered ? "chip-leg" : "leg-name"}
      >
        {name}
      </text>
      {numbered && (
        <text x={number.x} y={number.y} textAnchor={number.anchor as "start"} className="leg-number">
          {id}
        </text>
      )}
    </>
  );
}
