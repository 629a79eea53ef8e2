import type { PointerEvent } from "react";
import { scannedWord } from "@/core/address";
import { formatNanoseconds } from "@/core/quantity";
import { LIMITS, pipId, splitPipId } from "@/core/rig";
import type { ScanFigures, Span } from "@/core/scan";
import { pickPip, useModel, useOpenRig } from "@/store";
import { LED_CSS, TimeTicks, timeScale } from "@/ui";
import { useScanDrag, type ChangeScan } from "./use-scan-drag";

const WIDTH = 920;
const LEFT = 58;
const RIGHT = 14;
const LANE = 30;
const TOP = 8;
const FOOT = 26;

interface Props {
  readonly figures: ScanFigures;
  readonly onChange: ChangeScan;
}

/** ns to the picture's own units. */
const scaleOf = (period: number) => (WIDTH - LEFT - RIGHT) / period;

/** One turn of the scan to scale: a lane for each digit, lit where it is lit; the ends can be dragged. */
export function ScanPicture({ figures, onChange }: Props) {
  const model = useModel();
  const word = scannedWord(model);
  const { scan } = model.rig;
  const pick = useOpenRig((state) => state.pick);
  const picked = pick === undefined ? undefined : splitPipId(pick);
  const { period, digits } = figures;
  const x = timeScale([0, period], LEFT, WIDTH - RIGHT);
  const height = TOP + digits.length * LANE + FOOT;
  const microsecondsAt = (event: PointerEvent<SVGElement>): number => {
    const svg = event.currentTarget.ownerSVGElement ?? event.currentTarget;
    const box = svg.getBoundingClientRect();
    return (((event.clientX - box.left) / box.width) * WIDTH) / scaleOf(period) / 1000;
  };
  const { onOf, dragged, picture, handle, shift, grow } = useScanDrag(model, microsecondsAt, onChange);
  const first = digits[0]?.spans.find(({ to, from }) => to - from > period / 100);
  return (
    <div className="turn-scroll" tabIndex={0} role="region" aria-label="One scan cycle, scrolls sideways">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="turn"
        role="group"
        aria-label={`One scan cycle, ${formatNanoseconds(period)}`}
        {...picture}
      >
        {digits.map(({ position, spans }, at) => {
          const id = model.digits[at]!;
          const slot = model.slots.findIndex((one) => one.some((digit) => digit === id));
          return (
            <Lane
              key={position}
              name={`${word} ${position}`}
              y={TOP + at * LANE}
              spans={spans}
              period={period}
              shift={shift(slot)}
              grow={grow(slot)}
              picked={picked?.unit === id.unit && picked.digit === id.digit}
              colour={LED_CSS[model.display.led?.colour ?? "red"]}
              onPick={() =>
                pickPip(pipId(id.unit, id.digit, picked?.segment ?? (word === "row" ? "c1" : "a")))
              }
              on={onOf(slot)}
              handle={handle(slot)}
            />
          );
        })}
        {first && (
          <g>
            <path d={`M${x(first.from + shift(0))},${TOP} V${height - FOOT + 4}`} className="turn-blank" />
            <Handle
              label={`Blanking time between ${word}s`}
              at={x(first.from + shift(0))}
              y={height - FOOT + 2}
              height={12}
              microseconds={scan.blank}
              range={LIMITS.blankTime}
              {...handle("blank")}
            />
          </g>
        )}
        <TimeTicks scale={x} y={height - 6} />
        {dragged && (
          <text x={WIDTH / 2} y={TOP + 18} textAnchor="middle" className="turn-says">
            {dragged.what === "blank"
              ? `blank ${dragged.gives.blank} µs`
              : `${word} ${dragged.what + 1} on for ${dragged.gives.on![dragged.what]} µs`}
          </text>
        )}
      </svg>
    </div>
  );
}

type Hands = ReturnType<ReturnType<typeof useScanDrag>["handle"]>;

interface HandleProps extends Hands {
  readonly label: string;
  readonly at: number;
  readonly y: number;
  readonly height: number;
  readonly microseconds: number;
  readonly range: readonly [least: number, most: number];
}

/** An end one can take hold of, by pointer and by keys. */
function Handle({ label, at, y, height, microseconds, range: [least, most], ...hands }: HandleProps) {
  return (
    <rect
      x={at - 5}
      y={y}
      width={10}
      height={height}
      rx={3}
      className="turn-handle"
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={microseconds}
      aria-valuetext={`${microseconds} microseconds`}
      aria-valuemin={least}
      aria-valuemax={most}
      {...hands}
    />
  );
}

interface LaneProps {
  readonly name: string;
  readonly y: number;
  /** ns from the beginning of the turn. */
  readonly spans: readonly Span[];
  readonly period: number;
  /** ns the lane is moved, and its on-time grows, by what is being dragged. */
  readonly shift: number;
  readonly grow: number;
  readonly picked: boolean;
  readonly colour: string;
  readonly onPick: () => void;
  /** µs the digit is on for. */
  readonly on: number;
  readonly handle: Hands;
}

/** When one digit is lit; the end of its longest time is what is dragged. */
function Lane({ name, y, spans, period, shift, grow, picked, colour, onPick, on, handle }: LaneProps) {
  const x = timeScale([0, period], LEFT, WIDTH - RIGHT);
  const main = spans.reduce(
    (longest, span) => (span.to - span.from > longest.to - longest.from ? span : longest),
    { from: 0, to: 0 },
  );
  return (
    <g>
      <text x={4} y={y + 20} className="turn-name">
        {name}
      </text>
      <rect x={LEFT} y={y + 4} width={WIDTH - LEFT - RIGHT} height={LANE - 8} className="turn-lane" />
      {spans.map((span) => (
        <rect
          key={span.from}
          x={x(span.from + shift)}
          y={y + 4}
          width={Math.max(0.75, (span.to - span.from + (span === main ? grow : 0)) * scaleOf(period))}
          height={LANE - 8}
          className={`turn-lit${picked ? " is-picked" : ""}`}
          style={{ fill: colour }}
          onClick={onPick}
        >
          <title>
            {name}: {formatNanoseconds(span.to - span.from)}
          </title>
        </rect>
      ))}
      <Handle
        label={`On-time of ${name}`}
        at={x(main.to + shift + grow)}
        y={y + 1}
        height={LANE - 2}
        microseconds={on}
        range={LIMITS.onTime}
        {...handle}
      />
    </g>
  );
}
