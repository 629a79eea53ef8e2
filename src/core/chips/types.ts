import type { UnitRef } from "../refs";
import type { BusNote, BusTimes, Transport } from "../bus";
import type { Bit, Level } from "../level";
import type { Hertz, Nanoseconds } from "../quantity";
import type { BusChipPart, LogicChipPart } from "../sheet";
import type { Explained } from "./words";

/** A chip model on its legs. */
export interface MountedChip {
  /** Input legs that matter to it, each with the name the model knows it by. */
  readonly inputs: ReadonlyArray<{ readonly leg: string; readonly name: string }>;
  /** Takes levels that change at one moment, by name. @returns whether its outputs may differ afterwards */
  apply(levels: Readonly<Record<string, Level>>, at: Nanoseconds): boolean;
  /** Level of an output, first stage, lowest code or segment a first. */
  output(at: number): Level;
  /** Stages and outputs of a shift register. */
  readonly register?: RegisterState;
  save(): string;
  load(saved: string): void;
}

/** What a shift register holds. */
export interface RegisterState {
  readonly stages: readonly Bit[];
  readonly latched: readonly Bit[];
  readonly serialOut: Bit;
}

/** A way to drive digits, with what it costs in a sentence. */
export interface WayWords {
  readonly title: string;
  readonly costs: string;
}

/** What is known of a chip without a bus before anything is driven. */
export interface LogicChipFacts<Sheet extends LogicChipPart = LogicChipPart> {
  readonly sheet: Sheet;
  /** As the register of segments: one for each digit, and with digits that take turns. */
  readonly ways?: { readonly each?: WayWords; readonly scanned?: WayWords };
}

/** A chip without a bus: its sheet and its behaviour. */
export interface LogicChip<Sheet extends LogicChipPart = LogicChipPart> extends LogicChipFacts<Sheet> {
  mount(): MountedChip;
}

/** One digit of a scan: which segments are lit as bits, which nobody can tell, and for what share of the time. */
export interface ScannedDigit {
  readonly lit: number;
  readonly unknown: number;
  readonly share: number;
}

/** What a driver chip puts on its digits, turn by turn; no digits for a chip that scans nothing. */
export interface ScanPicture {
  readonly digits: readonly ScannedDigit[];
  /** Blinking frequency in Hz; 0 does not blink. Half of each period is dark. */
  readonly blink: Hertz;
}

/** A register or a byte of memory; -1 is not known. */
export interface MemoryValue {
  readonly address: number;
  readonly value: number;
}

/** What chips on a bus show of themselves beyond their legs. */
export interface BusFace {
  /** The chips behind one set of bus legs: of a chain all of them, nearest the controller first. */
  readonly units: readonly UnitRef[];
  picture(unit: UnitRef): ScanPicture;
  memory(unit: UnitRef): readonly MemoryValue[];
  /** Shift stages of a chip that has them, oldest bit first. */
  stages(unit: UnitRef): readonly Bit[] | undefined;
  /** What was noticed since the last time this was asked. */
  takeNotes(): BusNote[];
  /** What it puts on the data line: low where it answers. */
  readonly answer: Level;
  /** Levels of the data output of the last chip. */
  readonly dataOut: Level;
  /** What it tells of its keys from now on. */
  holdKeys?(keys: readonly number[]): void;
}

/** A chip on a bus, or a chain of them as the one long shift register it is. */
export type MountedBusChip = MountedChip & { readonly bus: BusFace };

/** A bit of a chip's memory. */
export interface MemoryCell {
  readonly address: number;
  readonly bit: number;
}

/** A chip's display memory: its first address, the one behind its last, and where it keeps what. */
export interface MemoryMap {
  readonly first: number;
  readonly end: number;
  /** Where one segment of one digit is kept, both from 0; of chips that only hold outputs, the output of digit 0. */
  cell(digit: number, segment: number): MemoryCell;
}

/** What a program asks of the chips on a bus. */
export interface Asked {
  readonly units: readonly UnitRef[];
  /** Bus addresses of the units, seven bits. */
  readonly addresses: readonly number[];
  /** The highest memory address any LED needs. */
  readonly highest: number;
  /** Brightness step, within what the chip has. */
  readonly level: number;
  readonly blink: Hertz;
  /** What memory holds while everything is dark, by unit. */
  readonly dark: Memory;
}

/** Bytes of memory by chip and address; 0 where nothing is named. */
export type Memory = Readonly<Record<string, readonly number[]>>;

/** One transfer, and what it is for in a few words. */
export interface ChipTransfer {
  readonly bytes: readonly number[];
  readonly why: string;
}

/** Stands for a chip where a transfer is longer than the chain. */
export const BEYOND_CHAIN = "beyond the chain" as const;

/** One word of a transfer, with the chip that keeps it. */
export type ExplainedWord = Explained & { readonly unit: UnitRef | typeof BEYOND_CHAIN };

/** Puts transfers into words one after the other: what was written before may change what bits mean. */
export interface WriteReader {
  /** Of a chain one for each word, with the chip that keeps it. */
  explain(units: readonly UnitRef[], bytes: readonly number[], on: "segments" | "dots"): ExplainedWord[];
}

/** A set-up action of a chip, found in a capture by the register it writes. */
export interface SetUpAction {
  readonly name: string;
  /** What is wrong when it is missing. */
  readonly harm: string;
  /** Missing, it leaves the display dark or cut. */
  readonly vital?: true;
}

/** A transfer that was found in a capture. */
export interface SentTransfer {
  readonly bytes: readonly number[];
  readonly at?: Nanoseconds;
}

/** What registers hold in the end that the rig's own program would not leave there. */
export interface RegisterDifference {
  readonly kind: "register" | "digit count";
  readonly severity: "fault" | "caution";
  readonly at: Nanoseconds | undefined;
  readonly title: string;
  readonly remedy: string;
}

/** How a chip's writes in a capture are held against those of the rig's program. */
export interface CaptureRules {
  /** The set-up actions in a transfer, by name, whatever value they carry. */
  actionsOf(bytes: readonly number[]): string[];
  readonly actions: Readonly<Record<string, SetUpAction>>;
  /** @param expected the bytes of the program's own set-up */
  differences(
    units: readonly UnitRef[],
    writes: readonly SentTransfer[],
    expected: ReadonlyArray<readonly number[]>,
  ): RegisterDifference[];
  /** How many commands or addresses a transfer begins with, and how many of them the chip knows. */
  heads(bytes: readonly number[]): { readonly all: number; readonly known: number };
}

/** One key a chip scans: between one of its segment legs and one of its key legs. */
export interface ChipKey {
  /** From 1, in the order the chip reports them. */
  readonly number: number;
  /** Segment leg it hangs on, from 1, and key leg, from 1. */
  readonly segment: number;
  readonly input: number;
}

/** How a chip scans keys and tells of them. */
export interface KeyScan {
  readonly keys: readonly ChipKey[];
  /** Numbers of the keys a usual board has, from the left. */
  readonly usual: readonly number[];
  /** The command that asks for them, and how many bytes come back. */
  readonly command: number;
  readonly reads: number;
  /** Several at once are told of, where each has a diode. */
  readonly several: boolean;
  /** What the chip answers with these keys down. */
  bytes(down: ReadonlySet<number>): number[];
  /** The keys an answer tells of; the inverse of {@link bytes} where the chip can tell. */
  pressed(bytes: readonly number[]): number[];
}

/** What wires and plans ask of a chip on a bus: nothing of it acts, so a page can have it without the rest. */
export interface BusChipFacts<Sheet extends BusChipPart = BusChipPart> {
  readonly sheet: Sheet;
  readonly transport: Transport;
  readonly memory: MemoryMap;
  /** Driving digits with it. */
  readonly way: WayWords;
  /** What the third line is called. */
  readonly selectTitle?: string;
}

/** A chip that is written to over a bus: everything there is to know of it. */
export interface BusChip<Sheet extends BusChipPart = BusChipPart> extends BusChipFacts<Sheet> {
  /** Least times of its bus, from the timing table of its sheet. */
  readonly times: BusTimes;
  /** @param address seven bits, of a bus that has addresses */
  mount(units: readonly UnitRef[], address: number): MountedBusChip;
  /** The writes after power-up: registers in a known state and the memory cleared before anything is switched on. */
  setUp(asked: Asked): ChipTransfer[];
  /** The writes that bring the memories to a state. */
  update(asked: Asked, memory: Memory): ChipTransfer[];
  reader(): WriteReader;
  /** The places of display memory a transfer writes to, each by a name of its own; none for what only sets chips up. */
  placesWritten(units: readonly UnitRef[], bytes: readonly number[]): string[];
  /** Place, among the bits of a transfer in the order they are sent, of a bit of memory; undefined where it is not in it. */
  bitIn(
    units: readonly UnitRef[],
    bytes: readonly number[],
    unit: UnitRef,
    cell: MemoryCell,
  ): number | undefined;
  /** The memories of several chips as one table, in the order a program sends them. */
  table(units: readonly UnitRef[], memory: Memory): number[];
  /** What {@link table} holds, in words. */
  readonly tableSays: string;
  /** A register by the address its behaviour lists it under. */
  registerName(address: number): string;
  /** The same for an address of display memory, as LEDs need it. */
  addressName(address: number): string;
  /** What a program does with a face, in a sentence of a comment. */
  readonly sends: string;
  /** Bytes to try first on the chip alone, and on a rig. */
  readonly examples: { readonly alone: string; readonly onRig: string };
  readonly capture: CaptureRules;
  readonly keys?: KeyScan;
}
