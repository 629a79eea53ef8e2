import { useState, type KeyboardEvent, type PointerEvent } from "react";
import { turnWord } from "@/core/address";
import { formatNanoseconds } from "@/core/quantity";
import { LIMITS, pipId, splitPipId, type Scan } from "@/core/rig";
import type { ScanFigures } from "@/core/scan";
import { pickPip, useModel, useOpenRig } from "@/store";
import { LED_CSS, TimeTicks, timeScale } from "@/ui";

const WIDTH = 920;
const LEFT = 58;
const RIGHT = 14;
const LANE = 30;
const TOP = 8;
const FOOT = 26;

interface Props {
  readonly figures: ScanFigures;
  /** @param gesture what a key that is pressed again and again changes */
  readonly onChange: (values: Partial<Scan>, gesture?: string) => void;
}

/** What is being dragged: the end of a slot's on-time, or the blank time; and how far, in µs. */
interface Drag {
  readonly what: number | "blank";
  readonly from: number;
  readonly by: number;
}

const clamp = (value: number, [least, most]: readonly [number, number]): number =>
  Math.min(most, Math.max(least, value));

/** One turn of the scan to scale: a lane for each digit, lit where it is lit; the ends can be dragged. */
export function TurnPicture({ figures, onChange }: Props) {
  const model = useModel();
  const word = turnWord(model);
  const { scan } = model.rig;
  const pick = useOpenRig((state) => state.pick);
  const picked = pick === undefined ? undefined : splitPipId(pick);
  const [drag, setDrag] = useState<Drag>();
  const { period, digits } = figures;
  const x = timeScale([0, period], LEFT, WIDTH - RIGHT);
  const scale = (WIDTH - LEFT - RIGHT) / period;
  const height = TOP + digits.length * LANE + FOOT;
  const slotOf = (at: number) => model.slots.findIndex((slot) => slot.some((id) => id === model.digits[at]));
  const onOf = (slot: number) => scan.on[Math.min(slot, scan.on.length - 1)]!;

  const toMicroseconds = (event: PointerEvent<SVGElement>): number => {
    const svg = event.currentTarget.ownerSVGElement ?? event.currentTarget;
    const box = svg.getBoundingClientRect();
    return (((event.clientX - box.left) / box.width) * WIDTH) / scale / 1000;
  };
  const start = (what: Drag["what"]) => (event: PointerEvent<SVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    event.stopPropagation();
    setDrag({ what, from: toMicroseconds(event), by: 0 });
  };
  const move = (event: PointerEvent<SVGElement>) => {
    if (drag) setDrag({ ...drag, by: toMicroseconds(event) - drag.from });
  };
  const finish = () => {
    if (drag && Math.abs(drag.by) > 0.4) onChange(changed(drag.what, drag.by));
    setDrag(undefined);
  };
  const changed = (what: Drag["what"], by: number): Partial<Scan> => {
    if (what === "blank") return { blank: Math.round(clamp(scan.blank + by, LIMITS.blankTime)) };
    return {
      on: model.slots.map((_, slot) =>
        slot === what ? Math.round(clamp(onOf(slot) + by, LIMITS.onTime)) : onOf(slot),
      ),
    };
  };
  const nudge = (what: Drag["what"]) => (event: KeyboardEvent) => {
    const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const now = what === "blank" ? scan.blank : onOf(what);
    onChange(changed(what, way * Math.max(1, Math.round(now / 20))), `nudge ${what}`);
  };
  /** How far a slot's picture is moved by what is being dragged before it. */
  const shift = (slot: number): number => {
    if (!drag) return 0;
    const by = drag.by * 1000;
    if (drag.what === "blank") return by * (slot + 1);
    return slot > drag.what ? by : 0;
  };
  const grow = (slot: number): number => (drag && drag.what === slot ? drag.by * 1000 : 0);
  const colour = LED_CSS[model.display.led?.colour ?? "red"];
  const first = digits[0]?.spans.filter(({ to, from }) => to - from > period / 100)[0];
  return (
    <div className="turn-scroll" tabIndex={0} role="region" aria-label="One turn, scrolls sideways">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="turn"
        role="group"
        aria-label={`One turn of the scan, ${formatNanoseconds(period)}`}
        onPointerMove={move}
        onPointerUp={finish}
        onPointerCancel={() => setDrag(undefined)}
      >
        {digits.map(({ position, spans }, at) => {
          const y = TOP + at * LANE;
          const slot = slotOf(at);
          const id = model.digits[at]!;
          const isPicked = picked?.unit === id.unit && picked.digit === id.digit;
          const main = spans.reduce(
            (longest, span) => (span.to - span.from > longest.to - longest.from ? span : longest),
            { from: 0, to: 0 },
          );
          const joined = spans.find((span) => span.from === 0 && main.to >= period - 1);
          const end = joined && joined !== main ? main.to : main.to;
          return (
            <g key={position}>
              <text x={4} y={y + 20} className="turn-name">
                {word} {position}
              </text>
              <rect x={LEFT} y={y + 4} width={WIDTH - LEFT - RIGHT} height={LANE - 8} className="turn-lane" />
              {spans.map((span) => (
                <rect
                  key={span.from}
                  x={x(span.from + shift(slot))}
                  y={y + 4}
                  width={Math.max(0.75, (span.to - span.from + (span === main ? grow(slot) : 0)) * scale)}
                  height={LANE - 8}
                  className={`turn-lit${isPicked ? " is-picked" : ""}`}
                  style={{ fill: colour }}
                  onClick={() =>
                    pickPip(pipId(id.unit, id.digit, picked?.segment ?? (word === "row" ? "c1" : "a")))
                  }
                >
                  <title>
                    {word} {position}: {formatNanoseconds(span.to - span.from)}
                  </title>
                </rect>
              ))}
              <rect
                x={x(end + shift(slot) + grow(slot)) - 5}
                y={y + 1}
                width={10}
                height={LANE - 2}
                rx={3}
                className="turn-handle"
                role="slider"
                tabIndex={0}
                aria-label={`On-time of ${word} ${position}`}
                aria-valuenow={onOf(slot)}
                aria-valuetext={`${onOf(slot)} microseconds`}
                aria-valuemin={LIMITS.onTime[0]}
                aria-valuemax={LIMITS.onTime[1]}
                onPointerDown={start(slot)}
                onKeyDown={nudge(slot)}
              />
            </g>
          );
        })}
        {first && scan.blank >= 0 && (
          <g>
            <path d={`M${x(first.from + shift(0))},${TOP} V${height - FOOT + 4}`} className="turn-blank" />
            <rect
              x={x(first.from + shift(0)) - 5}
              y={height - FOOT + 2}
              width={10}
              height={12}
              rx={3}
              className="turn-handle"
              role="slider"
              tabIndex={0}
              aria-label={`Blank time between ${word}s`}
              aria-valuenow={scan.blank}
              aria-valuetext={`${scan.blank} microseconds`}
              aria-valuemin={LIMITS.blankTime[0]}
              aria-valuemax={LIMITS.blankTime[1]}
              onPointerDown={start("blank")}
              onKeyDown={nudge("blank")}
            />
          </g>
        )}
        <TimeTicks scale={x} y={height - 6} />
        {drag && (
          <text x={WIDTH / 2} y={TOP + 18} textAnchor="middle" className="turn-says">
            {drag.what === "blank"
              ? `blank ${changed("blank", drag.by).blank} µs`
              : `${word} ${drag.what + 1} on for ${changed(drag.what, drag.by).on![drag.what]} µs`}
          </text>
        )}
      </svg>
    </div>
  );
}
