import "./bus-wave.css";
import { useId, useMemo, useRef, useState, type PointerEvent } from "react";
import { formatNanoseconds, formatQuantity } from "@/core/quantity";
import { firstWhere } from "./first-where";
import { IconButton } from "./icon-button";

/** Levels of a line over time; between two changes it stays. 2 is not known, 3 nobody drives it. */
export interface Lane {
  readonly name: string;
  readonly title?: string;
  readonly changes: ReadonlyArray<{ readonly at: number; readonly level: number }>;
}

/** A stretch with a label above the lines: a write, a byte, a bit. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly label: string;
  readonly picked?: boolean;
  /** What it is, for people who hear the page; with it a bit can be picked. */
  readonly says?: string;
  readonly onPick?: () => void;
}

interface Props {
  readonly label: string;
  readonly lanes: readonly Lane[];
  readonly writes: readonly Stretch[];
  readonly bits: readonly Stretch[];
  /** Moments at which a chip takes the data. */
  readonly samples: readonly number[];
  /** How long data has to stand before and after each of them, ns; drawn where it is wide enough to be seen. */
  readonly steady?: { readonly setup: number; readonly hold: number };
  readonly whole: readonly [number, number];
  readonly range: readonly [number, number];
  readonly onRange: (range: readonly [number, number]) => void;
  /** The moment stepped to. */
  readonly now?: number;
  /** A moment was clicked. */
  readonly onMoment?: (time: number) => void;
}

const WIDTH = 1000;
const LEFT = 84;
const LANE = 40;
const TOP = 40;
const SWING = 24;
/** A bit narrower than this, in drawing units, goes without its value. */
const READABLE = 13;
/** A stretch narrower than this, in drawing units, is not drawn. */
const NARROWEST = 1.5;
/** Shortest stretch one can zoom to, in ns. */
const SHORTEST = 200;
/** More changes than this in sight are drawn as a band. */
const MOST_CHANGES = 1500;

/** A line from one moment to another, drawn from its low level's height. */
function pathOf(
  changes: Lane["changes"],
  start: number,
  end: number,
  base: number,
): { readonly path: string; readonly band: boolean } {
  const first = firstWhere(changes, ({ at: moment }) => moment >= start);
  const last = firstWhere(changes, ({ at: moment }) => moment >= end);
  const y = (level: number) => base - (level === 1 ? SWING : level === 0 ? 0 : SWING / 2);
  let level = changes[first - 1]?.level ?? changes[0]?.level ?? 0;
  const at = (time: number) => LEFT + ((WIDTH - LEFT) * (time - start)) / Math.max(1, end - start);
  if (last - first > MOST_CHANGES) {
    // Too many to tell apart: a band wherever the line moves at all.
    const columns = new Set<number>();
    for (let index = first; index < last; index += 1) columns.add(Math.round(at(changes[index]!.at)));
    return {
      path: [...columns].map((column) => `M${column},${base} V${base - SWING}`).join(" "),
      band: true,
    };
  }
  let path = `M${LEFT},${y(level)}`;
  for (let index = first; index < last; index += 1) {
    const change = changes[index]!;
    if (change.level === level) continue;
    path += ` H${at(change.at).toFixed(1)} V${y(change.level)}`;
    level = change.level;
  }
  return { path: `${path} H${WIDTH}`, band: false };
}

/** Lines over time: zoomed from all of it to one bit, with two cursors. */
export function BusWave({
  label,
  lanes,
  writes,
  bits,
  samples,
  steady,
  whole,
  range,
  onRange,
  now,
  onMoment,
}: Props) {
  const clip = useId();
  const svg = useRef<SVGSVGElement>(null);
  const [cursors, setCursors] = useState<readonly number[]>([]);
  const drag = useRef<{ x: number; from: readonly [number, number]; moved: boolean }>(undefined);
  const [from, to] = range;
  const span = Math.max(1, to - from);
  const x = (time: number) => LEFT + ((WIDTH - LEFT) * (time - from)) / span;
  const height = TOP + lanes.length * LANE + 20;
  const paths = useMemo(
    () => lanes.map(({ changes }, lane) => pathOf(changes, from, to, TOP + lane * LANE + SWING + 8)),
    [lanes, from, to],
  );
  const timeAt = (event: { clientX: number }): number => {
    const box = svg.current!.getBoundingClientRect();
    const place = ((event.clientX - box.left) / box.width) * WIDTH;
    return from + ((place - LEFT) / (WIDTH - LEFT)) * span;
  };
  const clamp = ([low, high]: readonly [number, number]): readonly [number, number] => {
    const length = Math.min(Math.max(SHORTEST, high - low), whole[1] - whole[0]);
    const start = Math.min(Math.max(whole[0], low), whole[1] - length);
    return [start, start + length];
  };
  const zoom = (by: number, about = (from + to) / 2) =>
    onRange(clamp([about - (about - from) * by, about + (to - about) * by]));
  const pan = (share: number) => onRange(clamp([from + span * share, to + span * share]));
  const onMove = (event: PointerEvent) => {
    const start = drag.current;
    if (!start) return;
    const box = svg.current!.getBoundingClientRect();
    const shift = ((event.clientX - start.x) / box.width) * WIDTH * (span / (WIDTH - LEFT));
    if (Math.abs(event.clientX - start.x) > 3) start.moved = true;
    if (start.moved) onRange(clamp([start.from[0] - shift, start.from[1] - shift]));
  };
  const onUp = (event: PointerEvent) => {
    const moved = drag.current?.moved;
    drag.current = undefined;
    if (moved) return;
    const time = timeAt(event);
    setCursors((before) => (before.length === 1 ? [before[0]!, time] : [time]));
    onMoment?.(time);
    bits.find((bit) => time >= bit.from && time < bit.to)?.onPick?.();
  };
  const visible = <Item extends Stretch>(list: readonly Item[]) =>
    list.filter((one) => one.to >= from && one.from <= to);
  const seenBits = span > 0 ? visible(bits) : [];
  const [one, other] = cursors;
  return (
    <figure className="bus-wave">
      <div className="spread">
        <span className="small tabular">
          {formatNanoseconds(Math.round(from), 4)} to {formatNanoseconds(Math.round(to), 4)}
          {one !== undefined &&
            other === undefined &&
            ` · cursor at ${formatNanoseconds(Math.round(one), 5)}; click again for the distance`}
          {one !== undefined && other !== undefined && (
            <strong>
              {" "}
              · {formatNanoseconds(Math.round(Math.abs(other - one)), 4)} apart,{" "}
              {formatQuantity(1e9 / Math.max(1, Math.abs(other - one)), "Hz", 3)}
            </strong>
          )}
        </span>
        <span className="btn-group btn-group-sm">
          <IconButton icon="bi-chevron-left" label="Earlier" onClick={() => pan(-0.5)} />
          <IconButton icon="bi-zoom-in" label="Closer" onClick={() => zoom(0.5)} />
          <IconButton icon="bi-zoom-out" label="Farther" onClick={() => zoom(2)} />
          <IconButton icon="bi-arrows-angle-expand" label="All of it" onClick={() => onRange(whole)} />
          <IconButton icon="bi-chevron-right" label="Later" onClick={() => pan(0.5)} />
        </span>
      </div>
      <div className="bus-wave-scroll" tabIndex={0} role="region" aria-label={`${label}, scrolls sideways`}>
        <svg
          ref={svg}
          viewBox={`0 0 ${WIDTH} ${height}`}
          role={bits.some(({ onPick }) => onPick) ? "group" : "img"}
          aria-label={label}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            drag.current = { x: event.clientX, from: range, moved: false };
          }}
          onPointerMove={onMove}
          onPointerUp={onUp}
          onPointerCancel={() => (drag.current = undefined)}
          onWheel={(event) => {
            if (!event.ctrlKey && !event.shiftKey) return;
            zoom(event.deltaY > 0 ? 1.25 : 0.8, timeAt(event));
          }}
        >
          <clipPath id={clip}>
            <rect x={LEFT} y={0} width={WIDTH - LEFT} height={height} />
          </clipPath>
          <g clipPath={`url(#${clip})`}>
            {visible(writes).map((write) => {
              const [left, right] = [Math.max(LEFT, x(write.from)), Math.min(WIDTH, x(write.to))];
              return (
                <g key={write.from} className={write.picked ? "bus-write is-picked" : "bus-write"}>
                  <rect x={left} y={2} width={Math.max(1, right - left)} height={height - 22} />
                  {right - left > 26 && (
                    <text x={(left + right) / 2} y={14} textAnchor="middle">
                      {write.label.length * 6.4 > right - left
                        ? `${write.label.slice(0, Math.max(1, Math.floor((right - left) / 6.4) - 1))}…`
                        : write.label}
                    </text>
                  )}
                </g>
              );
            })}
            {seenBits.length > 0 &&
              x(seenBits[0]!.to) - x(seenBits[0]!.from) >= READABLE &&
              seenBits.map((bit) => (
                <g
                  key={bit.from}
                  className={bit.picked ? "bus-bit is-picked" : "bus-bit"}
                  {...(bit.onPick
                    ? { role: "button", tabIndex: -1, "aria-label": bit.says, onClick: bit.onPick }
                    : {})}
                >
                  <rect x={x(bit.from)} y={18} width={Math.max(1, x(bit.to) - x(bit.from) - 1)} height={15} />
                  <text x={(x(bit.from) + x(bit.to)) / 2} y={30} textAnchor="middle">
                    {bit.label}
                  </text>
                </g>
              ))}
            {samples.length < 4000 &&
              samples
                .filter((time) => time >= from && time <= to)
                .slice(0, 400)
                .map((time) => (
                  <g key={time}>
                    {steady && x(steady.setup + steady.hold) - x(0) > NARROWEST && (
                      <rect
                        x={x(time - steady.setup)}
                        y={TOP}
                        width={x(time + steady.hold) - x(time - steady.setup)}
                        height={height - TOP - 20}
                        className="bus-steady"
                      >
                        <title>
                          {`data stands ${steady.setup} ns before the clock rises and ${steady.hold} ns after`}
                        </title>
                      </rect>
                    )}
                    <path d={`M${x(time)},${TOP} V${height - 20}`} className="bus-sample" />
                  </g>
                ))}
            {paths.map((d, lane) => (
              <path key={lanes[lane]!.name} d={d.path} className={d.band ? "bus-band" : "bus-line"} />
            ))}
            {now !== undefined && <path d={`M${x(now)},${TOP - 4} V${height - 18}`} className="bus-now" />}
            {cursors.map((time, at) => (
              <path key={at} d={`M${x(time)},${TOP - 4} V${height - 18}`} className="bus-cursor" />
            ))}
          </g>
          {lanes.map(({ name, title }, lane) => (
            <g key={name}>
              <text x={0} y={TOP + lane * LANE + SWING - 4} className="bus-name">
                {name}
              </text>
              {title && (
                <text x={0} y={TOP + lane * LANE + SWING + 9} className="bus-title">
                  {title}
                </text>
              )}
            </g>
          ))}
          {[0.02, 0.25, 0.5, 0.75].map((share) => (
            <text key={share} x={LEFT + (WIDTH - LEFT) * share} y={height - 5} className="bus-title">
              {formatNanoseconds(Math.round(from + span * share), 4)}
            </text>
          ))}
        </svg>
      </div>
    </figure>
  );
}
