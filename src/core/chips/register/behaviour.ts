import { HIGH, LOW, OPEN, UNKNOWN, asBit, either, type Bit, type Level } from "../../level";
import type { ShiftRegisterPart } from "../../sheet";

/** Inputs of a shift register by what they do; sheets have other names for them. */
export type RegisterInput = "serial" | "shift" | "latch" | "enable" | "clear";

/** What a sheet says of how a register behaves. */
export type RegisterRules = Pick<ShiftRegisterPart, "stages" | "latch" | "enabledBy" | "pins">;

/**
 * A shift register, from the function tables of the sheets. Serial data is sampled and all stages move as the shift
 * clock rises. Outputs take the stages as the latch rises, follow them while it is high, or are the stages themselves;
 * clear low empties the stages and leaves a latch as it is; outputs are open unless enabled. Contents are unknown at
 * power-up, and whatever an unknown level may have done is unknown afterwards.
 */
export class ShiftRegister {
  readonly stages: Bit[];
  private readonly held: Bit[];
  private readonly inputs: Record<RegisterInput, Level>;

  constructor(private readonly rules: RegisterRules) {
    const { stages, enabledBy, pins } = rules;
    this.stages = Array<Bit>(stages).fill(UNKNOWN);
    this.held = Array<Bit>(stages).fill(UNKNOWN);
    this.inputs = {
      serial: OPEN,
      shift: OPEN,
      latch: OPEN,
      // A chip without such a leg is always on, and nothing clears it.
      enable: pins.outputEnable === undefined ? enabledBy : OPEN,
      clear: pins.clear === undefined ? HIGH : OPEN,
    };
  }

  /** What the outputs have taken. */
  get latched(): readonly Bit[] {
    return this.rules.latch === "none" ? this.stages : this.held;
  }

  /**
   * Applies input levels that change at one moment. With shift and latch clock tied together an edge-triggered latch
   * takes what the stages held before, as the sheet says: the stages are always one clock ahead.
   */
  apply(levels: Partial<Record<RegisterInput, Level>>): void {
    const { serial: serialBefore, shift: clockBefore, latch: latchBefore } = this.inputs;
    Object.assign(this.inputs, levels);
    const { shift, latch, clear } = this.inputs;

    if (this.rules.latch === "edge") {
      const latching = edge(latchBefore, latch);
      if (latching === "rising") this.take();
      if (latching === "maybe") this.mayTake();
    }

    if (clear !== LOW) {
      const shifting = edge(clockBefore, shift);
      if (shifting === "rising") this.shift(asBit(serialBefore));
      if (shifting === "maybe") this.mayShift(serialBefore);
    }
    const cleared = asBit(clear);
    if (cleared !== HIGH)
      this.stages.forEach((bit, at) => (this.stages[at] = cleared === LOW ? LOW : either(bit, LOW)));

    // A clock input nobody drives may rise at any time, and more than once.
    if (asBit(shift) === UNKNOWN && cleared !== LOW)
      for (let count = 0; count < this.rules.stages; count += 1) this.mayShift(this.inputs.serial);
    if (this.rules.latch === "edge" && asBit(latch) === UNKNOWN) this.mayTake();
    if (this.rules.latch === "while-high") {
      if (latch === HIGH) this.take();
      if (asBit(latch) === UNKNOWN) this.mayTake();
    }
  }

  private shift(serial: Bit): void {
    for (let at = this.rules.stages - 1; at > 0; at -= 1) this.stages[at] = this.stages[at - 1]!;
    this.stages[0] = serial;
  }

  /** What the stages would hold after a shift. */
  private moved(serial: Level): Bit[] {
    return [asBit(serial), ...this.stages.slice(0, -1)];
  }

  private mayShift(serial: Level): void {
    this.moved(serial).forEach((bit, at) => (this.stages[at] = either(bit, this.stages[at]!)));
  }

  private take(): void {
    this.stages.forEach((bit, at) => (this.held[at] = bit));
  }

  private mayTake(): void {
    this.stages.forEach((bit, at) => (this.held[at] = either(bit, this.held[at]!)));
  }

  /** Whether the outputs may differ after these inputs changed: of most registers only the latch moves them. */
  shows(levels: Partial<Record<RegisterInput, Level>>): boolean {
    if ("latch" in levels || "enable" in levels || this.rules.latch === "none") return true;
    return this.rules.latch === "while-high" && this.inputs.latch !== LOW;
  }

  /** Level of what a stage holds on its way out, first stage first; open while the outputs are not enabled. */
  output(stage: number): Level {
    const enable = asBit(this.inputs.enable);
    if (enable === UNKNOWN) return UNKNOWN;
    return enable === this.rules.enabledBy ? this.latched[stage]! : OPEN;
  }

  /** Level of the serial output, which no enable opens. */
  get serialOut(): Bit {
    return this.stages[this.rules.stages - 1]!;
  }

  save(): string {
    return [...this.stages, ...this.held, ...Object.values(this.inputs)].join("");
  }

  load(saved: string): void {
    const levels = [...saved].map(Number);
    const { stages } = this.rules;
    for (let at = 0; at < stages; at += 1) {
      this.stages[at] = levels[at] as Bit;
      this.held[at] = levels[stages + at] as Bit;
    }
    Object.keys(this.inputs).forEach(
      (name, at) => (this.inputs[name as RegisterInput] = levels[2 * stages + at] as Level),
    );
  }
}

type Edge = "none" | "rising" | "maybe";

function edge(before: Level, after: Level): Edge {
  const was = asBit(before);
  const is = asBit(after);
  if (was === is || is === LOW || was === HIGH) return "none";
  return was === LOW && is === HIGH ? "rising" : "maybe";
}
