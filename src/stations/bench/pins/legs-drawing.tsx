import type { LegUse } from "@/core/parts";

interface Props {
  readonly legs: number;
  readonly uses: ReadonlyArray<LegUse | undefined>;
  readonly plus?: number;
  readonly minus?: number;
}

const PITCH = 34;
const HEIGHT = 132;

/** As short as it fits beside a leg. */
const shortUse = (use: LegUse): string => {
  if (use === "not-used") return "–";
  return use.startsWith("digit-") ? `K${use.slice(6)}` : use;
};

/** The display from the front, legs counted as sheets do: along the bottom from the left, along the top back again. */
export function LegsDrawing({ legs, uses, plus, minus }: Props) {
  const perRow = Math.ceil(legs / 2);
  const width = perRow * PITCH + 24;
  return (
    <svg
      viewBox={`0 0 ${width} ${HEIGHT}`}
      className="pins-drawing"
      role="img"
      aria-label={
        plus === undefined
          ? `The display from the front, ${legs} legs`
          : `The display from the front: plus on leg ${plus}, minus on leg ${minus}`
      }
    >
      <rect x={6} y={34} width={width - 12} height={HEIGHT - 68} rx={5} className="pins-body" />
      <text x={width / 2} y={HEIGHT / 2 + 4} textAnchor="middle" className="pins-front">
        {perRow > 6 ? "front, points at the bottom right" : "front"}
      </text>
      {Array.from({ length: legs }, (_, at) => {
        const leg = at + 1;
        const below = leg <= perRow;
        const place = below ? at : legs - 1 - at;
        const x = 12 + PITCH / 2 + place * PITCH;
        const y = below ? HEIGHT - 22 : 22;
        const use = uses[at];
        const sign = leg === plus ? "+" : leg === minus ? "−" : undefined;
        return (
          <g key={leg} className={sign ? "pins-leg is-probed" : use ? "pins-leg is-known" : "pins-leg"}>
            <line x1={x} x2={x} y1={y} y2={below ? HEIGHT - 34 : 34} />
            <circle cx={x} cy={y} r={12} />
            <text x={x} y={y + 4} textAnchor="middle">
              {sign ?? leg}
            </text>
            <text x={x} y={below ? HEIGHT - 42 : 48} textAnchor="middle" className="pins-use">
              {sign ? leg : use ? shortUse(use) : ""}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
