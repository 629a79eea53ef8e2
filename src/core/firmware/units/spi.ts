import { AVRSPI, type CPU, type SPIConfig } from "avr8js";
import type { Chained } from "./chained";

/** SPCR: enable, bits lowest first, master, idle level of the clock, phase. */
const [SPE, DORD, MSTR, CPOL, CPHA] = [0x40, 0x20, 0x10, 0x08, 0x04];

/** What a unit inside the controller does to lines it has taken. */
export interface LineTaker {
  /** A line is the unit's and has a level from a clock on. */
  take(line: string, level: 0 | 1 | "open", at: number): void;
  /** A line is the port's again. */
  free(line: string, at: number): void;
  /** What stands on a line. */
  read(line: string): 0 | 1;
}

/** The serial peripheral unit as master: its bits as edges on its lines, by its mode, order and rate. */
export class SpiUnit {
  private on = false;

  constructor(
    private readonly cpu: CPU,
    private readonly config: SPIConfig,
    private readonly lines: { readonly clock: string; readonly data: string; readonly answer: string },
    private readonly taker: LineTaker,
    hertz: number,
    chained: Chained,
  ) {
    const unit = new AVRSPI(cpu, config, hertz);
    unit.onByte = (value) => this.transfer(unit, value);
    chained(config.SPCR, (value) => this.control(value));
  }

  private control(value: number): void {
    const on = (value & SPE) !== 0 && (value & MSTR) !== 0;
    const { clock, data } = this.lines;
    if (on) {
      this.taker.take(clock, value & CPOL ? 1 : 0, this.cpu.cycles);
      if (!this.on) this.taker.take(data, 1, this.cpu.cycles);
    } else if (this.on) {
      this.taker.free(clock, this.cpu.cycles);
      this.taker.free(data, this.cpu.cycles);
    }
    this.on = on;
  }

  private transfer(unit: AVRSPI, value: number): void {
    const { cpu, taker } = this;
    const { clock, data, answer } = this.lines;
    const control = cpu.data[this.config.SPCR]!;
    if (!(control & MSTR)) return;
    const [lowestFirst, idle, late] = [
      (control & DORD) !== 0,
      control & CPOL ? 1 : 0,
      (control & CPHA) !== 0,
    ];
    const half = unit.clockDivider / 2;
    const began = cpu.cycles;
    let received = 0;
    const place = (nth: number) => (lowestFirst ? nth : 7 - nth);
    const put = (nth: number, at: number) => taker.take(data, ((value >> place(nth)) & 1) as 0 | 1, at);
    const sample = (nth: number) => (received |= taker.read(answer) << place(nth));
    const step = (nth: number) => {
      const at = began + (nth + 1) * half;
      const bit = nth >> 1;
      const leading = nth % 2 === 0;
      taker.take(clock, (leading ? 1 - idle : idle) as 0 | 1, at);
      if (leading === late) {
        if (late) put(bit, at);
        else if (bit < 7) put(bit + 1, at);
      } else sample(bit);
      if (nth < 15) cpu.addClockEvent(() => step(nth + 1), at + half - cpu.cycles);
      else unit.completeTransfer(received);
    };
    if (!late) put(0, began);
    cpu.addClockEvent(() => step(0), half);
  }
}
