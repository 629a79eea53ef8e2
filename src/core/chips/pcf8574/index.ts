import { hex } from "../../bus";
import type { ExpanderPart } from "../../sheet";
import { runsOver } from "../memory-chips";
import { mountSingle, plainReader } from "../plain";
import type { Asked, BusChip, ChipTransfer, Memory } from "../types";
import { unreadable, type Explained, type Field } from "../words";
import { Pcf8574, TIMES as times } from "./behaviour";
import { pcf8574Facts as facts } from "./facts";

/** A byte to every chip of the bus. */
const toAll = ({ units, addresses }: Asked, memory: Memory, why: string): ChipTransfer[] =>
  units.map((unit, at) => ({ bytes: [addresses[at]! << 1, memory[unit]?.[0] ?? 0xff], why }));

const port = (value: number, byte: number): Field => ({
  byte,
  high: 7,
  low: 0,
  name: "ports 7 to 0",
  value,
  says: value < 0 ? "unreadable" : saysPort(value),
});

const saysPort = (value: number): string => {
  const low = [0, 1, 2, 3, 4, 5, 6, 7].filter((at) => ((value >> at) & 1) === 0);
  return low.length === 0 ? "all high" : `low: ${low.map((at) => `P${at}`).join(" ")}`;
};

/** A transfer in words: the first byte is the bus address, every other one goes to the ports. */
function explain(bytes: readonly number[]): Explained {
  const [address = -1, ...data] = bytes;
  if (address < 0) return unreadable("one bit of the address could not be read");
  const last = data[data.length - 1];
  return {
    title: last === undefined ? "address only" : "ports",
    says:
      last === undefined
        ? "asks whether a chip is there"
        : last < 0
          ? "one bit of it could not be read"
          : saysPort(last),
    fields: [
      { byte: 0, high: 7, low: 1, name: "bus address", value: address >> 1, says: hex(address >> 1) },
      {
        byte: 0,
        high: 0,
        low: 0,
        name: "direction",
        value: address & 1,
        says: address & 1 ? "read" : "write",
      },
      ...data.map((value, at) => port(value, at + 1)),
    ],
  };
}

const isOwn = (byte: number): boolean => byte >> 1 >= 0x20 && byte >> 1 <= 0x27;

/** Eight outputs that hold what they are sent, on I²C. */
export const pcf8574 = {
  ...facts,
  times,
  mount(units, address) {
    const chip = new Pcf8574(address);
    return mountSingle(facts.sheet, units, chip, { output: (at) => chip.output(at) });
  },
  setUp: (asked) => toAll(asked, asked.dark, "all ports are high at power-up: this is dark for these wires"),
  update: (asked, memory) => toAll(asked, memory, "the eight ports of one chip"),
  reader: plainReader(explain),
  placesWritten: ([unit = ""], [, ...data]) => (data.length > 0 ? [`${unit} 0`] : []),
  bitIn: (units, bytes, unit, { bit }) =>
    units.includes(unit) && bytes.length > 1 ? bytes.length * 8 - 1 - bit : undefined,
  table: (units, memory) => units.map((unit) => memory[unit]?.[0] ?? 0xff),
  tableSays: "for each chip the byte of its ports",
  registerName: () => "ports",
  addressName: () => "ports",
  sends: "Writes a face to the expanders, a byte each; they hold it.",
  examples: { alone: "40 F9, then 40 A4", onRig: "40 00" },
  capture: {
    actionsOf: (bytes) => (bytes.length > 1 ? ["ports"] : []),
    actions: { ports: { name: "the ports", harm: "all of them stay high, as at power-up" } },
    differences: (_, writes) => runsOver(writes, 1, 1),
    heads: (bytes) => {
      const heads = bytes.slice(0, 1);
      return { all: heads.length, known: heads.filter(isOwn).length };
    },
  },
} satisfies BusChip<ExpanderPart>;
