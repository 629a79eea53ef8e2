import { HIGH, LOW, OPEN, UNKNOWN, asBit, either, type Bit, type Level } from "./level";

export type Input595 = "SER" | "SRCLK" | "RCLK" | "OE" | "SRCLR";

const STAGES = 8;

/**
 * 74HC595, from its function table. SER is sampled and all stages move on SRCLK rising; the outputs take the stages
 * on RCLK rising; SRCLR low empties the stages and leaves the outputs; OE high opens the outputs. Contents are
 * unknown at power-up, and whatever an unknown level may have done is unknown afterwards.
 */
export class ShiftRegister595 {
  readonly stages: Bit[] = Array<Bit>(STAGES).fill(UNKNOWN);
  readonly latched: Bit[] = Array<Bit>(STAGES).fill(UNKNOWN);
  private readonly inputs: Record<Input595, Level> = {
    SER: OPEN,
    SRCLK: OPEN,
    RCLK: OPEN,
    OE: OPEN,
    SRCLR: OPEN,
  };

  /**
   * Applies input levels that change at one moment. With both clocks tied together the outputs take what the stages
   * held before, as the sheet says: the stages are always one clock ahead.
   */
  apply(levels: Partial<Record<Input595, Level>>): void {
    const before = { ...this.inputs };
    Object.assign(this.inputs, levels);
    const latching = edge(before.RCLK, this.inputs.RCLK);
    if (latching !== "none") {
      this.stages.forEach((bit, at) => {
        this.latched[at] = latching === "rising" ? bit : either(bit, this.latched[at]!);
      });
    }
    const shifting = edge(before.SRCLK, this.inputs.SRCLK);
    if (shifting !== "none" && this.inputs.SRCLR !== LOW) {
      const moved = [asBit(before.SER), ...this.stages.slice(0, -1)];
      moved.forEach((bit, at) => {
        this.stages[at] = shifting === "rising" ? bit : either(bit, this.stages[at]!);
      });
    }
    const clear = asBit(this.inputs.SRCLR);
    if (clear === HIGH) return;
    this.stages.forEach((bit, at) => {
      this.stages[at] = clear === LOW ? LOW : either(bit, LOW);
    });
  }

  /** Level of an output leg, QA first. */
  output(stage: number): Level {
    const enable = asBit(this.inputs.OE);
    if (enable === HIGH) return OPEN;
    return enable === LOW ? this.latched[stage]! : UNKNOWN;
  }

  /** Level of the serial output QH′, which no enable opens. */
  get serialOut(): Bit {
    return this.stages[STAGES - 1]!;
  }
}

type Edge = "none" | "rising" | "maybe";

function edge(before: Level, after: Level): Edge {
  const was = asBit(before);
  const is = asBit(after);
  if (was === is || is === LOW || was === HIGH) return "none";
  return was === LOW && is === HIGH ? "rising" : "maybe";
}
