import type { RigModel } from "@/core/address";
import type { DisplayPart } from "@/core/parts";
import { unitValue } from "@/core/rig";
import { facesOf, type Box } from "./layout";

interface ShapeProps {
  readonly box: Box;
  /** Its value, where it has one: `220 Ω`. */
  readonly value: string | undefined;
}

/** A part as it looks from above, with its reference. */
export function UnitBody({ box, model }: { box: Box; model: RigModel }) {
  const value = unitValue(model.unit(box.ref));
  switch (box.part.kind) {
    case "shift-register":
    case "selector":
    case "ring":
    case "segment-decoder":
    case "driver-chip":
    case "expander":
    case "buffer":
    case "driver-array":
      return <ChipBody box={box} />;
    case "transistor":
      return <TransistorBody box={box} />;
    case "display":
      if (box.part.outline.style === "two-ended") return <LedBody box={box} value={undefined} />;
      return <DisplayBody box={box} part={box.part} />;
    case "module":
      return <ModuleBody box={box} faces={facesOf(model, box.ref)} />;
    case "controller":
      return <BoardBody box={box} />;
    case "diode":
      return <DiodeBody box={box} value={box.part.title} />;
    case "crystal":
      return <CrystalBody box={box} value={box.part.title.split(", ")[1]} />;
    case "input":
    case "load":
      return <AsideBody box={box} />;
    case "resistor":
      return <ResistorBody box={box} value={value} />;
    case "capacitor":
      return <CapacitorBody box={box} value={value} />;
    case "supply":
      return <SupplyBody box={box} value={value} />;
  }
}

function ChipBody({ box }: Pick<ShapeProps, "box">) {
  const { x, y, width, height, ref, part } = box;
  const middle = x + width / 2;
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx={4} className="chip-body" />
      <path d={`M${middle - 11},${y} a11,11 0 0 0 22,0`} className="chip-notch" />
      <text
        x={middle}
        y={y + height / 2 - 4}
        className="chip-text"
        textAnchor="middle"
        transform={`rotate(-90 ${middle} ${y + height / 2})`}
      >
        {part.id}
      </text>
      <text x={middle} y={y - 8} className="unit-text" textAnchor="middle">
        {ref}
      </text>
    </g>
  );
}

/** The digits or dots of a display within its body. */
function FaceGlyphs({
  place,
  part,
}: {
  place: Pick<Box, "x" | "y" | "width" | "height">;
  part: DisplayPart;
}) {
  const { x, y, width, height } = place;
  if (part.columns > 0) return <DotGlyph box={place} columns={part.columns} rows={part.digits} />;
  const cell = width / part.digits;
  const size = Math.min(0.82, (cell - 12) / 108);
  return Array.from({ length: part.digits }, (_, at) => (
    <g
      key={at}
      transform={`translate(${x + at * cell + (cell - 104 * size) / 2} ${y + (height - 150 * size * 1.1) / 2}) scale(${size} ${size * 1.1})`}
    >
      <DisplayGlyph />
    </g>
  ));
}

function TransistorBody({ box }: Pick<ShapeProps, "box">) {
  const { x, y, height, ref } = box;
  return (
    <g>
      <path d={transistorPath(box)} className="transistor-body" />
      <text x={x + 9} y={y + height / 2 + 4} className="chip-text">
        {ref}
      </text>
    </g>
  );
}

function DisplayBody({ box, part }: { box: Box; part: DisplayPart }) {
  const { x, y, width, height, ref } = box;
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx={4} className="display-body" />
      <FaceGlyphs place={box} part={part} />
      <text
        x={x - 8}
        y={y + height / 2}
        className="unit-text"
        textAnchor="middle"
        transform={`rotate(-90 ${x - 8} ${y + height / 2})`}
      >
        {ref} ·{" "}
        {part.columns > 0
          ? `rows are ${part.polarity === "common-cathode" ? "cathodes" : "anodes"}`
          : part.polarity.replace("-", " ")}
      </text>
    </g>
  );
}

/** A module with its face; opened, there is only the header to see. */
function ModuleBody({ box, faces }: { box: Box; faces: readonly DisplayPart[] }) {
  const { x, y, width, height, ref, part } = box;
  const isStrip = width < 140;
  const inner = { x: x + 54, y: y + 34, width: width - 120, height: height - 62 };
  const weight = ({ columns, digits }: DisplayPart) => (columns > 0 ? columns : digits);
  const whole = faces.reduce((sum, face) => sum + weight(face), 0);
  let left = inner.x;
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx={6} className="board-body" />
      <text
        x={isStrip ? x + width / 2 : x + 12}
        y={isStrip ? y - 6 : y + 20}
        className="unit-text"
        textAnchor={isStrip ? "middle" : "start"}
      >
        {isStrip ? ref : `${ref} · ${part.title}`}
      </text>
      {!isStrip &&
        faces.map((face, at) => {
          const wide = (inner.width * weight(face)) / whole;
          const place = { x: left, y: inner.y, width: wide, height: inner.height };
          left += wide;
          return (
            <g key={at}>
              <rect {...place} className="display-body" />
              <FaceGlyphs place={place} part={face} />
            </g>
          );
        })}
    </g>
  );
}

function BoardBody({ box }: Pick<ShapeProps, "box">) {
  const { x, y, width, height, ref, part } = box;
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx={6} className="board-body" />
      <text
        x={x + width - 12}
        y={y + height / 2}
        className="unit-text"
        textAnchor="middle"
        transform={`rotate(90 ${x + width - 12} ${y + height / 2})`}
      >
        {ref} · {part.title.split(",")[0]}
      </text>
    </g>
  );
}

function ResistorBody({ box, value }: ShapeProps) {
  const { x, y, width, height, ref } = box;
  const middle = x + width / 2;
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx={6} className="resistor-body" />
      <text x={middle} y={y - 4} className="value-text" textAnchor="middle">
        {ref} {value}
      </text>
    </g>
  );
}

/** The ring is at its cathode, to the left. */
function DiodeBody({ box, value }: ShapeProps) {
  const { x, y, width, height, ref } = box;
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx={3} className="diode-body" />
      <path d={`M${x + 8},${y} v${height}`} className="diode-ring" />
      <text x={x + width / 2} y={y - 4} className="value-text" textAnchor="middle">
        {ref} {value}
      </text>
    </g>
  );
}

function CrystalBody({ box, value }: ShapeProps) {
  const { x, y, width, height, ref } = box;
  return (
    <g>
      <rect x={x + 4} y={y - 2} width={width - 8} height={height + 4} rx={8} className="crystal-body" />
      <text x={x + width / 2} y={y - 6} className="value-text" textAnchor="middle">
        {ref} {value}
      </text>
    </g>
  );
}

/** A button, knob, sensor, buzzer or relay board: what it is stands over it. */
function AsideBody({ box }: Pick<ShapeProps, "box">) {
  const { x, y, width, height, ref, part } = box;
  const short = part.outline.style === "two-ended";
  const middle = { x: x + width / 2, y: y + height / 2 };
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx={short ? 7 : 5} className="aside-body" />
      {part.kind === "input" && part.act.by === "contact" && (
        <circle cx={middle.x} cy={middle.y} r={14} className="aside-cap" />
      )}
      {part.kind === "input" && part.act.by === "wiper" && (
        <>
          <circle cx={middle.x} cy={middle.y} r={17} className="aside-cap" />
          <path d={`M${middle.x},${middle.y} l10,-10`} className="aside-mark" />
        </>
      )}
      <text x={middle.x} y={y - 6} className="value-text" textAnchor="middle">
        {ref} {part.title.split(",")[0]}
      </text>
    </g>
  );
}

function LedBody({ box }: ShapeProps) {
  const { x, y, width, height, ref } = box;
  const middle = x + width / 2;
  return (
    <g>
      <path d={`M${x},${y + height / 2} H${x + width}`} className="leg-metal" />
      <circle cx={middle} cy={y + height / 2} r={10} className="led-body" />
      <text x={middle} y={y - 6} className="value-text" textAnchor="middle">
        {ref}
      </text>
    </g>
  );
}

function CapacitorBody({ box, value }: ShapeProps) {
  const { x, y, width, height, ref } = box;
  const middle = x + width / 2;
  return (
    <g>
      <path d={`M${middle - 3},${y} v${height} M${middle + 3},${y} v${height}`} className="capacitor-body" />
      <path
        d={`M${x},${y + height / 2} H${middle - 3} M${middle + 3},${y + height / 2} H${x + width}`}
        className="leg-metal"
      />
      <text x={middle} y={y - 5} className="value-text" textAnchor="middle">
        {ref} {value}
      </text>
    </g>
  );
}

function SupplyBody({ box, value }: ShapeProps) {
  const { x, y, width, height, ref } = box;
  const middle = x + width / 2;
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx={4} className="board-body" />
      <text x={middle} y={y + height / 2 + 4} className="unit-text" textAnchor="middle">
        {value}
      </text>
      <text x={middle} y={y - 5} className="value-text" textAnchor="middle">
        {ref}
      </text>
    </g>
  );
}

/** A flat body with its round back towards the display: collector up, emitter down, base to the right. */
const transistorPath = ({ x, y, width, height }: Box): string =>
  `M${x + width},${y} V${y + height} H${x + width / 2} A${width / 2},${height / 2} 0 0 1 ${x + width / 2},${y} Z`;

const SEGMENT_LINES = [
  "M22,8 H78",
  "M80,12 V70",
  "M80,80 V138",
  "M22,142 H78",
  "M20,80 V138",
  "M20,12 V70",
  "M26,75 H74",
];

/** The dots of a module, as rows and columns within its body. */
function DotGlyph({
  box: { x, y, width, height },
  columns,
  rows,
}: {
  box: Pick<Box, "x" | "y" | "width" | "height">;
  columns: number;
  rows: number;
}) {
  const pitch = Math.min((width - 20) / columns, (height - 30) / rows);
  const left = x + (width - pitch * columns) / 2;
  const top = y + (height - pitch * rows) / 2;
  const radius = pitch * 0.34;
  // One path for all of them: a sign of many modules has thousands.
  const dots = Array.from({ length: columns * rows }, (_, at) => {
    const cx = left + pitch * ((at % columns) + 0.5);
    const cy = top + pitch * (Math.floor(at / columns) + 0.5);
    return `M${(cx - radius).toFixed(2)},${cy.toFixed(2)}${roundOf(radius)}`;
  });
  return <path className="display-dots" d={dots.join("")} />;
}

/** A disc from its left end on. */
const roundOf = (radius: number): string => {
  const [r, across] = [radius.toFixed(2), (2 * radius).toFixed(2)];
  return `a${r},${r} 0 1 0 ${across},0a${r},${r} 0 1 0 -${across},0z`;
};

function DisplayGlyph() {
  return (
    <g className="display-glyph" transform="skewX(-5) translate(8 0)">
      {SEGMENT_LINES.map((d) => (
        <path key={d} d={d} />
      ))}
      <circle cx={95} cy={139} r={4} />
    </g>
  );
}
