/** A place in flash with a name: a routine, or something that is kept in memory. */
export interface FirmwareSymbol {
  readonly name: string;
  readonly kind: "code" | "data";
  /** Byte address: of code in flash, of data in RAM. */
  readonly at: number;
  /** Bytes; 0 where the file does not say. */
  readonly size: number;
}

/** From which flash address on a line of source was compiled. */
export interface SourceLine {
  readonly at: number;
  readonly file: string;
  readonly line: number;
}

/** What goes into a controller, whatever file it came from. */
export interface FirmwareImage {
  /** Flash from address 0 to the last byte that is written; what is not written is 255. */
  readonly flash: Uint8Array;
  /** What the file says of the EEPROM, from address 0. */
  readonly eeprom?: Uint8Array;
  readonly symbols: readonly FirmwareSymbol[];
  /** In order of their address. */
  readonly lines: readonly SourceLine[];
  /** Bytes of RAM that variables take, where the file tells. */
  readonly ram?: number;
  /** What the file was made for, as far as it tells. */
  readonly core?: string;
}

export type FirmwareRead =
  | { readonly ok: true; readonly image: FirmwareImage }
  /** What is wrong, where in the file, and what to do. */
  | { readonly ok: false; readonly message: string };

/** Bounds of firmware files. */
export const FIRMWARE_LIMITS = {
  /** Of a file: debug information is the most of it. */
  bytes: 8 * 1024 * 1024,
  /** Of flash: the largest of the family has 256 KiB. */
  flash: 256 * 1024,
  eeprom: 4096,
  symbols: 5000,
  lines: 20_000,
} as const;

/** Memory that is filled piece by piece, no further than it may go. */
export class FlashWriter {
  private readonly bytes: Uint8Array;
  private end = 0;

  constructor(private readonly most: number) {
    this.bytes = new Uint8Array(most).fill(255);
  }

  /** @returns whether there is room for it */
  write(at: number, bytes: Uint8Array): boolean {
    if (at < 0 || at + bytes.length > this.most) return false;
    this.bytes.set(bytes, at);
    this.end = Math.max(this.end, at + bytes.length);
    return true;
  }

  get written(): Uint8Array {
    return this.bytes.slice(0, this.end);
  }
}
