import { useState, type KeyboardEvent } from "react";
import { sayDot, type Bitmap } from "@/core/dots";
import type { LedColour } from "@/core/parts";
import { PictureFace } from "./dot-face";
import { useStroke } from "./use-stroke";

interface Props {
  readonly bitmap: Bitmap;
  readonly colour: LedColour;
  /** Takes the picture once a stroke is done. */
  readonly onKeep: (made: Bitmap) => void;
  /** What a press does instead of drawing. */
  readonly onPress?: (dot: number) => void;
  /** Told of every dot that is pressed. */
  readonly onDot?: (dot: number) => void;
  readonly height: number;
  readonly label: string;
}

const WAYS: Readonly<Record<string, readonly [dx: number, dy: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/**
 * A picture one draws in: by mouse or finger; by keys, the arrows moving a place, Space changing its dot and Shift with
 * arrows drawing along; and said aloud dot by dot.
 */
export function DotDrawing({ bitmap, colour, onKeep, onPress, onDot, height, label }: Props) {
  const { shown, stroke } = useStroke(bitmap, onKeep);
  const [at, setAt] = useState(0);
  const [focused, setFocused] = useState(false);
  const [along, setAlong] = useState(false);
  const { width } = bitmap;
  const place = Math.min(at, bitmap.dots.length - 1);
  const press = (dot: number) => {
    onDot?.(dot);
    if (onPress) return onPress(dot);
    stroke.begin(dot);
    stroke.end();
  };
  const rest = () => {
    if (along) stroke.end();
    setAlong(false);
  };
  const move = ([dx, dy]: readonly [number, number], draw: boolean) => {
    const [x, y] = [(place % width) + dx, Math.floor(place / width) + dy];
    if (x < 0 || y < 0 || x >= width || y >= bitmap.height) return;
    const to = y * width + x;
    if (draw && !along) stroke.begin(place, bitmap.dots[place] === 1 ? 1 : 0);
    if (draw) stroke.along(to);
    setAlong(draw);
    setAt(to);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const way = WAYS[event.key];
    if (way) move(way, event.shiftKey && !onPress);
    else if (event.key === " " || event.key === "Enter") press(place);
    else if (event.key === "Home") setAt(place - (place % width));
    else if (event.key === "End") setAt(place - (place % width) + width - 1);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      className="lens dot-drawing"
      role="application"
      aria-roledescription="drawing of dots"
      aria-label={`${label}. Arrows move, Space changes a dot, Shift with arrows draws.`}
      tabIndex={0}
      data-own-keys
      onKeyDown={onKeyDown}
      onKeyUp={(event) => event.key === "Shift" && rest()}
      onFocus={() => setFocused(true)}
      onBlur={() => (setFocused(false), rest())}
    >
      <PictureFace
        bitmap={shown}
        colour={colour}
        height={height}
        pickedDot={focused ? place : undefined}
        onDot={(dot) => {
          setAt(dot);
          onDot?.(dot);
          onPress?.(dot);
        }}
        stroke={onPress ? undefined : stroke}
        label={label}
      />
      <span className="visually-hidden" role="status">
        {focused && sayDot(shown, place)}
      </span>
    </div>
  );
}
