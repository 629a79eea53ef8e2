import { hex, packBytes, unpackBytes, type BusWatch } from "../../bus";
import type { Nanoseconds } from "../../quantity";
import type { ScannedDigit } from "../types";

/** Commands of the TM16xx family, as the sheets list them. */
export const TM16 = {
  WRITE_NEXT: 0x40,
  READ_KEYS: 0x42,
  WRITE_FIXED: 0x44,
  DISPLAY: 0x80,
  DISPLAY_ON: 0x08,
  ADDRESS: 0xc0,
} as const;
/** The bit of a data command that keeps the address where it is. */
const FIXED = 0x04;

/** Pulse widths of the eight brightness levels, in sixteenths. */
export const TM16_PULSES: readonly number[] = [1, 2, 4, 10, 11, 12, 13, 14];

/** Display memory and commands, alike in all chips of the family: undefined and off at power-up. */
export class Tm16Registers {
  readonly cells: number[];
  private control = 0;
  private mode: number = TM16.WRITE_NEXT;
  private address = 0;

  constructor(
    size: number,
    private readonly grids: number,
    private readonly watch: BusWatch,
  ) {
    this.cells = Array<number>(size).fill(-1);
  }

  /** The last data command asks for the keys. */
  get reads(): boolean {
    return this.mode === TM16.READ_KEYS;
  }

  /** Share of the time a digit is lit; 0 while the display is off. */
  get share(): number {
    if ((this.control & TM16.DISPLAY_ON) === 0) return 0;
    return TM16_PULSES[this.control & 7]! / 16 / this.grids;
  }

  /** A command byte. @returns whether what is shown may have changed */
  command(byte: number, at: Nanoseconds): boolean {
    if (byte < 0) return false;
    switch (byte >> 6) {
      case 1:
        this.mode = byte & (TM16.READ_KEYS | TM16.WRITE_FIXED);
        return false;
      case 2:
        this.control = byte & 0x0f;
        return true;
      case 3:
        this.address = byte & 0x0f;
        return false;
      default:
        this.watch.breach(
          at,
          "no such command",
          `${hex(byte)} is none of the chip's commands: bits 7 and 6 are 0`,
        );
        return false;
    }
  }

  /** A data byte goes to the address; the next one to the one behind it, unless the address is fixed. */
  data(byte: number, at: Nanoseconds): boolean {
    const { address, cells } = this;
    if (address < cells.length) cells[address] = byte;
    else
      this.watch.breach(
        at,
        "wrong address",
        `data for address ${address}: the memory of this chip has ${cells.length}`,
      );
    if ((this.mode & FIXED) === 0) this.address = (address + 1) & 0x0f;
    return true;
  }

  /** What a chip scans that has one address for each grid. */
  digits(): ScannedDigit[] {
    const { share } = this;
    return this.cells.map((cell) =>
      share > 0
        ? { lit: Math.max(0, cell), unknown: cell < 0 ? 0xff : 0, share }
        : { lit: 0, unknown: 0, share },
    );
  }

  get memory(): Array<{ address: number; value: number }> {
    return [
      ...this.cells.map((value, at) => ({ address: TM16.ADDRESS + at, value })),
      { address: TM16.DISPLAY, value: this.control },
    ];
  }

  save(): string {
    return packBytes([...this.cells, this.control, this.mode, this.address]);
  }

  load(saved: string): void {
    const bytes = unpackBytes(saved);
    const [control, mode, address] = bytes.splice(this.cells.length);
    this.cells.splice(0, this.cells.length, ...bytes);
    Object.assign(this, { control, mode, address });
  }
}
