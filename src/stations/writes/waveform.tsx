import { useId } from "react";
import type { SentBit } from "@/core/address";
import { formatNanoseconds } from "@/core/quantity";
import { splitPipId, type PipId } from "@/core/rig";
import type { SendTrace } from "@/core/sim";
import { pickPip } from "@/store";

const WIDTH = 900;
const LEFT = 92;
const LANE = 44;
/** Many lines stand closer. */
const NARROW_LANE = 24;
const TOP = 34;

interface Props {
  readonly trace: SendTrace;
  readonly bits: readonly SentBit[];
  readonly at: number;
  readonly pick: PipId | undefined;
  /** Lines in the order they are drawn. */
  readonly lines: readonly string[];
  readonly onAt: (at: number) => void;
}

/** The lines over one update, to scale, with each bit's turn above and the moment stepped to. */
export function Waveform({ trace, bits, at, pick, lines, onAt }: Props) {
  const clip = useId();
  const span = Math.max(1, trace.duration) * 1.04;
  const x = (time: number) => LEFT + ((WIDTH - LEFT - 8) * time) / span;
  const laneHeight = lines.length > 4 ? NARROW_LANE : LANE;
  const swing = laneHeight * 0.55;
  const height = TOP + lines.length * laneHeight + 22;
  const uses = new Map(trace.steps.map((step) => [step.line, step.use]));
  const turns = bits.map((bit) => {
    const edges = trace.steps.filter((step) => step.turn === bit.turn);
    return {
      bit,
      from: edges[0]?.at ?? 0,
      to: edges[edges.length - 1]?.at ?? 0,
      rise: edges.find((edge) => edge.use === "clock" && edge.level === 1)?.at,
    };
  });
  const slot = turns.length > 1 ? turns[1]!.from - turns[0]!.from : 0;
  const nearest = (time: number) => trace.steps.filter((step) => step.at <= time).length;
  const now = at === 0 ? 0 : trace.steps[at - 1]!.at;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="waveform"
      role="group"
      aria-label="Waveform of the update"
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const place = ((event.clientX - box.left) / box.width) * WIDTH;
        onAt(nearest(((place - LEFT) / (WIDTH - LEFT - 8)) * span));
      }}
    >
      <clipPath id={clip}>
        <rect x={LEFT} y={0} width={WIDTH - LEFT} height={height} />
      </clipPath>
      {turns.map(({ bit, from, rise }) => {
        const picked = pick !== undefined && bit.reaches.includes(pick);
        const value = (trace.bytes[bit.byte]! >> bit.bit) & 1;
        return (
          <g
            key={bit.turn}
            className={`wave-bit${picked ? " is-picked" : ""}`}
            role="button"
            tabIndex={-1}
            aria-label={`Bit ${bit.turn + 1}, ${value}`}
            onClick={() => bit.reaches[0] && pickPip(bit.reaches[0])}
          >
            <rect
              x={x(from)}
              y={2}
              width={x(from + slot) - x(from)}
              height={height - 22}
              className="wave-slot"
            />
            <text x={x(from + slot / 2)} y={14} textAnchor="middle" className="wave-text">
              {bitName(bit)}
            </text>
            <text x={x(from + slot / 2)} y={27} textAnchor="middle" className="wave-value">
              {value}
            </text>
            {rise !== undefined && (
              <path d={`M${x(rise)},${TOP} V${TOP + laneHeight * 2}`} className="wave-sample" />
            )}
          </g>
        );
      })}
      {lines.map((line, lane) => {
        const base = TOP + lane * laneHeight + swing + 6;
        const use = uses.get(line) ?? "direct";
        return (
          <g key={line}>
            {use !== "direct" && (
              <text x={0} y={base - swing / 2 + 4} className="wave-name">
                {use}
              </text>
            )}
            <text x={use === "direct" ? 0 : 40} y={base - swing / 2 + 4} className="wave-text">
              line {line}
            </text>
            <path
              d={lineOf(trace, line, use === "latch", x, base, swing, span)}
              className="wave-line"
              clipPath={`url(#${clip})`}
            />
          </g>
        );
      })}
      <path d={`M${x(now)},${TOP - 2} V${height - 18}`} className="wave-now" />
      <text
        x={Math.min(WIDTH - 60, Math.max(LEFT + 26, x(now)))}
        y={height - 5}
        textAnchor="middle"
        className="wave-text"
      >
        {formatNanoseconds(now)}
      </text>
    </svg>
  );
}

/** What a bit is for: its segment, or the digit it switches. */
function bitName({ reaches }: SentBit): string {
  const segments = [...new Set(reaches.map((pip) => splitPipId(pip).segment))];
  if (segments.length <= 1) return segments[0] ?? "–";
  const digits = [...new Set(reaches.map((pip) => splitPipId(pip).digit))];
  return digits.length === 1 ? `d${digits[0]}` : segments.join(" ");
}

/** Before its first edge a line keeps the level an update leaves behind: the latch high, the others low. */
function lineOf(
  trace: SendTrace,
  line: string,
  startsHigh: boolean,
  x: (time: number) => number,
  base: number,
  swing: number,
  span: number,
): string {
  let level: number = startsHigh ? 1 : 0;
  let path = `M${x(0)},${base - level * swing}`;
  for (const step of trace.steps) {
    if (step.line !== line || step.level === level) continue;
    path += ` H${x(step.at)} V${base - step.level * swing}`;
    level = step.level;
  }
  return `${path} H${x(span)}`;
}
