import type { PipName } from "../../glyph";
import type { Bitmap } from "../../dots";
import type { Milliamps, Milliseconds, Volts } from "../../quantity";
import type { LegRef } from "../../rig";

/** What the controller does in a step. */
export type StepDoes =
  /** Nothing is loaded, or what is there does not matter. */
  | { readonly kind: "nothing" }
  | { readonly kind: "toggle"; readonly line: string }
  | { readonly kind: "texts"; readonly texts: readonly string[]; readonly interval: Milliseconds }
  | { readonly kind: "pictures"; readonly pictures: readonly Bitmap[]; readonly interval: Milliseconds }
  /** Everything lit, at the lowest step of brightness. */
  | { readonly kind: "dimmest" }
  | { readonly kind: "search" }
  | { readonly kind: "echo" }
  | { readonly kind: "show" };

/** What a meter has to show. */
export type Expected =
  | {
      readonly unit: "V";
      /** Against the controller's ground. */
      readonly leg: LegRef;
      readonly says: string;
      readonly value: Volts;
      readonly from: Volts;
      readonly to: Volts;
    }
  /** In the lead from the supply. */
  | {
      readonly unit: "mA";
      readonly leg: LegRef | undefined;
      readonly says: string;
      readonly value: Milliamps;
      readonly from: Milliamps;
      readonly to: Milliamps;
    };

/** One step of bringing a rig up: the smallest thing that can be right or wrong next. */
export interface BringUpStep {
  readonly id: string;
  readonly title: string;
  /** What to do, in one or two sentences. */
  readonly how: string;
  /** What to mind before it. */
  readonly cautions: readonly string[];
  readonly does: StepDoes;
  /** What must be seen: what is lit, face after face, digit by digit in reading order; nothing where it is dark or chance. */
  readonly lit: ReadonlyArray<ReadonlyArray<readonly PipName[]>>;
  /** What must be seen, in words. */
  readonly sees: string;
  readonly expected: readonly Expected[];
  /** Where to look if it is not so, the likeliest first. */
  readonly ifNot: readonly string[];
}
