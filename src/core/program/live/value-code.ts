import type { LiveValue } from "../../rig";
import type { ArrayVariable, Expression, Statement, Subroutine, Variable, Width } from "../language";
import { set, number } from "../language";
import type { Sign } from "./digits/counter";

/** What is kept: a variable; of a text how long it is, and its characters. */
export interface Kept {
  readonly name: string;
  readonly width: Width;
  readonly text?: {
    readonly array: string;
    readonly size: number;
    /** Counts the texts: another one is told by it. */
    readonly count: string;
  };
}

/** What a value asks of a program: what it keeps in mind, what it does at every pass, how it is shown and changed. */
export interface ValueCode {
  readonly name: string;
  readonly variables: readonly Variable[];
  /** What is done once, before it is read first. */
  readonly setup?: readonly Statement[];
  /** What it does as time goes on. */
  readonly routine?: Subroutine;
  /** Routines its actions call. */
  readonly called?: readonly Subroutine[];
  /** Of a text: what it does with a line that came. */
  readonly take?: Subroutine;
  /** Variables that are kept where it outlives a power cut. */
  readonly keeps: readonly string[];
  /** Of a text: counts those that came, where it outlives a power cut. */
  readonly keepsText?: Kept;
  /** The width its number needs. */
  readonly width: Width;
  /** The number people look at, by what its variables hold. */
  worth(variable: (name: string) => number): number;
  /** The number a condition compares. */
  readonly compared: Expression;
  /** Compares it with a number, where it is held in another way than as that number. */
  compare?(sign: Sign, than: number): Expression;
  /** 1 while it runs, for what runs. */
  readonly running?: Expression;
  /** Of an entry: other than 0 while digits are pushed in, and while it was refused. */
  readonly typing?: Expression;
  readonly refused?: Expression;
  /** Of a text: the array of its characters, how many there are, and 1 in the pass in which it came. */
  readonly text?: { readonly array: string; readonly length: string; readonly arrives: string };
  readonly arrays?: readonly ArrayVariable[];
  /** What is done once the text that runs is through. */
  readonly through?: readonly Statement[];
  /** The number shown for a part of it. */
  part(part: string | undefined): Expression;
  /** The digits of a part, ones first, where it is held in them: they are shown as they are. */
  digits?(part: string | undefined): readonly Expression[] | undefined;
  /** What is told of it over the serial line, where that is another number than the one that is compared. */
  readonly told?: Expression;
  /** What is taken over the serial line, where that is more than a number within its bounds. */
  readonly takes?: {
    readonly most: number;
    valid(given: Expression): Expression;
    /** What is answered otherwise. */
    readonly says: string;
  };
  /** Sets it to a number within its bounds; left out where it cannot be set. */
  setTo?(to: Expression): readonly Statement[];
  /** What an action does to it; undefined where it cannot. */
  act(action: ValueAction): readonly Statement[] | undefined;
}

/** What may be done to a value. */
export type ValueAction =
  | { readonly do: "step"; readonly by: number }
  | { readonly do: "set"; readonly to: number }
  | { readonly do: "push"; readonly digit: number }
  | { readonly do: "reset" | "start" | "pause" | "toggle" | "preset" | "draw" | "clear" | "accept" };

/** Something on the face is no longer what it was. */
export const REDRAW: Statement = set("redraw", number(1));

export type OneValue<Kind extends string> = Extract<LiveValue, Readonly<Record<Kind, unknown>>>;
