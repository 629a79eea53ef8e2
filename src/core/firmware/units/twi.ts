import { AVRTWI, type CPU, type TWIConfig, type TWIEventHandler } from "avr8js";
import type { Chained } from "./chained";
import type { LineTaker } from "./spi";

/** TWCR: flag, enable. */
const [TWINT, TWEN] = [0x80, 0x04];

/** The two-wire unit as master: starts, bits and stops as edges on its two lines, which it only pulls low or lets go. */
export class TwiUnit implements TWIEventHandler {
  private readonly unit: AVRTWI;
  private on = false;

  constructor(
    private readonly cpu: CPU,
    private readonly config: TWIConfig,
    private readonly lines: { readonly clock: string; readonly data: string },
    private readonly taker: LineTaker,
    private readonly hertz: number,
    chained: Chained,
  ) {
    this.unit = new AVRTWI(cpu, config, hertz);
    this.unit.eventHandler = this;
    chained(config.TWCR, (value) => this.control(value));
  }

  private control(value: number): void {
    const on = (value & TWEN) !== 0;
    if (on === this.on) return;
    this.on = on;
    for (const line of [this.lines.data, this.lines.clock])
      if (on) this.taker.take(line, "open", this.cpu.cycles);
      else this.taker.free(line, this.cpu.cycles);
  }

  /** Clocks of a quarter of a bit. */
  private get quarter(): number {
    return Math.max(1, Math.round(this.hertz / this.unit.sclFrequency / 4));
  }

  private data(low: boolean): () => void {
    return () => this.taker.take(this.lines.data, low ? 0 : "open", this.cpu.cycles);
  }

  private clock(low: boolean): () => void {
    return () => this.taker.take(this.lines.clock, low ? 0 : "open", this.cpu.cycles);
  }

  /** One thing after the other, a quarter of a bit apart. */
  private inTurn(steps: ReadonlyArray<() => void>): void {
    const { quarter } = this;
    const next = (nth: number) => {
      steps[nth]!();
      if (nth + 1 < steps.length) this.cpu.addClockEvent(() => next(nth + 1), quarter);
    };
    this.cpu.addClockEvent(() => next(0), quarter);
  }

  /** A bit put on the data line; what stands there while the clock is high is handed over. */
  private bit(low: boolean, sample: (level: 0 | 1) => void): Array<() => void> {
    return [
      this.data(low),
      this.clock(false),
      () => sample(this.taker.read(this.lines.data)),
      this.clock(true),
    ];
  }

  private byte(value: number, done: (acknowledged: boolean) => void): void {
    let heard = false;
    const bits = Array.from({ length: 8 }, (_, nth) => this.bit(((value >> (7 - nth)) & 1) === 0, () => {}));
    const answer = this.bit(false, (level) => (heard = level === 0));
    this.inTurn([...bits.flat(), ...answer, () => done(heard)]);
  }

  start(): void {
    this.inTurn([
      this.data(false),
      this.clock(false),
      this.data(true),
      this.clock(true),
      () => this.unit.completeStart(),
    ]);
  }

  stop(): void {
    this.inTurn([
      this.data(true),
      this.clock(false),
      this.data(false),
      () => {
        this.unit.completeStop();
        // A stop raises no flag (two-wire unit, "Transmitting a stop condition").
        this.cpu.clearInterrupt({
          address: this.config.twiInterrupt,
          flagRegister: this.config.TWCR,
          flagMask: TWINT,
          enableRegister: this.config.TWCR,
          enableMask: 1,
        });
      },
    ]);
  }

  connectToSlave(address: number, write: boolean): void {
    this.byte((address << 1) | (write ? 0 : 1), (heard) => this.unit.completeConnect(heard));
  }

  writeByte(value: number): void {
    this.byte(value, (heard) => this.unit.completeWrite(heard));
  }

  readByte(acknowledge: boolean): void {
    let value = 0;
    const bits = Array.from({ length: 8 }, () => this.bit(false, (level) => (value = (value << 1) | level)));
    this.inTurn([...bits.flat(), ...this.bit(acknowledge, () => {}), () => this.unit.completeRead(value)]);
  }
}
