/** A controller's lines by port and bit, and what differs between controllers in a program of plain C. */
export interface AvrTarget {
  /** As the compiler names it. */
  readonly mcu: string;
  /** Port letter and bit of each line, by its number. */
  readonly lines: readonly string[];
  /** Number of the line called A0; none where lines have numbers only. */
  readonly firstAnalogue?: number;
  /** Name of an interrupt's vector. */
  readonly vector: (name: string) => string;
  /** The external interrupt of a line. */
  readonly external: Readonly<Record<string, number>>;
  readonly serial: boolean;
  readonly tone: boolean;
}

/** Bits of a port that lines count along. */
const along = (port: string, from: number, to: number): string[] =>
  Array.from(
    { length: Math.abs(to - from) + 1 },
    (_, nth) => `${port}${from < to ? from + nth : from - nth}`,
  );

/** ATmega328P data sheet, pin configurations; lines as sketches number them. */
const ATMEGA328P: AvrTarget = {
  mcu: "atmega328p",
  lines: [...along("D", 0, 7), ...along("B", 0, 5), ...along("C", 0, 5)],
  firstAnalogue: 14,
  vector: (name) => `${name}_vect`,
  external: { "2": 0, "3": 1 },
  serial: true,
  tone: true,
};

/** ATmega2560 data sheet, alternate port functions; lines as the customary board numbers them. */
const ATMEGA2560: AvrTarget = {
  mcu: "atmega2560",
  lines: [
    ...["E0", "E1", "E4", "E5", "G5", "E3", "H3", "H4", "H5", "H6"],
    ...along("B", 4, 7),
    ...["J1", "J0", "H1", "H0"],
    ...along("D", 3, 0),
    ...along("A", 0, 7),
    ...along("C", 7, 0),
    ...["D7", "G2", "G1", "G0"],
    ...along("L", 7, 0),
    ...along("B", 3, 0),
    ...along("F", 0, 7),
    ...along("K", 0, 7),
  ],
  firstAnalogue: 54,
  vector: (name) => `${name.replace("USART_", "USART0_")}_vect`,
  external: {},
  serial: true,
  tone: true,
};

/** ATtiny84 data sheet, pinout; lines counted up from PB0. */
const ATTINY84: AvrTarget = {
  mcu: "attiny84",
  lines: [...along("B", 0, 2), ...along("A", 7, 0), "B3"],
  vector: (name) => `${name.replace("TIMER", "TIM")}_vect`,
  external: { "2": 0 },
  serial: false,
  tone: false,
};

const ALL = { ATmega328P: ATMEGA328P, ATmega2560: ATMEGA2560, ATtiny84: ATTINY84 } as const;

/** The controller of a board, where plain C is written for it. */
export function avrTarget(id: string): AvrTarget | undefined {
  const found = Object.keys(ALL).find((name) => id === name || id.startsWith(`${name}-`));
  return found === undefined ? undefined : ALL[found as keyof typeof ALL];
}
