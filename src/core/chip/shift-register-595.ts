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
    const { SER: serialBefore, SRCLK: clockBefore, RCLK: latchBefore } = this.inputs;
    Object.assign(this.inputs, levels);
    const { SRCLK, RCLK, SRCLR } = this.inputs;

    const latching = edge(latchBefore, RCLK);
    if (latching === "rising") this.stages.forEach((bit, at) => (this.latched[at] = bit));
    if (latching === "maybe") this.mayLatch();

    if (SRCLR !== LOW) {
      const shifting = edge(clockBefore, SRCLK);
      if (shifting === "rising") this.shift(asBit(serialBefore));
      if (shifting === "maybe") this.mayShift(serialBefore);
    }
    const clear = asBit(SRCLR);
    if (clear !== HIGH)
      this.stages.forEach((bit, at) => (this.stages[at] = clear === LOW ? LOW : either(bit, LOW)));

    // A clock input nobody drives may rise at any time, and more than once.
    if (asBit(SRCLK) === UNKNOWN && clear !== LOW)
      for (let turn = 0; turn < STAGES; turn += 1) this.mayShift(this.inputs.SER);
    if (asBit(RCLK) === UNKNOWN) this.mayLatch();
  }

  private shift(serial: Bit): void {
    for (let at = STAGES - 1; at > 0; at -= 1) this.stages[at] = this.stages[at - 1]!;
    this.stages[0] = serial;
  }

  /** What the stages would hold after a shift. */
  private moved(serial: Level): Bit[] {
    return [asBit(serial), ...this.stages.slice(0, -1)];
  }

  private mayShift(serial: Level): void {
    this.moved(serial).forEach((bit, at) => (this.stages[at] = either(bit, this.stages[at]!)));
  }

  private mayLatch(): void {
    this.stages.forEach((bit, at) => (this.latched[at] = either(bit, this.latched[at]!)));
  }

  /** Level of an output leg, QA first. */
  output(stage: number): Level {
    const enable = asBit(this.inputs.OE);
    if (enable === HIGH) return OPEN;
    return enable === LOW ? this.latched[stage]! : UNKNOWN;
  }

  save(): string {
    return [...this.stages, ...this.latched, ...Object.values(this.inputs)].join("");
  }

  load(saved: string): void {
    const levels = [...saved].map(Number);
    for (let at = 0; at < STAGES; at += 1) {
      this.stages[at] = levels[at] as Bit;
      this.latched[at] = levels[STAGES + at] as Bit;
    }
    Object.keys(this.inputs).forEach(
      (name, at) => (this.inputs[name as Input595] = levels[2 * STAGES + at] as Level),
    );
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
