import type { BusFace, MountedChip as ChipModel } from "../chips";
import type { Level } from "../level";
import type { UnitRef } from "../rig";
import type { Source } from "./input";

/** Where a line stands, and what hangs on it, once that has been asked for. */
export interface Line {
  level: Level | undefined;
  hanging?: readonly Hanging[];
  straight?: Straight | "none";
}

/** Inputs of a chip that hang on something, by their places. */
export interface Hanging {
  readonly mounted: MountedChip;
  readonly inputs: readonly number[];
}

export interface MountedChip {
  readonly ref: UnitRef;
  readonly chip: ChipModel;
  readonly inputs: ReadonlyArray<{
    readonly name: string;
    readonly sources: readonly Source[];
    readonly deaf: boolean;
    /** What the chip is told when this input alone changes, by level: most edges are that. */
    readonly alone: ReadonlyArray<Readonly<Record<string, Level>>>;
  }>;
  readonly seen: Level[];
  /** Lines and chips each input hangs on: only when one of them changes may it change. */
  readonly hangsOn: ReadonlyArray<Set<string>>;
  /** The places of all its inputs. */
  readonly all: readonly number[];
  readonly driver: BusFace | undefined;
  /** The net of the line a chip answers on. */
  readonly dataNet: number | undefined;
}

/** A line that leads to one input and nothing else, with what that input hears of each level. */
export interface Straight {
  readonly mounted: MountedChip;
  readonly at: number;
  readonly heard: ReadonlyArray<{ readonly level: Level; readonly levels: Readonly<Record<string, Level>> }>;
}
