import { SCENE_LIMITS } from "../dots";
import { OWN_DISPLAY_LIMITS } from "../parts";

/** Bounds of the rig document, shared by its description and the fields on screen. */
export const LIMITS = {
  ...SCENE_LIMITS,
  fileBytes: 12 * 1024 * 1024,
  /** Brackets within brackets: a rig document has seven. */
  depth: 24,
  /** Problems of a document that are told of; the rest shows once these are mended. */
  problems: 24,
  note: 2000,
  /** Of one wire or part. */
  shortNote: 120,
  units: 999,
  wires: 10_000,
  /** Displays beside the plan's. */
  beside: 7,
  /** LEDs that stand alone, in one body. */
  singleLeds: 16,
  /** Breadboards side by side, and columns of the longer kind. */
  breadboards: 8,
  boardColumns: 63,
  glyphs: 256,
  /** Characters of one text of the show, and how many texts. */
  text: 32,
  texts: 256,
  bytes: 64,
  /** LEDs of all displays together. */
  pips: 8192,
  needs: 12,
  buses: 8,
  /** Lines a plan names. */
  lines: 64,
  digits: 512,
  /** Digits of one display, and turns of a scan. */
  ownDigits: OWN_DISPLAY_LIMITS.digits,
  /** Added to a bus address by straps. */
  busAddress: [0, 7],
  /** Digits, or rows of dots, on one board of a module. */
  boardDigits: 128,
  /** Brightness steps, from 0. */
  level: [0, 15],
  rounds: [0, 1_000_000],
  /** ms */
  interval: [1, 86_400_000],
  /** Of a sign: modules, scenes, fonts and the size of one. */
  modules: 64,
  scenes: 64,
  fonts: 4,
  fontBytes: 4 * 1024 * 1024,
  /** Dots of all texts of a sign, laid out in their fonts. */
  textDots: 16_000_000,
  /** µs */
  onTime: [1, 1_000_000],
  /** µs */
  blankTime: [0, 1_000_000],
  /** Ω */
  ohms: [1, 10_000_000],
  /** F */
  farads: [1e-12, 1],
  /** V */
  volts: [1, 24],
  /** V */
  forward: [1, 5],
  /** Ω */
  slope: [0, 200],
  /** mA */
  testCurrent: [0.1, 100],
} as const;

/** Frequencies at which driver chips can blink, in Hz. */
export const BLINKS = [0, 0.5, 1, 2] as const;
