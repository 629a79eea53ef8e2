import { useEffect, useMemo, useRef, type PointerEvent } from "react";
import type { DotGrid, ModuleBox } from "@/core/address";
import type { Bitmap } from "@/core/dots";
import type { LedColour } from "@/core/parts";
import { LED_CSS } from "./digit-face";
import type { Stroke } from "./use-stroke";

type Place = Pick<globalThis.MouseEvent, "clientX" | "clientY">;

interface FieldProps {
  readonly width: number;
  readonly height: number;
  readonly colour: LedColour;
  readonly modules?: readonly ModuleBox[];
  /** Brightness of a dot, 0 to 1; undefined where nobody can tell; null where there is none. */
  readonly levelOf: (dot: number) => number | undefined | null;
  /** Changes when the picture does. */
  readonly drawn: unknown;
  readonly pickedDot?: number;
  readonly onDot?: (dot: number) => void;
  readonly stroke?: Stroke;
  /** Most height; the width may keep it below. */
  readonly maxHeight: number | string;
  readonly label: string;
}

/** Picture elements a dot takes at its largest, before the screen's own resolution. */
const LARGEST = 26;

/** Draws dots behind their lens: once the dark ones, then the lit ones from a picture of one. */
function DotField({
  width,
  height,
  colour,
  modules = [],
  levelOf,
  drawn,
  pickedDot,
  onDot,
  stroke,
  maxHeight,
  label,
}: FieldProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pitch = Math.max(4, Math.min(LARGEST, Math.floor(2048 / Math.max(width, 1))));
  const sprites = useMemo(
    () => (typeof document === "undefined" ? undefined : drawSprites(colour, pitch)),
    [colour, pitch],
  );
  const edges = JSON.stringify(modules);
  const ground = useMemo(
    () =>
      sprites &&
      drawGround(
        width,
        height,
        pitch,
        sprites,
        JSON.parse(edges) as ModuleBox[],
        (dot) => levelOf(dot) !== null,
      ),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- which dots there are does not change with their light
    [width, height, pitch, sprites, edges],
  );
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context || !sprites || !ground) return;
    context.globalAlpha = 1;
    context.drawImage(ground, 0, 0);
    for (let dot = 0; dot < width * height; dot += 1) {
      const level = levelOf(dot);
      if (level === 0 || level === null) continue;
      const [x, y] = [(dot % width) * pitch, Math.floor(dot / width) * pitch];
      context.globalAlpha = level ?? 1;
      context.drawImage(
        level === undefined ? sprites.unknown : sprites.lit,
        x - sprites.margin,
        y - sprites.margin,
      );
    }
    context.globalAlpha = 1;
    if (pickedDot !== undefined && pickedDot >= 0) {
      const [x, y] = [((pickedDot % width) + 0.5) * pitch, (Math.floor(pickedDot / width) + 0.5) * pitch];
      context.strokeStyle = "#ff4fb4";
      context.lineWidth = Math.max(2, pitch * 0.14);
      context.beginPath();
      context.arc(x, y, pitch * 0.46, 0, 2 * Math.PI);
      context.stroke();
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `drawn` stands for what `levelOf` says
  }, [drawn, sprites, ground, width, height, pitch, pickedDot]);
  const pressed = useRef(false);
  /** The dot under the pointer; beside the picture the nearest one on its edge, or none. */
  const dotAt = ({ clientX, clientY }: Place, beside: "nearest" | "none"): number => {
    const box = canvas.current!.getBoundingClientRect();
    const place = (at: number, from: number, size: number, count: number) => {
      const found = Math.floor(((at - from) / size) * count);
      return beside === "nearest" ? Math.max(0, Math.min(count - 1, found)) : found;
    };
    const x = place(clientX, box.left, box.width, width);
    const y = place(clientY, box.top, box.height, height);
    return x < 0 || y < 0 || x >= width || y >= height ? -1 : y * width + x;
  };
  const press = (event: PointerEvent<HTMLCanvasElement>) => {
    const dot = dotAt(event, "none");
    if (dot < 0 || event.button !== 0) return;
    onDot?.(dot);
    if (!stroke) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    pressed.current = true;
    stroke.begin(dot);
  };
  const move = (event: PointerEvent<HTMLCanvasElement>) => {
    if (!pressed.current || !stroke) return;
    // A quick hand passes over several places between two events.
    const passed = event.nativeEvent.getCoalescedEvents?.() ?? [];
    for (const one of passed.length > 0 ? passed : [event]) stroke.along(dotAt(one, "nearest"));
  };
  const release = () => {
    if (!pressed.current) return;
    pressed.current = false;
    stroke?.end();
  };
  return (
    <canvas
      ref={canvas}
      className="dot-field"
      width={width * pitch}
      height={height * pitch}
      role="img"
      aria-label={label}
      style={{
        aspectRatio: `${width} / ${height}`,
        width: `min(100%, calc(${typeof maxHeight === "number" ? `${maxHeight}px` : maxHeight} * ${width / height}))`,
        cursor: onDot || stroke ? "pointer" : undefined,
        touchAction: stroke ? "none" : undefined,
      }}
      onPointerDown={onDot || stroke ? press : undefined}
      onPointerMove={stroke && move}
      onPointerUp={stroke && release}
      onPointerCancel={stroke && release}
    />
  );
}

interface Sprites {
  readonly dark: HTMLCanvasElement;
  readonly lit: HTMLCanvasElement;
  readonly unknown: HTMLCanvasElement;
  /** The light of a dot reaches so far beyond its place. */
  readonly margin: number;
}

/** A lit dot is the same few pixels each time: drawn once for each level and copied, 4,096 of them keep up. */
function drawSprites(colour: LedColour, pitch: number): Sprites {
  const margin = Math.round(pitch * 0.4);
  const size = pitch + 2 * margin;
  const make = (draw: (context: CanvasRenderingContext2D, centre: number) => void, side: number) => {
    const made = document.createElement("canvas");
    made.width = made.height = side;
    const context = made.getContext("2d");
    if (context) draw(context, side / 2);
    return made;
  };
  const disc = (
    context: CanvasRenderingContext2D,
    centre: number,
    radius: number,
    fill: string | CanvasGradient,
  ) => {
    context.fillStyle = fill;
    context.beginPath();
    context.arc(centre, centre, radius, 0, 2 * Math.PI);
    context.fill();
  };
  const css = LED_CSS[colour];
  return {
    margin,
    dark: make(
      (context, centre) => disc(context, centre, pitch * 0.36, `color-mix(in srgb, ${css} 10%, #241b16)`),
      pitch,
    ),
    lit: make((context, centre) => {
      const halo = context.createRadialGradient(centre, centre, pitch * 0.3, centre, centre, size / 2);
      halo.addColorStop(0, `${css}77`);
      halo.addColorStop(1, `${css}00`);
      disc(context, centre, size / 2, halo);
      disc(context, centre, pitch * 0.38, css);
    }, size),
    unknown: make((context, centre) => {
      disc(context, centre, pitch * 0.38, "#3a2f29");
      context.strokeStyle = "#a3968a";
      context.lineWidth = Math.max(1, pitch * 0.14);
      context.beginPath();
      context.moveTo(centre - pitch * 0.24, centre + pitch * 0.24);
      context.lineTo(centre + pitch * 0.24, centre - pitch * 0.24);
      context.stroke();
    }, size),
  };
}

/** What never changes is drawn once under the rest. */
function drawGround(
  width: number,
  height: number,
  pitch: number,
  sprites: Sprites,
  modules: readonly ModuleBox[],
  isThere: (dot: number) => boolean,
): HTMLCanvasElement {
  const made = document.createElement("canvas");
  made.width = width * pitch;
  made.height = height * pitch;
  const context = made.getContext("2d");
  if (!context) return made;
  context.fillStyle = "#191310";
  context.fillRect(0, 0, made.width, made.height);
  for (let dot = 0; dot < width * height; dot += 1)
    if (isThere(dot)) context.drawImage(sprites.dark, (dot % width) * pitch, Math.floor(dot / width) * pitch);
  if (modules.length > 1) {
    context.strokeStyle = "#3b2f28";
    context.lineWidth = 1;
    for (const edge of modules)
      context.strokeRect(
        edge.x * pitch + 0.5,
        edge.y * pitch + 0.5,
        edge.width * pitch - 1,
        edge.height * pitch - 1,
      );
  }
  return made;
}

interface Props {
  readonly grid: DotGrid;
  readonly modules?: readonly ModuleBox[];
  readonly colour: LedColour;
  /** Brightness of an LED by its place among the model's addresses; undefined where nobody can tell. */
  readonly levelAt: (index: number) => number | undefined;
  readonly drawn: unknown;
  /** Place of the picked LED among the model's addresses. */
  readonly picked?: number;
  readonly onPick?: (index: number) => void;
  readonly height: number | string;
  readonly label: string;
}

/** A display of dots, as an eye takes it in. */
export function DotFace({
  grid,
  modules,
  colour,
  levelAt,
  drawn,
  picked = -1,
  onPick,
  height,
  label,
}: Props) {
  return (
    <DotField
      width={grid.width}
      height={grid.height}
      colour={colour}
      modules={modules}
      levelOf={(dot) => (grid.at[dot]! < 0 ? null : levelAt(grid.at[dot]!))}
      drawn={drawn}
      pickedDot={picked < 0 ? undefined : grid.dotOf[picked]}
      onDot={onPick && ((dot) => grid.at[dot]! >= 0 && onPick(grid.at[dot]!))}
      maxHeight={height}
      label={label}
    />
  );
}

/** A dot of a picture that is only hinted at. */
const DIM = 2;

/** A picture of dots by itself: a frame, a glyph, what should be seen. */
export function PictureFace({
  bitmap,
  colour,
  modules,
  pickedDot,
  onDot,
  stroke,
  height,
  label,
}: {
  readonly bitmap: Bitmap;
  readonly colour: LedColour;
  readonly modules?: readonly ModuleBox[];
  readonly pickedDot?: number;
  readonly onDot?: (dot: number) => void;
  readonly stroke?: Stroke;
  readonly height: number | string;
  readonly label: string;
}) {
  return (
    <DotField
      width={bitmap.width}
      height={bitmap.height}
      colour={colour}
      modules={modules}
      levelOf={(dot) => (bitmap.dots[dot] === DIM ? 0.22 : bitmap.dots[dot]!)}
      drawn={bitmap}
      pickedDot={pickedDot}
      onDot={onDot}
      stroke={stroke}
      maxHeight={height}
      label={label}
    />
  );
}
