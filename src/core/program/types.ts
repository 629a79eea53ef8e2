import type { TimerSetting } from "../timing";
import type { Frame } from "../show";
import type { Microseconds, Nanoseconds } from "../quantity";
import type { BusWrite, LineGiven } from "../bus";
import type { ChainLines, EncodedBus, ScanSchool, UnitRef } from "../rig";
import type { ArrayVariable, Statement, Subroutine, Table, Variable } from "./language";

/** What is put out for one slot of a frame. */
export interface SlotState {
  readonly slot: number;
  /** Bytes of the chain in the order they are sent. */
  readonly bytes: readonly number[];
  /** Level of each of the program's direct lines. */
  readonly levels: readonly (0 | 1)[];
  /** How often the ring is clocked to get here, after a reset where there is one. */
  readonly ring?: { readonly reset: boolean; readonly clocks: number };
  /** What is written to driver chips, in order. */
  readonly writes?: readonly ChipWrite[];
  /** What their memories hold afterwards. */
  readonly memory?: Readonly<Record<UnitRef, readonly number[]>>;
}

/** One transfer on one of the program's buses. */
export interface ChipWrite {
  /** Place among the program's buses. */
  readonly bus: number;
  readonly write: BusWrite;
  /** What it is for, in a few words. */
  readonly why: string;
}

/** How much there is to draw on a face of dots. */
export interface Drawing {
  /** Dots of the display. */
  readonly dots: number;
  /** Dots on which something of the text or picture stands. */
  readonly covered: number;
  /** Dots that are turned to the opposite: the ink, and all of them first where the face is inverted. */
  readonly inverted: number;
}

/** One face of the show as the program puts it out. */
export interface ProgramFrame extends Frame {
  readonly states: readonly SlotState[];
  /** What drawing it takes, for faces a sketch draws before it sends them. */
  readonly drawing?: () => Drawing;
  /** Turns of the scan it is shown, for faces that have a time of their own. */
  readonly scans?: number;
}

/** A bus the program writes to. */
export interface ProgramBus extends EncodedBus {
  /** Least time from edge to edge its chips ask for. */
  readonly step: Nanoseconds;
}

/** What a program has in mind. */
export interface Memory {
  array(name: string): readonly number[];
  variable(name: string): number;
}

/** What a program has that makes its faces while it runs. */
export interface LiveParts {
  readonly arrays: readonly ArrayVariable[];
  /** Routines its loop and its tick call. */
  readonly routines: readonly Subroutine[];
  /** The arrays in which a face is drawn, and from which its slots are put out, one after the other. */
  readonly drawn: string;
  readonly pattern: string;
  /** Bytes of a slot. */
  readonly size: number;
  /** What is put out for a slot's bytes. */
  readonly stateOf: (slot: number, bytes: readonly number[]) => SlotState;
  /** The face that was drawn, by what it has in mind. */
  readonly faceOf: (memory: Memory) => ProgramFrame;
  /** Tables its routines read from, and the lines they name. */
  readonly tables: readonly Table[];
  readonly lines: ReadonlyArray<{ readonly named: string; readonly line: string }>;
  /** Bytes of what outlives a power cut, and over how many places they go round. */
  readonly kept?: { readonly size: number; readonly places: number };
  /** The contacts it reads, and the variable that is 1 while it takes each for pressed. */
  readonly contacts?: ReadonlyArray<{
    readonly unit: UnitRef;
    readonly key?: string;
    readonly variable: string;
    /** Its line interrupts the program. */
    readonly interrupts?: true;
  }>;
  /** What asks the chip of a bus for its keys. */
  readonly keys?: ReadonlyArray<{ readonly bus: number; readonly asks: SlotState }>;
  /** What is put out for each step of brightness, where it sets any. */
  readonly dims?: readonly SlotState[];
  /** It listens on the serial line and answers. */
  readonly talks?: true;
  /** What switches each output, for those who look on. */
  readonly outputs: readonly LiveOutput[];
  /** The values as they are called, and the number each has by what the program's variables hold. */
  readonly shown: ReadonlyArray<{
    readonly name: string;
    readonly worth: (variable: (name: string) => number) => number;
    /** Of what runs: the variable that is 1 while it does. */
    readonly running?: string;
  }>;
}

/** Something the program switches: on a line, or among what it puts out. */
export interface LiveOutput {
  readonly unit: UnitRef;
  /** 1 while it is on. */
  readonly variable: string;
}

/** What the controller does, whole. */
export interface Program {
  readonly chain?: ChainLines;
  /** Lines that drive something directly, in the order they are written: segments, then digits. */
  readonly direct: readonly string[];
  /** Those of them that switch digits. */
  readonly digitLines: readonly string[];
  readonly ring?: { readonly clock: string; readonly reset: string };
  readonly buses: readonly ProgramBus[];
  /** What is written to driver chips before anything is shown. */
  readonly setUpState?: SlotState;
  readonly school: ScanSchool;
  readonly on: readonly Microseconds[];
  readonly blankTime: Microseconds;
  /** True period of each slot while a timer or divider keeps time, as the setting of the hardware gives it. */
  readonly periods: readonly Microseconds[];
  /** The timer settings behind those periods, where there are any. */
  readonly timer?: readonly TimerSetting[];
  readonly frames: readonly ProgramFrame[];
  /** Everything dark, one state for each slot. */
  readonly dark: ProgramFrame;
  /** The routine that puts out a state. */
  readonly send: readonly Statement[];
  /** The routine that makes everything dark; empty when nothing is blanked. */
  readonly darken: readonly Statement[];
  /** What it keeps in mind from its start on. */
  readonly variables?: readonly Variable[];
  /** What makes faces while it runs; without it they are known beforehand. */
  readonly live?: LiveParts;
  /** The variable that says for how many eighths of its turn each digit is lit, where that can be set. */
  readonly litEighths?: string;
  /** Run at the end of every slot, once the timer is started. */
  readonly tick: readonly Statement[];
  readonly setup: readonly Statement[];
  /** Run over and over after the set-up; empty when nothing is left to do. */
  readonly loop: readonly Statement[];
}

/** One edge or level a routine puts on a line. */
export interface LineEvent {
  readonly at: number;
  readonly line: string;
  readonly level: LineGiven;
  readonly statement: Statement;
  /** Place of the write among the state's, and of the bit in it, where it is part of one. */
  readonly write?: number;
  readonly bit?: number;
}

/** What the lines do while a state is put out, from its first call to the end of its last. */
export interface Burst {
  readonly events: readonly LineEvent[];
  readonly duration: number;
}

/** A routine that is one burst of edges. */
export type Routine = "send" | "darken" | "set-up" | "keys";

/** Something the program does at a moment. */
export type ProgramEvent =
  | { readonly kind: "line-mode"; readonly line: string; readonly released?: boolean }
  /** A line becomes an output at the level it was given before. */
  | { readonly kind: "line-output"; readonly line: string }
  /** A line is set by itself. */
  | { readonly kind: "line"; readonly line: string; readonly level: 0 | 1 }
  /** A line was sent over the serial line. */
  | { readonly kind: "told"; readonly text: string }
  /** Nothing up to here: no more is known of what the hands do. */
  | { readonly kind: "nothing" }
  /** A new face begins to be shown. */
  | { readonly kind: "frame"; readonly frame: ProgramFrame }
  | {
      readonly kind: "burst";
      readonly burst: Burst;
      readonly state: SlotState;
      readonly routine: Routine;
      /** The state's frame, to tell what is on its way. */
      readonly frame: ProgramFrame;
      /** The burst begins a new turn of the scan. */
      readonly beginsScan: boolean;
      /** Where chips are asked for their keys: what they tell. */
      readonly keys?: { readonly units: readonly UnitRef[]; readonly answer: readonly number[] };
    };
