import "./bus-wave.css";
import { useId, useMemo, useRef, useState, type MouseEvent } from "react";
import { formatNanoseconds, formatQuantity } from "@/core/quantity";
import { firstWhere } from "./first-where";
import { IconButton } from "./icon-button";
import { TimeTicks, timeScale, type TimeScale } from "./time-axis";
import { useTimeZoom } from "./use-time-zoom";

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
const FOOT = 20;
/** A bit narrower than this, in drawing units, goes without its value. */
const READABLE = 13;
/** A stretch narrower than this, in drawing units, is not drawn. */
const NARROWEST = 1.5;
/** Shortest stretch one can zoom to, in ns. */
const SHORTEST = 200;
/** More changes than this in sight are drawn as a band. */
const MOST_CHANGES = 1500;

/** A line over what is in sight, drawn from its low level's height. */
function pathOf(
  changes: Lane["changes"],
  x: TimeScale,
  base: number,
): { readonly path: string; readonly band: boolean } {
  const [start, end] = x.domain() as [number, number];
  const first = firstWhere(changes, ({ at: moment }) => moment >= start);
  const last = firstWhere(changes, ({ at: moment }) => moment >= end);
  const y = (level: number) => base - (level === 1 ? SWING : level === 0 ? 0 : SWING / 2);
  let level = changes[first - 1]?.level ?? changes[0]?.level ?? 0;
  if (last - first > MOST_CHANGES) {
    // Too many to tell apart: a band wherever the line moves at all.
    const columns = new Set<number>();
    for (let index = first; index < last; index += 1) columns.add(Math.round(x(changes[index]!.at)));
    return {
      path: [...columns].map((column) => `M${column},${base} V${base - SWING}`).join(" "),
      band: true,
    };
  }
  let path = `M${LEFT},${y(level)}`;
  for (let index = first; index < last; index += 1) {
    const change = changes[index]!;
    if (change.level === level) continue;
    path += ` H${x(change.at).toFixed(1)} V${y(change.level)}`;
    level = change.level;
  }
  return { path: `${path} H${WIDTH}`, band: false };
}

/** Lines over time: zoomed from all of it to one bit, with two cursors. */
export function BusWave(props: Props) {
  const { label, lanes, bits, whole, range, onRange, now, onMoment } = props;
  const clip = useId();
  const svg = useRef<SVGSVGElement>(null);
  const [cursors, setCursors] = useState<readonly number[]>([]);
  const [from, to] = range;
  const x = useMemo(() => timeScale([from, Math.max(from + 1, to)], LEFT, WIDTH), [from, to]);
  const { zoomBy, pan } = useTimeZoom({
    svg,
    whole,
    range,
    shortest: SHORTEST,
    left: LEFT,
    right: WIDTH,
    onRange,
  });
  const height = TOP + lanes.length * LANE + FOOT;
  const onClick = (event: MouseEvent) => {
    const box = svg.current!.getBoundingClientRect();
    const time = x.invert(((event.clientX - box.left) / box.width) * WIDTH);
    setCursors((before) => (before.length === 1 ? [before[0]!, time] : [time]));
    onMoment?.(time);
    bits.find((bit) => time >= bit.from && time < bit.to)?.onPick?.();
  };
  return (
    <figure className="bus-wave">
      <div className="spread">
        <InSight range={range} cursors={cursors} />
        <span className="btn-group btn-group-sm">
          <IconButton icon="bi-chevron-left" label="Earlier" onClick={() => pan(-0.5)} />
          <IconButton icon="bi-zoom-in" label="Closer" onClick={() => zoomBy(0.5)} />
          <IconButton icon="bi-zoom-out" label="Farther" onClick={() => zoomBy(2)} />
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
          onClick={onClick}
        >
          <clipPath id={clip}>
            <rect x={LEFT} y={0} width={WIDTH - LEFT} height={height} />
          </clipPath>
          <g clipPath={`url(#${clip})`}>
            <Writes writes={visible(props.writes, range)} x={x} height={height} />
            <Bits bits={visible(bits, range)} x={x} />
            <Samples {...props} x={x} height={height} />
            <Lines lanes={lanes} x={x} />
            {now !== undefined && (
              <path d={`M${x(now)},${TOP - 4} V${height - FOOT + 2}`} className="bus-now" />
            )}
            {cursors.map((time, at) => (
              <path key={at} d={`M${x(time)},${TOP - 4} V${height - FOOT + 2}`} className="bus-cursor" />
            ))}
          </g>
          <Names lanes={lanes} />
          <TimeTicks scale={x} y={height - 5} stroke={0} />
        </svg>
      </div>
    </figure>
  );
}

const visible = <Item extends Stretch>(list: readonly Item[], [from, to]: readonly [number, number]) =>
  list.filter((one) => one.to >= from && one.from <= to);

/** The stretch in sight, and the distance between two cursors. */
function InSight({
  range: [from, to],
  cursors,
}: Pick<Props, "range"> & { readonly cursors: readonly number[] }) {
  const [one, other] = cursors;
  return (
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
  );
}

interface Drawn {
  readonly x: TimeScale;
  readonly height: number;
}

/** A character takes about so many drawing units. */
const LETTER = 6.4;

/** A label, cut to the room it has. */
const cutTo = (label: string, room: number): string =>
  label.length * LETTER > room ? `${label.slice(0, Math.max(1, Math.floor(room / LETTER) - 1))}…` : label;

function Writes({ writes, x, height }: Drawn & Pick<Props, "writes">) {
  return writes.map((write) => {
    const [left, right] = [Math.max(LEFT, x(write.from)), Math.min(WIDTH, x(write.to))];
    return (
      <g key={write.from} className={write.picked ? "bus-write is-picked" : "bus-write"}>
        <rect x={left} y={2} width={Math.max(1, right - left)} height={height - FOOT - 2} />
        {right - left > 26 && (
          <text x={(left + right) / 2} y={14} textAnchor="middle">
            {cutTo(write.label, right - left)}
          </text>
        )}
      </g>
    );
  });
}

function Bits({ bits, x }: Pick<Drawn, "x"> & Pick<Props, "bits">) {
  const [first] = bits;
  if (!first || x(first.to) - x(first.from) < READABLE) return null;
  return bits.map((bit) => (
    <g
      key={bit.from}
      className={bit.picked ? "bus-bit is-picked" : "bus-bit"}
      {...(bit.onPick ? { role: "button", tabIndex: -1, "aria-label": bit.says } : {})}
    >
      <rect x={x(bit.from)} y={18} width={Math.max(1, x(bit.to) - x(bit.from) - 1)} height={15} />
      <text x={(x(bit.from) + x(bit.to)) / 2} y={30} textAnchor="middle">
        {bit.label}
      </text>
    </g>
  ));
}

/** Clock edges are drawn while there are no more than this of all, and of those in sight. */
const MOST_SAMPLES = { all: 4000, inSight: 400 };

/** When the chip takes the data, and how long that has to stand. */
function Samples({ samples, steady, range: [from, to], x, height }: Drawn & Props) {
  if (samples.length >= MOST_SAMPLES.all) return null;
  const window = steady && x(steady.setup + steady.hold) - x(0) > NARROWEST ? steady : undefined;
  return samples
    .filter((time) => time >= from && time <= to)
    .slice(0, MOST_SAMPLES.inSight)
    .map((time) => (
      <g key={time}>
        {window && (
          <rect
            x={x(time - window.setup)}
            y={TOP}
            width={x(time + window.hold) - x(time - window.setup)}
            height={height - TOP - FOOT}
            className="bus-steady"
          >
            <title>{`data stands ${window.setup} ns before the clock rises and ${window.hold} ns after`}</title>
          </rect>
        )}
        <path d={`M${x(time)},${TOP} V${height - FOOT}`} className="bus-sample" />
      </g>
    ));
}

function Lines({ lanes, x }: Pick<Drawn, "x"> & Pick<Props, "lanes">) {
  const paths = useMemo(
    () => lanes.map(({ changes }, lane) => pathOf(changes, x, TOP + lane * LANE + SWING + 8)),
    [lanes, x],
  );
  return paths.map((d, lane) => (
    <path key={lanes[lane]!.name} d={d.path} className={d.band ? "bus-band" : "bus-line"} />
  ));
}

function Names({ lanes }: Pick<Props, "lanes">) {
  return lanes.map(({ name, title }, lane) => (
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
  ));
}
