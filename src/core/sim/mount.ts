import {
  Ring4017,
  Selector,
  SegmentDecoder,
  ShiftRegister595,
  LOW,
  HIGH,
  OPEN,
  UNKNOWN,
  type Level,
} from "../chip";
import type { ChipPart, DriverChipPart } from "../parts";
import type { Nanoseconds } from "../quantity";

/** A chip model on its legs. */
export interface MountedModel {
  /** Input legs that matter to it, each with the name the model knows it by. */
  readonly inputs: ReadonlyArray<{ readonly leg: string; readonly name: string }>;
  /** Takes levels that change at one moment, by name. @returns whether its outputs may differ afterwards */
  apply(levels: Readonly<Record<string, Level>>, at: Nanoseconds): boolean;
  /** Level of an output, first stage, lowest code or segment a first. */
  output(at: number): Level;
  readonly register?: Pick<ShiftRegister595, "stages" | "latched" | "serialOut">;
  save(): string;
  load(saved: string): void;
}

/** The model of a logic chip, its inputs named by leg. */
export function mount(part: Exclude<ChipPart, DriverChipPart>): MountedModel {
  switch (part.kind) {
    case "shift-register": {
      const chip = new ShiftRegister595();
      const { serialIn, shiftClock, latchClock, outputEnable, clear } = part.pins;
      const output =
        part.one === "high" ? (at: number) => chip.output(at) : (at: number) => sinking(chip.output(at));
      return named(
        chip,
        {
          [serialIn]: "SER",
          [shiftClock]: "SRCLK",
          [latchClock]: "RCLK",
          [outputEnable]: "OE",
          [clear]: "SRCLR",
        },
        (levels) => {
          chip.apply(levels);
          // Shifting moves the stages; the outputs wait for the latch.
          return "RCLK" in levels || "OE" in levels;
        },
        output,
        chip,
      );
    }
    case "selector": {
      const { address, enables } = part;
      const chip = new Selector(
        address.length,
        enables.map(({ active }) => active),
        part.chosen,
      );
      return {
        inputs: [...address, ...enables.map(({ leg }) => leg)].map((leg) => ({ leg, name: leg })),
        apply(levels) {
          for (const [leg, level] of Object.entries(levels)) {
            const at = address.indexOf(leg);
            if (at >= 0) chip.setAddress(at, level);
            else
              chip.setEnable(
                enables.findIndex((enable) => enable.leg === leg),
                level,
              );
          }
          return true;
        },
        output: (code) => chip.output(code),
        save: () => chip.save(),
        load: (saved) => chip.load(saved),
      };
    }
    case "ring": {
      const chip = new Ring4017();
      const { clock, inhibit, reset } = part.pins;
      return named(
        chip,
        { [clock]: "CLOCK", [inhibit]: "INHIBIT", [reset]: "RESET" },
        (levels) => {
          chip.apply(levels);
          return true;
        },
        (at) => chip.output(at),
      );
    }
    case "segment-decoder": {
      const chip = new SegmentDecoder(part.table, part.lit === 1 ? "drives high" : "sinks");
      const { code, lampTest, blank, latch } = part.pins;
      const names = {
        [code[0]!]: "A",
        [code[1]!]: "B",
        [code[2]!]: "C",
        [code[3]!]: "D",
        [lampTest]: "LT",
        [blank]: "BL",
        ...(latch === undefined ? {} : { [latch]: "LE" }),
      };
      return named(
        chip,
        names,
        (levels) => {
          chip.apply(levels);
          return true;
        },
        (at) => chip.output(at),
      );
    }
  }
}

/** What an open drain makes of a stage: a sink where it holds 1, nothing where it holds 0. */
const sinking = (level: Level): Level =>
  level === HIGH ? LOW : level === LOW ? OPEN : level === OPEN ? OPEN : UNKNOWN;

function named(
  chip: { save(): string; load(saved: string): void },
  names: Readonly<Record<string, string>>,
  apply: MountedModel["apply"],
  output: (at: number) => Level,
  register?: MountedModel["register"],
): MountedModel {
  return {
    inputs: Object.entries(names).map(([leg, name]) => ({ leg, name })),
    apply,
    output,
    register,
    save: () => chip.save(),
    load: (saved) => chip.load(saved),
  };
}
