import type { CPU, EEPROMBackend } from "avr8js";

/** Bytes that outlive a power cut; one that is being written when the power goes is lost. */
export class KeptBytes implements EEPROMBackend {
  private pending: { readonly at: number; readonly until: number } | undefined;
  constructor(
    readonly bytes: Uint8Array,
    private readonly cpu: CPU,
    private readonly writeClocks: number,
  ) {}
  readMemory(at: number): number {
    return this.bytes[at % this.bytes.length]!;
  }
  writeMemory(at: number, value: number): void {
    this.bytes[at % this.bytes.length]! &= value;
    this.pending = { at: at % this.bytes.length, until: this.cpu.cycles + this.writeClocks };
  }
  eraseMemory(at: number): void {
    this.bytes[at % this.bytes.length] = 255;
  }
  left(): Uint8Array {
    const left = this.bytes.slice();
    if (this.pending && this.cpu.cycles < this.pending.until) left[this.pending.at] = 255;
    return left;
  }
}
