import type { ControllerLine, ControllerPart, Leg } from "./types";

const digital = Array.from({ length: 14 }, (_, line) => String(line));
const analogue = Array.from({ length: 6 }, (_, line) => `A${line}`);

const AWKWARD: Readonly<Record<string, string>> = {
  "0": "line 0 is the receive side of the programming serial port",
  "1": "line 1 is the send side of the programming serial port",
  "13": "line 13 also carries the LED on the board",
};

const lineLeg = (id: string): Leg => ({ id, name: `line ${id}`, role: "line" });

const line = (leg: string): ControllerLine => {
  const awkward = AWKWARD[leg];
  return awkward === undefined ? { leg } : { leg, awkward };
};

/** An 8-bit 5 V board with 20 usable lines at 16 MHz. */
export const ATMEGA328P_BOARD: ControllerPart = {
  id: "ATmega328P-board",
  kind: "controller",
  title: "ATmega328P board, 16 MHz, 5 V",
  outline: { style: "header" },
  source:
    "ATmega328P data sheet: electrical characteristics and I/O port characteristics (about 25 Ω at 5 V, 20 mA); supply leg: 500 mA of a customary USB port less about 50 mA for the board itself; call times measured by compiling the calls with avr-gcc -Os and counting clocks on a simulated 16 MHz ATmega328P",
  legs: [
    { id: "5V", name: "5 V", role: "supply-out" },
    { id: "GND1", name: "GND", role: "ground" },
    { id: "GND2", name: "GND", role: "ground" },
    { id: "3V3", name: "3.3 V", role: "supply-out" },
    { id: "VIN", name: "VIN", role: "not-used" },
    { id: "RESET", name: "RESET", role: "not-used" },
    ...digital.map(lineLeg),
    ...analogue.map(lineLeg),
  ],
  joined: [["GND1", "GND2"]],
  clock: 16e6,
  logic: 5,
  outputResistance: 25,
  pinKeep: 20,
  pinMaximum: 40,
  supplyMaximum: 450,
  lines: [...digital, ...analogue].map(line),
  cost: { pinMode: 3_500, pinWrite: 3_200, shiftBit: 16_700, statement: 500 },
};
