import {
  ADCMuxInputType,
  AVRADC,
  AVRClock,
  AVREEPROM,
  AVRIOPort,
  AVRUSART,
  AVRWatchdog,
  CPU,
  avrInstruction,
  type ADCMuxInput,
} from "avr8js";
import type { LineGiven } from "../bus";
import type { Nanoseconds, Volts } from "../quantity";
import type { AvrChip } from "./chips";
import { delayLoops, skipTurns, type DelayLoop } from "./delay-loops";
import { InterruptAccounts, type InterruptTally } from "./interrupts";
import { chainedOn } from "./units/chained";
import { KeptBytes } from "./units/kept-bytes";
import { QuickTimer } from "./units/quick-timer";
import { SpiUnit } from "./units/spi";
import { TwiUnit } from "./units/twi";

/** What is around a controller: who hears its lines, and what stands on them. */
export interface Outside {
  /** A line is given a level, let go, or let go with the pull-up. */
  line(line: string, given: LineGiven, at: Nanoseconds): void;
  /** Volts on a line of the converter. */
  volts(line: string, at: Nanoseconds): Volts;
  /** What reads on a line nobody drives. */
  floating(line: string, at: Nanoseconds): 0 | 1;
  /** A byte goes out over the serial line. */
  sent(byte: number, at: Nanoseconds): void;
  /** An interrupt begins, or ends, at a clock. */
  interrupted?(vector: number, from: number, to: number): void;
  /** It began anew by itself: by its watchdog. */
  reset?(at: Nanoseconds): void;
}

/** What the core has to do next by its clock. */
interface Due {
  readonly cycles: number;
}

interface Pin {
  readonly line: string;
  readonly port: AVRIOPort;
  readonly bit: number;
  given: LineGiven;
  /** A unit inside that has taken it, and the level it gives. */
  taken: 0 | 1 | "open" | undefined;
  /** What stands on it from outside; undefined where nothing drives it. */
  outside: 0 | 1 | undefined;
}

const SLEEP = 0x9588;
/** Clocks a step waits for something to wake it. */
const LONGEST_STEP = 1e6;
/** What RAM is filled with at power-up, to see afterwards how far the stack came. */
export const UNTOUCHED = 0xa5;
/** An interrupt is served 4 clocks after it is due, two of which the core has counted (reset and interrupt handling). */
const RESPONSE = 2;
/** Interrupts that wake it from deep sleep, in which the other clocks stand (sleep modes, wake-up sources). */
const WAKES_DEEP = /INT|WDT|TWI/;

export interface MachineSettings {
  /** Hz. */
  readonly clock: number;
  /** How far its clock is off, in parts of a million; above 0 it runs fast. */
  readonly clockError?: number;
  readonly supply: Volts;
  /** What the EEPROM held when the power came. */
  readonly eeprom?: Uint8Array;
}

/** A controller that runs compiled code: the simulated core with its units, its lines tied to what is outside. */
export class AvrMachine {
  readonly cpu: CPU;
  private readonly clock: AVRClock;
  private readonly pins = new Map<string, Pin>();
  private readonly kept: KeptBytes;
  private readonly serial: AVRUSART | undefined;
  private readonly sleeps: boolean;
  private readonly loops: ReadonlyArray<DelayLoop | undefined>;
  private readonly rate: number;
  /** What interrupts took, by their number. */
  private readonly accounts: InterruptAccounts;
  private stopAt = -1;
  private stopped = false;

  constructor(
    readonly chip: AvrChip,
    flash: Uint8Array,
    private readonly outside: Outside,
    { clock, clockError = 0, supply, eeprom }: MachineSettings,
  ) {
    const memory = new Uint8Array(chip.flash).fill(255);
    memory.set(flash.subarray(0, chip.flash));
    const words = new Uint16Array(memory.buffer);
    this.sleeps = words.includes(SLEEP);
    this.loops = delayLoops(words);
    const cpu = new CPU(words, chip.ram + chip.ramFrom - 0x100);
    this.cpu = cpu;
    cpu.data.fill(UNTOUCHED, chip.ramFrom);
    cpu.data[chip.resetFlags.register] = chip.resetFlags.powerOn;
    this.rate = 1 + clockError / 1e6;
    this.clock = new AVRClock(cpu, clock, chip.clock);
    this.accounts = new InterruptAccounts(chip.vectors.length);
    const ports = chip.ports.map(({ config }) => new AVRIOPort(cpu, config));
    for (const [line, { port, bit }] of Object.entries(chip.lines))
      this.pins.set(line, {
        line,
        port: ports[port]!,
        bit,
        given: "released",
        taken: undefined,
        outside: undefined,
      });
    ports.forEach((port, at) => this.follow(port, at));
    const timers = chip.timers.map((config) => new QuickTimer(cpu, config));
    QuickTimer.attach(cpu, timers);
    const chained = chainedOn(cpu);
    const taker = {
      take: (line: string, level: 0 | 1 | "open", at: number) => this.take(line, level, at),
      free: (line: string, at: number) => this.take(line, undefined, at),
      read: (line: string) => this.levelOn(this.pin(line)),
    };
    if (chip.spi) new SpiUnit(cpu, chip.spi.config, chip.spi, taker, clock, chained);
    if (chip.twi) new TwiUnit(cpu, chip.twi.config, chip.twi, taker, clock, chained);
    if (chip.converter) this.convert(chip.converter, supply);
    if (chip.serial) {
      this.serial = new AVRUSART(cpu, chip.serial, clock);
      this.serial.onByteTransmit = (byte) => outside.sent(byte, this.time);
    }
    const bytes = new Uint8Array(chip.eeprom.bytes).fill(255);
    if (eeprom) bytes.set(eeprom.subarray(0, bytes.length));
    const { eraseCycles, writeCycles } = chip.eeprom.config;
    // A byte takes its 3.4 ms whatever the clock is.
    const scale = clock / 16e6;
    this.kept = new KeptBytes(bytes, cpu, (eraseCycles + writeCycles) * scale);
    new AVREEPROM(cpu, this.kept, {
      ...chip.eeprom.config,
      eraseCycles: Math.round(eraseCycles * scale),
      writeCycles: Math.round(writeCycles * scale),
    });
    new AVRWatchdog(cpu, chip.watchdog, this.clock);
    const { reset } = cpu;
    // The watchdog's reset begins everything anew but RAM.
    cpu.reset = () => {
      reset.call(cpu);
      this.stop();
      outside.reset?.(this.time);
    };
  }

  /** Since power-up, by true time: a clock that is off makes it more or less. */
  get time(): Nanoseconds {
    return this.clock.timeNanos / this.rate;
  }

  /** The clock that has come by a moment. */
  clocksAt(time: Nanoseconds): number {
    return Math.ceil((time * this.rate * this.clock.frequency) / 1e9 - this.clock.cyclesDelta);
  }

  private timeAt(clocks: number): Nanoseconds {
    return (((clocks + this.clock.cyclesDelta) / this.clock.frequency) * 1e9) / this.rate;
  }

  /** What outlives a power cut now. */
  left(): Uint8Array {
    return this.kept.left();
  }

  /** Stops the run that is under way after this instruction. */
  stop(): void {
    this.stopped = true;
    this.stopAt = -1;
  }

  /**
   * Runs up to a moment, or until it is stopped.
   * @returns whether it came to that moment
   */
  runTo(until: Nanoseconds): boolean {
    this.stopped = false;
    for (;;) {
      this.stopAt = this.clocksAt(until);
      if (this.cpu.cycles >= this.stopAt) return true;
      this.run();
      if (this.stopped) return false;
    }
  }

  /** One instruction, and what is due after it. */
  step(): void {
    this.stopped = false;
    this.stopAt = this.cpu.cycles + LONGEST_STEP;
    this.instruction();
  }

  private run(): void {
    const { cpu, loops } = this;
    while (cpu.cycles < this.stopAt) {
      if (loops[cpu.pc] !== undefined) this.skip(loops[cpu.pc]!);
      this.instruction();
    }
  }

  private instruction(): void {
    const { cpu } = this;
    if (this.sleeps && cpu.progMem[cpu.pc] === SLEEP && !this.sleep()) return;
    avrInstruction(cpu);
    const due = cpu["nextClockEvent"] as Due | null;
    if (cpu.nextInterrupt >= 0 || (due !== null && due.cycles <= cpu.cycles)) {
      const { pc } = cpu;
      cpu.tick();
      if (cpu.pc !== pc) return this.begin();
    }
    if (this.accounts.serves) this.end();
  }

  /** Goes through the turns of a delay at once, up to what is due next. */
  private skip(loop: DelayLoop): void {
    const { cpu } = this;
    if (cpu.nextInterrupt >= 0 && cpu.interruptsEnabled) return;
    const due = cpu["nextClockEvent"] as Due | null;
    const until = Math.min(this.stopAt, due?.cycles ?? Infinity);
    cpu.cycles += skipTurns(loop, cpu.data, until - cpu.cycles - 1) * loop.clocks;
  }

  /**
   * Asleep until an interrupt wakes it: the clock goes on, what is due is done, no instruction is.
   * @returns whether it is awake
   */
  private sleep(): boolean {
    const { cpu, chip } = this;
    const { register, enable, mode } = chip.sleep;
    if (!(cpu.data[register]! & enable)) return true;
    const deep = (cpu.data[register]! & mode) !== 0;
    const wakes = () => {
      if (cpu.nextInterrupt < 0) return false;
      return !deep || WAKES_DEEP.test(chip.vectors[cpu.nextInterrupt / chip.vectorWords] ?? "");
    };
    const { pc } = cpu;
    while (!wakes() && cpu.cycles < this.stopAt) {
      const due = cpu["nextClockEvent"] as Due | null;
      cpu.cycles = Math.min(this.stopAt, Math.max(cpu.cycles + 1, due?.cycles ?? Infinity));
      // No interrupt is served meanwhile: it comes after this instruction.
      const enabled = cpu.data[95]!;
      cpu.data[95] = enabled & 127;
      cpu.tick();
      cpu.data[95] = enabled;
      // Its watchdog has begun it anew.
      if (cpu.pc !== pc) return true;
    }
    return wakes();
  }

  /** Clocks in interrupts that have ended, and how many there were, by number. */
  get inInterrupts(): readonly InterruptTally[] {
    return this.accounts.tallies;
  }

  /** The program was taken elsewhere by what was due: an interrupt, or a reset. */
  private begin(): void {
    const { cpu, chip } = this;
    const vector = cpu.pc / chip.vectorWords;
    if (vector === 0) {
      this.accounts.forget();
      return;
    }
    cpu.cycles += RESPONSE;
    // The program counter lies on the stack: two bytes, or three.
    this.accounts.begins(vector, cpu.cycles, cpu.SP + (cpu.pc22Bits ? 3 : 2));
  }

  private end(): void {
    const { cpu } = this;
    // Its response and the clocks of its vector were spent on it as well.
    const ended = this.accounts.endsBy(cpu.SP, cpu.cycles + RESPONSE + 2);
    if (ended) this.outside.interrupted?.(ended.vector, ended.from, cpu.cycles);
  }

  /** Something outside drives a line, or lets go of it. */
  drive(line: string, level: 0 | 1 | undefined): void {
    const pin = this.pin(line);
    if (pin.outside === level) return;
    pin.outside = level;
    pin.port.setPin(pin.bit, this.levelOn(pin) === 1);
  }

  /** A byte has come over the serial line. @returns whether anybody listens */
  receive(byte: number): boolean {
    if (!this.serial?.rxEnable) return false;
    this.serial.writeByte(byte, true);
    return true;
  }

  /** Bits a second of its serial line, as the program has set it. */
  get baud(): number | undefined {
    return this.serial?.txEnable || this.serial?.rxEnable ? this.serial.baudRate * this.rate : undefined;
  }

  /** How every line is driven now. */
  get lines(): ReadonlyMap<string, LineGiven> {
    return new Map([...this.pins].map(([line, { given }]) => [line, given]));
  }

  given(line: string): LineGiven {
    return this.pin(line).given;
  }

  private pin(line: string): Pin {
    const pin = this.pins.get(line);
    if (!pin) throw new Error(`${this.chip.id} has no line ${line}`);
    return pin;
  }

  private levelOn(pin: Pin): 0 | 1 {
    if (pin.given === 0 || pin.given === 1) return pin.given;
    if (pin.outside !== undefined) return pin.outside;
    if (pin.given === "pulled-up") return 1;
    return this.outside.floating(pin.line, this.time);
  }

  private take(line: string, level: Pin["taken"], at: number): void {
    const pin = this.pin(line);
    pin.taken = level;
    this.update(pin, at);
  }

  private follow(port: AVRIOPort, place: number): void {
    const { cpu, chip } = this;
    const pins = [...this.pins.values()].filter((pin) => pin.port === port);
    port.addListener(() => {
      for (const pin of pins) this.update(pin, cpu.cycles);
    });
    const { PIN } = chip.ports[place]!.config;
    // What floats reads by chance: it is asked for when it is read.
    cpu.readHooks[PIN] = () => {
      let value = cpu.data[PIN]!;
      for (const pin of pins)
        if (pin.given === "released" && pin.outside === undefined) {
          const level = this.outside.floating(pin.line, this.time);
          value = level ? value | (1 << pin.bit) : value & ~(1 << pin.bit);
        }
      return (cpu.data[PIN] = value);
    };
  }

  /** Looks how a line is driven by its port and the units, and tells where that has changed. */
  private update(pin: Pin, at: number): void {
    const now = this.givenBy(pin);
    if (now === pin.given) return;
    pin.given = now;
    this.outside.line(pin.line, now, this.timeAt(at));
    if (now !== 0 && now !== 1) pin.port.setPin(pin.bit, this.levelOn(pin) === 1);
  }

  private givenBy({ port, bit, taken }: Pin): LineGiven {
    const state = port.pinState(bit);
    if (taken === "open") return state === PULLED_UP || state === HIGH_STATE ? "pulled-up" : "released";
    if (taken !== undefined && (state <= HIGH_STATE || this.pullsAlone(port, bit, taken))) return taken;
    return state === LOW_STATE
      ? 0
      : state === HIGH_STATE
        ? 1
        : state === PULLED_UP
          ? "pulled-up"
          : "released";
  }

  /** The two-wire unit pulls a line low whatever its direction says. */
  private pullsAlone(port: AVRIOPort, bit: number, taken: 0 | 1): boolean {
    const { twi, lines } = this.chip;
    if (taken !== 0 || !twi) return false;
    return [twi.data, twi.clock].some((line) => {
      const at = lines[line]!;
      return at.bit === bit && this.pin(line).port === port;
    });
  }

  private convert({ config, lines }: NonNullable<AvrChip["converter"]>, supply: Volts): void {
    const { cpu } = this;
    const unit = new AVRADC(cpu, config);
    unit.avcc = unit.aref = supply;
    unit.onADCRead = (input) => {
      const volts = this.voltsOf(input, lines);
      const code = Math.max(0, Math.min(1023, Math.floor((volts / unit.referenceVoltage) * 1024)));
      cpu.addClockEvent(() => {
        unit.completeADCRead(code);
        // Free running: ADATE with the source 0 begins the next by itself.
        const control = cpu.data[config.ADCSRA]!;
        if (control & 0x20 && (cpu.data[config.ADCSRB]! & 7) === 0)
          cpu.addClockEvent(() => cpu.writeData(config.ADCSRA, (control & ~0x10) | 0x40), 1);
      }, unit.sampleCycles);
    };
  }

  private voltsOf(input: ADCMuxInput, lines: readonly string[]): Volts {
    switch (input.type) {
      case ADCMuxInputType.SingleEnded: {
        const line = lines[input.channel];
        return line === undefined ? 0 : this.outside.volts(line, this.time);
      }
      case ADCMuxInputType.Constant:
        return input.voltage;
      case ADCMuxInputType.Temperature:
        // 314 mV at 25 °C by the 1.1 V reference (temperature measurement, typical values).
        return 0.314;
      case ADCMuxInputType.Differential:
        return 0;
    }
  }
}

/** States of a pin as the core counts them: low, high, input, input with its pull-up. */
const [LOW_STATE, HIGH_STATE, , PULLED_UP] = [0, 1, 2, 3];
