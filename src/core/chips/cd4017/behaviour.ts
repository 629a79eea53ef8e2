import { HIGH, LOW, UNKNOWN, asBit, type Bit, type Level } from "../../level";

export type Input4017 = "CLOCK" | "INHIBIT" | "RESET";

const STEPS = 10;

/**
 * CD4017, from its function table: RESET high puts it at OUT0; with INHIBIT low each rising CLOCK steps it on, and
 * with CLOCK high each falling INHIBIT does. Where it stands at power-up is unknown.
 */
export class Ring4017 {
  private step: number | undefined;
  private readonly inputs: Record<Input4017, Bit> = { CLOCK: UNKNOWN, INHIBIT: UNKNOWN, RESET: UNKNOWN };

  apply(levels: Partial<Record<Input4017, Level>>): void {
    const counted = this.gate();
    for (const [name, level] of Object.entries(levels)) this.inputs[name as Input4017] = asBit(level);
    const counts = this.gate();
    const { RESET } = this.inputs;
    if (RESET === HIGH) this.step = 0;
    else if (RESET === UNKNOWN && this.step !== 0) this.step = undefined;
    else if (RESET === LOW && counted !== counts) {
      if (counted === UNKNOWN || counts === UNKNOWN) this.step = undefined;
      else if (counts === HIGH && this.step !== undefined) this.step = (this.step + 1) % STEPS;
    }
  }

  /** The counting edge: CLOCK and not INHIBIT. */
  private gate(): Bit {
    const { CLOCK, INHIBIT } = this.inputs;
    if (CLOCK === LOW || INHIBIT === HIGH) return LOW;
    return CLOCK === HIGH && INHIBIT === LOW ? HIGH : UNKNOWN;
  }

  output(at: number): Level {
    return this.step === undefined ? UNKNOWN : this.step === at ? HIGH : LOW;
  }

  save(): string {
    const { CLOCK, INHIBIT, RESET } = this.inputs;
    return `${this.step ?? "?"}${CLOCK}${INHIBIT}${RESET}`;
  }

  load(saved: string): void {
    const [step, CLOCK, INHIBIT, RESET] = saved;
    this.step = step === "?" ? undefined : Number(step);
    Object.assign(this.inputs, { CLOCK: Number(CLOCK), INHIBIT: Number(INHIBIT), RESET: Number(RESET) });
  }
}
