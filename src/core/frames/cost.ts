import { chipOn, gridOf, isMultiplexed, type RigModel } from "../address";
import { bitsOf } from "../bus";
import {
  bitmapHex,
  joinedRows,
  packColumns,
  packRuns,
  type Bitmap,
  type DotFont,
  type SceneFrames,
} from "../dots";
import { buildProgram, scanPeriod, updateCost } from "../program";
import type { Hertz, Nanoseconds } from "../quantity";
import { controllerById, fontById, type Rig } from "../rig";
import { signRun, scenesOf } from "../show";
import { signPace } from "./pace";

/** The ways a run can be kept in a controller's memory. */
export const KEPT_AS = ["frames", "runs", "columns", "letters"] as const;
export type KeptAs = (typeof KEPT_AS)[number];

export interface KeptCost {
  readonly kept: KeptAs;
  readonly title: string;
  /** Bytes of constants in flash. */
  readonly flash: number;
  /** Bytes of RAM while it runs. */
  readonly ram: number;
}

/** What a sign's run comes to on its board. */
export interface SignCost {
  readonly frames: number;
  readonly different: number;
  readonly cut: boolean;
  readonly kept: readonly KeptCost[];
  /** What the board has. */
  readonly memory: { readonly flash: number; readonly ram: number };
  /** One picture on its way to the display: its bits, and the time drawing and sending it takes. */
  readonly bits: number;
  readonly byCalls: { readonly time: Nanoseconds; readonly most: Hertz };
  readonly direct?: { readonly time: Nanoseconds; readonly most: Hertz };
  /** The shortest time a frame is asked to be shown, in ms. */
  readonly shortest: number;
  /** Frames stand longer than asked, because drawing and sending them takes longer. */
  readonly late: boolean;
}

/** Frames looked at for being different and for packing; a longer run is reckoned up from these. */
const MOST_PACKED = 4000;

/** What a run takes of memory, each way it can be kept, and of time on the wires. */
export function signCost(model: RigModel): SignCost | undefined {
  const grid = gridOf(model);
  if (!grid) return undefined;
  const { rig } = model;
  const { frames, scenes, cut } = signRun(rig, grid.width, grid.height);
  const board = controllerById(rig.plan.controller);
  const each = Math.ceil(grid.width / 8) * grid.height;
  const pictures = differentPictures(scenes);
  const share = pictures.total / Math.max(1, pictures.looked);
  const packed = pictures.bitmaps.reduce((sum, bitmap) => sum + packRuns(joinedRows([bitmap])).length + 2, 0);
  const program = buildProgram(model);
  const { cost } = board;
  const bus = program.buses[0];
  const multiplexed = isMultiplexed(model);
  const state = program.frames[0]!.states[0]!;
  const pace = signPace(model)!;
  const byCalls = multiplexed
    ? { time: scanPeriod(program, cost), bits: program.on.length * state.bytes.length * 8 }
    : {
        time: pace.most,
        bits: (state.writes ?? []).reduce((sum, { write }) => sum + bitsOf(write), 0),
      };
  const direct = bus && updateCost(bus, chipOn(model, bus), board, bus.units.length, "direct");
  return {
    frames: frames.length,
    different: Math.round(pictures.bitmaps.length * share),
    cut,
    memory: board.memory,
    kept: [
      {
        kept: "frames",
        title: "every picture whole",
        flash: Math.round(pictures.bitmaps.length * share) * each + frames.length * 4,
        ram: each,
      },
      {
        kept: "runs",
        title: "every picture, run-length packed",
        flash: Math.round(packed * share) + frames.length * 4,
        ram: each * 2,
      },
      columnsCost(rig, scenes, each),
      lettersCost(rig, scenes, each),
    ],
    bits: byCalls.bits,
    byCalls: { time: byCalls.time, most: 1e9 / byCalls.time },
    ...(direct ? { direct: { time: direct.time, most: direct.most } } : {}),
    shortest: frames.reduce((least, { time }) => Math.min(least, time), Infinity),
    late: pace.scenes.some(({ late }) => late),
  };
}

/** The pictures of scenes, each once. */
function differentPictures(scenes: readonly SceneFrames[]): {
  readonly bitmaps: readonly Bitmap[];
  readonly looked: number;
  readonly total: number;
} {
  const found = new Map<string, Bitmap>();
  let looked = 0;
  let total = 0;
  for (const scene of scenes) {
    total += scene.count;
    for (let at = 0; at < scene.count && looked < MOST_PACKED; at += 1, looked += 1) {
      const bitmap = scene.bitmap(at);
      const key = bitmapHex(bitmap);
      if (!found.has(key)) found.set(key, bitmap);
    }
  }
  return { bitmaps: [...found.values()], looked, total };
}

/** Texts as ribbons of columns over which the display's window moves; pictures as they are. */
function columnsCost(rig: Rig, scenes: readonly SceneFrames[], each: number): KeptCost {
  const flash = scenes.reduce((sum, scene, at) => {
    const given = scenesOf(rig)[at]!;
    if (given.kind === "pictures") return sum + scene.count * each;
    return sum + (scene.laid ? packColumns(scene.laid.ribbon).length : 0) + MOVE_BYTES;
  }, 0);
  return { kept: "columns", title: "texts as columns, pictures whole", flash, ram: each };
}

/** A motion: from where, which way, how often, how long. */
const MOVE_BYTES = 14;

/** Texts as their letters, and of each font the characters that are used. */
function lettersCost(rig: Rig, scenes: readonly SceneFrames[], each: number): KeptCost {
  const used = new Map<string, Set<string>>();
  let flash = 0;
  scenesOf(rig).forEach((scene, at) => {
    if (scene.kind === "pictures") {
      flash += scenes[at]!.count * each;
      return;
    }
    const letters = used.get(scene.font) ?? new Set<string>();
    used.set(scene.font, letters);
    for (const letter of scene.text) letters.add(letter);
    flash += new TextEncoder().encode(scene.text).length + 1 + MOVE_BYTES;
  });
  for (const [id, letters] of used) flash += fontBytes(fontById(rig, id), letters);
  return { kept: "letters", title: "a font and the texts, pictures whole", flash, ram: each };
}

/** Bytes of some characters of a font: their columns, and for each its code, place and width. */
export function fontBytes(font: DotFont, letters: ReadonlySet<string>): number {
  let sum = 0;
  for (const letter of letters) {
    const glyph = font.glyphs.get(letter.codePointAt(0)!);
    if (glyph) sum += Math.ceil((font.ascent + font.descent) / 8) * glyph.bitmap.width + 4;
  }
  return sum;
}
