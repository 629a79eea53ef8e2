import type { KeyboardEvent } from "react";
import { SEGMENTS, type SegmentName } from "@/core/glyph";
import type { LedColour } from "@/core/parts";

/** True colours of the LEDs, as a lit segment looks behind dark glass. */
export const LED_CSS: Readonly<Record<LedColour, string>> = {
  red: "#ff3a24",
  amber: "#ffa31f",
  "yellow-green": "#b9ee2c",
  green: "#2bf57f",
  blue: "#4d86ff",
  white: "#f6f3ea",
};

/** Outlines on a 100 × 150 field, before the slant. */
const SHAPES: Readonly<Record<Exclude<SegmentName, "dp">, string>> = {
  a: "22,8 78,8 71,19 29,19",
  b: "81,11 81,69 75.5,73 70,68 70,24",
  c: "81,139 81,81 75.5,77 70,82 70,126",
  d: "22,142 78,142 71,131 29,131",
  e: "19,139 19,81 24.5,77 30,82 30,126",
  f: "19,11 19,69 24.5,73 30,68 30,24",
  g: "28,75 34,69.5 66,69.5 72,75 66,80.5 34,80.5",
};

export interface SegmentLight {
  /** 0 dark to 1 as bright as the picture can be. */
  readonly level: number;
  readonly unknown?: boolean;
}

interface Props {
  readonly colour: LedColour;
  readonly lights: Readonly<Partial<Record<SegmentName, SegmentLight>>>;
  readonly picked?: SegmentName;
  readonly onPick?: (segment: SegmentName) => void;
  readonly height: number | string;
  readonly label: string;
  /** Writes each segment's letter on it. */
  readonly letters?: boolean;
  /** What a click does, for people who hear the page. */
  readonly verb?: string;
}

const LETTER_AT: Readonly<Record<SegmentName, readonly [number, number]>> = {
  a: [50, 17],
  b: [75.5, 49],
  c: [75.5, 109],
  d: [50, 140],
  e: [24.5, 109],
  f: [24.5, 49],
  g: [50, 78.6],
  dp: [95, 139],
};

/** One seven-segment digit behind its lens. The only face in the product. */
export function DigitFace({
  colour,
  lights,
  picked,
  onPick,
  height,
  label,
  letters = false,
  verb = "Pick",
}: Props) {
  const onKey = (segment: SegmentName) => (event: KeyboardEvent) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    event.stopPropagation();
    onPick?.(segment);
  };
  const outline = (segment: SegmentName, className: string, extra?: object) =>
    segment === "dp" ? (
      <circle cx={95} cy={136} r={6} className={className} {...extra} />
    ) : (
      <polygon points={SHAPES[segment]} className={className} {...extra} />
    );
  return (
    <svg
      viewBox="-6 0 124 150"
      role={onPick ? "group" : "img"}
      aria-label={label}
      style={{ height, ["--led" as string]: LED_CSS[colour], display: "block", maxWidth: "100%" }}
    >
      <defs>
        <filter id="pip-glow" x="-40%" y="-40%" width="180%" height="180%">
          <feGaussianBlur stdDeviation="3.2" result="halo" />
          <feMerge>
            <feMergeNode in="halo" />
            <feMergeNode in="SourceGraphic" />
          </feMerge>
        </filter>
        <pattern
          id="pip-unknown"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="6" height="6" fill="#3a2f29" />
          <rect width="2.5" height="6" fill="#a3968a" />
        </pattern>
      </defs>
      <g transform="skewX(-5) translate(9 0)">
        {SEGMENTS.map((segment) => {
          const light = lights[segment];
          const lit = light && !light.unknown && light.level > 0;
          const says = light?.unknown ? "unknown" : lit ? "lit" : "dark";
          return (
            <g
              key={segment}
              className={onPick && "segment-hit"}
              data-segment={segment}
              data-state={says}
              {...(onPick
                ? {
                    role: "button",
                    tabIndex: 0,
                    "aria-pressed": picked === segment,
                    "aria-label": `${verb} segment ${segment}, ${says}`,
                    onClick: () => onPick(segment),
                    onKeyDown: onKey(segment),
                  }
                : {})}
            >
              {outline(segment, "segment-off segment-focus")}
              {light?.unknown && outline(segment, "", { fill: "url(#pip-unknown)" })}
              {lit &&
                outline(segment, "", {
                  fill: LED_CSS[colour],
                  opacity: light.level,
                  filter: "url(#pip-glow)",
                })}
              {letters && (
                <text
                  x={LETTER_AT[segment][0]}
                  y={LETTER_AT[segment][1]}
                  textAnchor="middle"
                  fontSize={segment === "dp" ? 0 : 8}
                  fontWeight={600}
                  fill={lit ? "#1a1210" : "#a99b8c"}
                  pointerEvents="none"
                >
                  {segment}
                </text>
              )}
            </g>
          );
        })}
        {picked && outline(picked, "segment-picked", { pointerEvents: "none" })}
      </g>
    </svg>
  );
}

/** Lights for a plain set of segments, for pictures of a shape rather than of a moment. */
export function litSegments(
  segments: readonly SegmentName[],
  unknown: readonly SegmentName[] = [],
): Partial<Record<SegmentName, SegmentLight>> {
  return Object.fromEntries([
    ...segments.map((segment) => [segment, { level: 1 }] as const),
    ...unknown.map((segment) => [segment, { level: 0, unknown: true }] as const),
  ]);
}
