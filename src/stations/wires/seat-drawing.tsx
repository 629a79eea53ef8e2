import { memo, useMemo } from "react";
import { digitPathOf, pathOf, wireColour, type RigModel } from "@/core/address";
import { isChip, isSingleLeds, type DisplayPart } from "@/core/parts";
import type { LegRef, PipId, UnitRef } from "@/core/rig";
import {
  BOARD_HEIGHT,
  BOARD_STEP,
  RAILS,
  placeOf,
  pointOf,
  railColumns,
  railPiece,
  rowsOf,
  type End,
  type Seat,
  type SeatedWire,
  type SeatedWiring,
  type Seating,
} from "@/core/seat";
import { WholeAgain, useDrawingZoom } from "@/ui";

const UNIT = 14;
const LEFT = 112;
const TOP = 22;

interface Props {
  readonly model: RigModel;
  readonly seating: Seating;
  readonly wiring: SeatedWiring;
  readonly pick: PipId | undefined;
  readonly selected: string | undefined;
  readonly onWire: (id: string) => void;
  readonly onLeg: (leg: LegRef) => void;
  readonly onUnit: (ref: UnitRef) => void;
  /** The part in hand. */
  readonly part: string | undefined;
}

const at = ({ x, y }: { x: number; y: number }) => ({ x: LEFT + x * UNIT, y: TOP + y * UNIT });

/** The breadboard with every part in its holes and every wire from hole to hole. */
export const SeatDrawing = memo(function SeatDrawing({
  model,
  seating,
  wiring,
  pick,
  selected,
  onWire,
  onLeg,
  onUnit,
  part,
}: Props) {
  const path = useMemo(() => {
    if (!pick) return { wires: new Set<string>(), legs: new Set<LegRef>() };
    const [own, digit] = [pathOf(model, pick), digitPathOf(model, pick)];
    return {
      wires: new Set([...own.wires, ...digit.wires]),
      legs: new Set([...own.legs, ...digit.legs]),
    };
  }, [model, pick]);
  const width = LEFT + (seating.columns + 1) * UNIT + 8;
  const height = TOP + ((seating.boards - 1) * BOARD_STEP + BOARD_HEIGHT + 1) * UNIT + 14;
  const { svg, transform, touchAction, reset } = useDrawingZoom(width, height);
  const standsOut = ({ id }: SeatedWire) => path.wires.has(id) || selected === id;
  const drawWire = (wire: SeatedWire) => {
    const from = at(pointOf(model, wire.from));
    const to = at(pointOf(model, wire.to));
    const marks = `${wire.wire?.placed ? " is-placed" : ""}${path.wires.has(wire.id) ? " is-picked" : ""}${selected === wire.id ? " is-selected" : ""}`;
    const bow = Math.min(26, Math.hypot(to.x - from.x, to.y - from.y) / 7);
    const d = `M${from.x},${from.y} Q${(from.x + to.x) / 2 + bow * Math.sign(to.y - from.y || 1)},${(from.y + to.y) / 2 - bow} ${to.x},${to.y}`;
    return (
      <g
        key={wire.id}
        className={`wire${wire.wire ? ` is-${wireColour(model, wire.wire)}` : ""}${marks}`}
        onClick={() => wire.wire && onWire(wire.id)}
      >
        <path d={d} className="wire-hit" />
        <path d={d} className="wire-line seat-wire" />
        {[from, to].map((point, end) => (
          <circle key={end} cx={point.x} cy={point.y} r={2.6} className="seat-end" />
        ))}
      </g>
    );
  };
  const all = [...wiring.feeders, ...wiring.wires];
  return (
    <>
      <svg
        ref={svg}
        style={{ touchAction }}
        viewBox={`0 0 ${width} ${height}`}
        className="wiring seats"
        role="group"
        aria-label="Parts and wires in their holes"
      >
        <g transform={transform}>
          {Array.from({ length: seating.boards }, (_, board) => (
            <BoardGround key={board} seating={seating} board={board} />
          ))}
          {all.filter((wire) => !standsOut(wire)).map(drawWire)}
          {seating.seats.map((seat) => (
            <g
              key={seat.ref}
              className={`unit-hit${part === seat.ref ? " is-selected" : ""}`}
              onClick={() => onUnit(seat.ref)}
            >
              <SeatBody seat={seat} model={model} picked={path.legs} onLeg={onLeg} />
            </g>
          ))}
          {wiring.capacitors.map(({ ref, from, to }) => {
            const [one, other] = [at(placeOf(from)), at(placeOf(to))];
            return (
              <g key={ref}>
                <path d={`M${one.x},${one.y} L${other.x},${other.y}`} className="seat-capacitor" />
                <text
                  x={(one.x + other.x) / 2}
                  y={Math.min(one.y, other.y) - UNIT * 0.55}
                  textAnchor="middle"
                  className="seat-text"
                >
                  {ref}
                </text>
              </g>
            );
          })}
          {all.filter(standsOut).map(drawWire)}
          <Beside model={model} wires={all} />
        </g>
      </svg>
      <WholeAgain reset={reset} />
    </>
  );
});

/** One breadboard: its rails with their holes, its columns, and the letters of its rows. */
function BoardGround({ seating, board }: { seating: Seating; board: number }) {
  const columns = Array.from({ length: seating.columns }, (_, column) => column + 1);
  const railAt = railColumns(seating.size);
  const top = at({ x: 0, y: board * BOARD_STEP }).y;
  return (
    <g>
      <rect
        x={at({ x: 0.2, y: 0 }).x}
        y={top - 12}
        width={(seating.columns + 0.6) * UNIT}
        height={(BOARD_HEIGHT + 1) * UNIT + 8}
        rx={6}
        className="seat-board"
      />
      {seating.boards > 1 && (
        <text x={at({ x: 0.2, y: 0 }).x} y={top - 15} className="seat-text">
          Board {board + 1}
        </text>
      )}
      {RAILS.map((rail) => {
        const { y } = at(placeOf({ board, rail, column: 1 }));
        const pieces = ([0, 1] as const)
          .map((piece) => railAt.filter((column) => railPiece(seating, column) === piece))
          .filter((piece) => piece.length > 0);
        return (
          <g key={rail}>
            {pieces.map((piece) => (
              <path
                key={piece[0]}
                d={`M${at({ x: piece[0]! - 0.4, y: 0 }).x},${y} H${at({ x: piece.at(-1)! + 0.4, y: 0 }).x}`}
                className={rail.endsWith("+") ? "seat-rail" : "seat-rail is-minus"}
              />
            ))}
            {railAt.map((column) => (
              <circle key={column} cx={at({ x: column, y: 0 }).x} cy={y} r={1.5} className="seat-hole" />
            ))}
            <text x={at({ x: 0.35, y: 0 }).x} y={y + 3.5} className="seat-text">
              {rail.slice(-1)}
            </text>
          </g>
        );
      })}
      {columns.map((column) =>
        (["upper", "lower"] as const).flatMap((half) =>
          rowsOf(half).map((row) => {
            const { x, y } = at(placeOf({ board, row, column }));
            return <circle key={`${column}${row}`} cx={x} cy={y} r={1.5} className="seat-hole" />;
          }),
        ),
      )}
      {columns
        .filter((column) => column % 5 === 0 || column === 1)
        .map((column) => (
          <text
            key={column}
            x={at({ x: column, y: 0 }).x}
            y={at({ x: 0, y: board * BOARD_STEP + 2.25 }).y}
            textAnchor="middle"
            className="seat-text"
          >
            {column}
          </text>
        ))}
      {(["a", "e", "f", "j"] as const).map((row) => (
        <text
          key={row}
          x={at({ x: 0.45, y: 0 }).x}
          y={at(placeOf({ board, row, column: 1 })).y + 3.5}
          className="seat-text"
        >
          {row}
        </text>
      ))}
    </g>
  );
}

/** A part from above, as large as its body: what lies under it cannot be reached by a wire. */
function SeatBody({
  seat,
  model,
  picked,
  onLeg,
}: {
  seat: Seat;
  model: RigModel;
  picked: ReadonlySet<string>;
  onLeg: (leg: LegRef) => void;
}) {
  const { part, ref, legs, room, board } = seat;
  const points = [...legs].map(([leg, hole]) => ({ leg, ...at(placeOf(hole)) }));
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  const [left, right] = [Math.min(...xs) - UNIT * 0.4, Math.max(...xs) + UNIT * 0.4];
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
  const middle = { x: (left + right) / 2, y: (top + bottom) / 2 };
  const legDots = points.map(({ leg, x, y }) => (
    <circle
      key={leg}
      cx={x}
      cy={y}
      r={3}
      className={`seat-leg${picked.has(leg) ? " is-picked" : ""}`}
      onClick={(event) => {
        event.stopPropagation();
        onLeg(leg);
      }}
    >
      <title>{leg}</title>
    </circle>
  ));
  if (part.kind === "resistor" || part.kind === "diode") {
    const ring = points.find(({ leg }) => leg.endsWith(".K"));
    return (
      <g>
        <path d={`M${middle.x},${top} V${bottom}`} className="leg-metal" />
        <rect
          x={middle.x - 4}
          y={middle.y - 13}
          width={8}
          height={26}
          rx={3}
          className={part.kind === "diode" ? "diode-body" : "resistor-body"}
        />
        {ring && (
          <path d={`M${middle.x - 4},${middle.y + (ring.y > middle.y ? 9 : -9)} h8`} className="diode-ring" />
        )}
        {legDots}
        <text
          x={middle.x + 3}
          y={middle.y}
          textAnchor="middle"
          className="seat-ref"
          transform={`rotate(-90 ${middle.x + 3} ${middle.y})`}
        >
          {ref}
        </text>
      </g>
    );
  }
  if (part.kind === "transistor") {
    return (
      <g>
        <path
          d={`M${left},${middle.y + 7} H${right} A${(right - left) / 2},${(right - left) / 2.4} 0 0 0 ${left},${middle.y + 7} Z`}
          className="transistor-body"
        />
        {legDots}
        <text x={middle.x} y={middle.y - 5} textAnchor="middle" className="seat-light">
          {ref}
        </text>
      </g>
    );
  }
  if (isSingleLeds(part) && part.outline.style === "two-ended") {
    return (
      <g>
        <circle cx={middle.x} cy={middle.y} r={UNIT * 0.9} className="led-body" />
        {legDots}
        <text x={middle.x} y={top - UNIT} textAnchor="middle" className="seat-text">
          {ref}
        </text>
      </g>
    );
  }
  if (part.kind === "crystal") {
    return (
      <g>
        <rect
          x={left}
          y={middle.y - UNIT * 0.8}
          width={right - left}
          height={UNIT * 1.6}
          rx={6}
          className="crystal-body"
        />
        {legDots}
        <text x={middle.x} y={middle.y - UNIT} textAnchor="middle" className="seat-text">
          {ref}
        </text>
      </g>
    );
  }
  const display = part.kind === "display";
  const body = display
    ? {
        ...at({ x: room.left, y: room.top + board * BOARD_STEP }),
        width: (room.right - room.left) * UNIT,
        height: (room.bottom - room.top) * UNIT,
      }
    : { x: left, y: top + 4, width: right - left, height: bottom - top - 8 };
  return (
    <g>
      <rect {...body} rx={4} className={display ? "display-body" : "chip-body"} />
      {(isChip(part) || part.kind === "driver-array") && (
        <path d={`M${left},${middle.y - 6} a6,6 0 0 1 0,12`} className="chip-notch" />
      )}
      {legDots}
      <text x={middle.x} y={middle.y + 4} textAnchor="middle" className="seat-light">
        {ref} {display ? displaySays(part) : model.unit(ref).part}
      </text>
    </g>
  );
}

/** What a display is, in two words. */
const displaySays = ({ digits, columns, single }: DisplayPart): string =>
  single
    ? `${columns} LEDs`
    : columns > 0
      ? `${columns} × ${digits} dots`
      : `${digits} digit${digits === 1 ? "" : "s"}`;

/** Pins of what stands beside the board, as far as wires lead to them. */
function Beside({ model, wires }: { model: RigModel; wires: readonly SeatedWire[] }) {
  const ends = new Map<string, End>();
  for (const { from, to } of wires)
    for (const end of [from, to]) if (end.at === "beside") ends.set(end.leg, end);
  return (
    <g>
      {[...ends.values()].map((end) => {
        const { x, y } = at(pointOf(model, end));
        return (
          <text key={end.leg} x={x - 6} y={y + 3} textAnchor="end" className="seat-pin">
            {end.leg.replace(/^MCU1\./, "").replace(/^GND\d$/, "GND")}
          </text>
        );
      })}
    </g>
  );
}
