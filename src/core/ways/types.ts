import type { MeasureUnit } from "../audit";
import type { Hertz, Milliamps } from "../quantity";
import type { Plan } from "../rig";
import type { Way } from "./list";

/** Something that carries a current or turns it into heat, with the most it may. */
export interface Load {
  readonly title: string;
  readonly value: number;
  /** A in amperes, W in watts, × a plain ratio. */
  readonly unit: MeasureUnit;
  readonly limit: number | undefined;
  /** Of the limit; 0 where there is none. */
  readonly share: number;
}

/** What a way comes to for this display, board and show. */
export interface WayFigures {
  readonly way: Way;
  readonly plan: Plan;
  /** Why it cannot be laid, or what it could not show. */
  readonly problem?: string;
  /** What the board's levels come short of, where they usually do. */
  readonly level?: string;
  readonly lines: number;
  readonly linesLeft: number;
  readonly easyLeft: number;
  /** Lines it needs though something is awkward about them. */
  readonly awkward: ReadonlyArray<{ readonly line: string; readonly why: string; readonly mild: boolean }>;
  /** Lines in use that are also analogue inputs. */
  readonly analogue: readonly string[];
  readonly parts: number;
  readonly wires: number;
  readonly joints: number;
  readonly ohms: number;
  readonly pin: Load;
  readonly package: Load;
  readonly average: Milliamps;
  /** Average over the steady current brightness is compared with. */
  readonly brightness: number;
  readonly rate: Hertz | undefined;
  readonly ceiling: Hertz;
  readonly busy: number;
  /** What would be over its limit, by title. */
  readonly over: readonly string[];
}
