import type { DigitKey } from "@/core/rig";
import type { ReactNode } from "react";
import { PIP_NAMES, isDot, type PipName, type SegmentName } from "@/core/glyph";
import type { LedColour } from "@/core/parts";
import { pressed } from "./pressed";

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

export interface PipLightLevel {
  /** 0 dark to 1 as bright as the picture can be. */
  readonly level: number;
  readonly unknown?: boolean;
  /** How it is said aloud, where that is more than lit or dark. */
  readonly says?: string;
}

/** What each LED of a digit gives. */
export type DigitLights = Readonly<Partial<Record<PipName, PipLightLevel>>>;

interface DigitProps {
  readonly colour: LedColour;
  readonly lights: DigitLights;
  /** LEDs the digit has, beside its seven segments; by default a point and no marks. */
  readonly has?: ReadonlySet<PipName>;
  readonly picked?: PipName;
  readonly onPick?: (segment: PipName) => void;
  /** Writes each segment's letter on it. */
  readonly letters?: boolean;
  /** What a click does, for people who hear the page, and which digit it is on. */
  readonly verb?: string;
  readonly place?: string;
}

interface Props extends DigitProps {
  readonly height: number | string;
  readonly label: string;
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

const NO_MARKS: ReadonlySet<PipName> = new Set(PIP_NAMES.slice(0, 8));
const NAMES: Partial<Record<PipName, string>> = {
  dp: "point",
  colon: "colon",
  degree: "degree mark",
  lamp: "lamp",
};

function outline(segment: PipName, className: string, extra?: object) {
  switch (segment) {
    case "dp":
      return <circle cx={95} cy={136} r={6} className={className} {...extra} />;
    case "colon":
      return (
        <g className={className} {...extra}>
          <circle cx={104} cy={48} r={6} />
          <circle cx={104} cy={102} r={6} />
        </g>
      );
    case "degree":
      return <circle cx={101} cy={18} r={7} className={className} {...extra} />;
    case "lamp":
      return <circle cx={50} cy={-14} r={7} className={className} {...extra} />;
    default:
      // Dots are drawn by a face of their own.
      return isDot(segment) ? null : <polygon points={SHAPES[segment]} className={className} {...extra} />;
  }
}

/** The LEDs of one digit, to be drawn within a picture. */
function Digit({
  colour,
  lights,
  has = NO_MARKS,
  picked,
  onPick,
  letters = false,
  verb = "Pick",
  place = "",
}: DigitProps) {
  return (
    <g transform="skewX(-5) translate(9 0)">
      {PIP_NAMES.filter((segment) => has.has(segment)).map((segment) => {
        const light = lights[segment];
        const lit = light && !light.unknown && light.level > 0;
        const says = light?.says ?? (light?.unknown ? "unknown" : lit ? "lit" : "dark");
        const named = NAMES[segment] ?? `segment ${segment}`;
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
                  "aria-label": `${verb} ${place}${named}, ${says}`,
                  onClick: () => onPick(segment),
                  onKeyDown: pressed(() => onPick(segment)),
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
            {letters && segment in LETTER_AT && (
              <text
                x={LETTER_AT[segment as SegmentName][0]}
                y={LETTER_AT[segment as SegmentName][1]}
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
      {picked && has.has(picked) && outline(picked, "segment-picked", { pointerEvents: "none" })}
    </g>
  );
}

const GLOW = (
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
);

/** One seven-segment digit behind its lens. */
export function DigitFace({ height, label, ...digit }: Props) {
  return (
    <svg
      viewBox="-6 0 124 150"
      role={digit.onPick ? "group" : "img"}
      aria-label={label}
      style={{ height, ["--led" as string]: LED_CSS[digit.colour], display: "block", maxWidth: "100%" }}
    >
      {GLOW}
      <Digit {...digit} />
    </svg>
  );
}

const PITCH = 118;
const LAMP_ROOM = 28;
/** More digits than this stand in several rows, whole chips of eight in each. */
const LONGEST_ROW = 16;
const ROW_PITCH = 172;

interface RowProps {
  readonly colour: LedColour;
  readonly digits: ReadonlyArray<{
    readonly key: DigitKey;
    readonly lights: DigitLights;
    readonly has?: ReadonlySet<PipName>;
  }>;
  readonly picked?: { readonly key: DigitKey; readonly segment: PipName };
  readonly onPick?: (key: DigitKey, segment: PipName) => void;
  /** What a click does, for people who hear the page. */
  readonly verb?: string;
  /** Most height; the width may keep it below. */
  readonly height: number | string;
  readonly label: string;
  /** Darkness drawn over the digits, for pictures of what a camera sees. */
  readonly children?: ReactNode;
}

/** Digits side by side behind one lens: the face of a whole display. */
export function DigitRow({ colour, digits, picked, onPick, verb, height, label, children }: RowProps) {
  const inRow = digits.length > LONGEST_ROW ? Math.ceil(Math.sqrt(digits.length / 2) / 4) * 8 : digits.length;
  const width = PITCH * (inRow - 1) + 124;
  // Lamps stand above their digits.
  const above = digits.some(({ has }) => has?.has("lamp")) ? LAMP_ROOM : 0;
  const tall = 150 + above + (Math.ceil(digits.length / Math.max(1, inRow)) - 1) * ROW_PITCH;
  return (
    <svg
      viewBox={`-6 ${-above} ${width} ${tall}`}
      role={onPick ? "group" : "img"}
      aria-label={label}
      className="digit-row"
      style={{
        maxHeight: height,
        aspectRatio: `${width} / ${tall}`,
        ["--led" as string]: LED_CSS[colour],
      }}
    >
      {GLOW}
      {digits.map(({ key, lights, has }, at) => (
        <g
          key={key}
          transform={`translate(${(at % inRow) * PITCH} ${Math.floor(at / inRow) * ROW_PITCH})`}
          data-digit={at + 1}
        >
          <Digit
            colour={colour}
            lights={lights}
            has={has}
            place={digits.length > 1 ? `digit ${at + 1} ` : ""}
            picked={picked?.key === key ? picked.segment : undefined}
            onPick={onPick && ((segment) => onPick(key, segment))}
            verb={verb}
          />
        </g>
      ))}
      {children}
    </svg>
  );
}

/** Lights for a plain set of LEDs, for pictures of a shape rather than of a moment. */
export function litSegments(segments: readonly PipName[], unknown: readonly PipName[] = []): DigitLights {
  return Object.fromEntries([
    ...segments.map((segment) => [segment, { level: 1 }] as const),
    ...unknown.map((segment) => [segment, { level: 0, unknown: true }] as const),
  ]);
}
