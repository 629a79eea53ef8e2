import { chipOn, type RigModel } from "../address";
import { formatQuantity } from "../quantity";
import { controllerById } from "../rig";
import type { Program, SketchLine } from "../program";

/** How bytes get onto the lines: line by line, or by the controller's own unit, where the wires allow it. */
export const BUS_SCHOOLS = ["hand", "unit"] as const;
export type BusSchool = (typeof BUS_SCHOOLS)[number];

/** A unit of the controller that sends bytes by itself. */
export interface OwnUnit {
  readonly kind: "spi" | "i2c";
  /** Lowest bit first. */
  readonly lowestFirst: boolean;
  /** What it is and what it saves, in a sentence. */
  readonly says: string;
}

/** Lines a unit is fixed to: ATmega data sheets, alternate functions of ports. */
interface Lines {
  readonly data: string;
  readonly clock: string;
  /** Has to be an output, or the unit takes itself for the one that is spoken to. */
  readonly select?: string;
}
const UNITS: Readonly<Record<string, Readonly<Record<OwnUnit["kind"], Lines>>>> = {
  ATmega328P: {
    spi: { data: "11", clock: "13", select: "10" },
    i2c: { data: "A4", clock: "A5" },
  },
  ATmega2560: {
    spi: { data: "51", clock: "52", select: "53" },
    i2c: { data: "20", clock: "21" },
  },
};

const NAMES = { spi: "SPI", i2c: "I²C (TWI)" } as const;
/** Bits a second: a quarter of the clock, and the standard rate of I²C. */
const I2C_HERTZ = 100_000;
/** Clocks a byte takes beside its eight bits: the call, and waiting for its end. */
const AROUND_BYTE = 24;

/** What a rig's program sends over lines that a unit might serve. */
function sent({ chain, buses, send }: Program) {
  if (chain) {
    const shifts = send.find((statement) => statement.do === "shift-state");
    const lowestFirst = shifts?.do === "shift-state" && shifts.order === "lsb-first";
    return { kind: "spi" as const, data: chain.data, clock: chain.clock, lowestFirst };
  }
  const bus = buses[0];
  if (bus?.protocol === "frames")
    return { kind: "spi" as const, data: bus.data, clock: bus.clock, lowestFirst: false };
  if (bus?.protocol === "i2c")
    return { kind: "i2c" as const, data: bus.data, clock: bus.clock, lowestFirst: false };
  return undefined;
}

/**
 * The unit of the controller that may send what the program sends, or why there is none.
 * @returns a problem where nothing is sent, no unit speaks so, or the wires are on other lines
 */
export function ownUnitOf(model: RigModel, program: Program): OwnUnit | { readonly problem: string } {
  const what = sent(program);
  if (!what) {
    const bus = program.buses[0];
    return {
      problem: bus
        ? `No unit of a controller speaks to the ${chipOn(model, bus).sheet.id}: its bits are sent by hand`
        : "No bytes are sent: each line is driven by itself",
    };
  }
  const controller = controllerById(model.rig.plan.controller);
  const [short] = controller.title.split(",");
  const id = Object.keys(UNITS).find((name) => controller.id.startsWith(name));
  if (id === undefined)
    return { problem: `The unit of the ${short} is not written for: bits are sent by hand` };
  const { data, clock, select } = UNITS[id]![what.kind];
  const name = NAMES[what.kind];
  if (what.data !== data || what.clock !== clock)
    return {
      problem: `The ${name} unit of the ${short} sends on lines ${data} (data) and ${clock} (clock): yours are ${what.data} and ${what.clock}`,
    };
  const read = program.setup.find((statement) => statement.do === "line-input" && statement.line === select);
  if (read)
    return {
      problem: `While the ${name} unit sends, line ${select} has to be an output, and it is read here: move what is on it`,
    };
  const time = what.kind === "spi" ? ((8 * 4 + AROUND_BYTE) * 1e9) / controller.clock : (9 * 1e9) / I2C_HERTZ;
  const byHand = what.kind === "spi" ? 8 * controller.cost.shiftBit : 27 * controller.cost.pinMode;
  return {
    kind: what.kind,
    lowestFirst: what.lowestFirst,
    says: `The ${name} unit sends a byte in about ${formatQuantity(time / 1e9, "s", 2)}; by hand it takes ${formatQuantity(byHand / 1e9, "s", 2)}.`,
  };
}

/** What stands for the unit in a program: its calls, as a dialect has them. */
export interface UnitWords {
  /** Before everything else. */
  readonly included: readonly string[];
  readonly begins: readonly string[];
  readonly sendsByte: (value: string) => string;
  /** The body of the routine that sends a transfer over I²C. */
  readonly sendsTransfer: readonly string[];
}

/** By the calls that come with the sketch flavour. */
export const SKETCH_UNIT_WORDS = ({ kind, lowestFirst }: OwnUnit): UnitWords =>
  kind === "spi"
    ? {
        included: ["#include <SPI.h>"],
        begins: [
          "SPI.begin();",
          `SPI.beginTransaction(SPISettings(F_CPU / 4, ${lowestFirst ? "LSBFIRST" : "MSBFIRST"}, SPI_MODE0));`,
        ],
        sendsByte: (value) => `SPI.transfer(${value});`,
        sendsTransfer: [],
      }
    : {
        included: ["#include <Wire.h>"],
        begins: ["Wire.begin();"],
        sendsByte: () => "",
        sendsTransfer: [
          "Wire.beginTransmission(bytes[0] >> 1);",
          "Wire.write(bytes + 1, length - 1);",
          "Wire.endTransmission();",
        ],
      };

/** By the unit's registers. */
export const REGISTER_UNIT_WORDS = ({ kind, lowestFirst }: OwnUnit): UnitWords =>
  kind === "spi"
    ? {
        included: [],
        begins: [`spiBegin(${lowestFirst ? 1 : 0});`],
        sendsByte: (value) => `spiSend(${value});`,
        sendsTransfer: [],
      }
    : {
        included: [],
        begins: ["twiBegin();"],
        sendsByte: () => "",
        sendsTransfer: ["twiSend(bytes, length);"],
      };

const SHIFTED = /\bshiftOut\(DATA_LINE, CLOCK_LINE, [ML]SBFIRST, (.+)\);$/;
const BY_HAND_FROM = "// The lines are only pulled down or let go: resistors pull them up.";
const BY_HAND_TO = "// Sends transfers that are kept in flash, one after the other.";

/** A sketch whose bytes are sent by the controller's unit instead of by hand. */
export function overUnit(lines: readonly SketchLine[], { kind }: OwnUnit, words: UnitWords): SketchLine[] {
  const text = (all: readonly string[]): SketchLine[] => all.map((line) => ({ text: line }));
  const ends = lines.findIndex((line) => !line.text.startsWith("//"));
  const head = [...lines.slice(0, ends), ...(words.included.length > 0 ? text(["", ...words.included]) : [])];
  const body = lines.slice(ends);
  const begins = text(words.begins.map((line) => `  ${line}`));
  if (kind === "spi") {
    const last = body.findLastIndex((line) => /pinMode\((DATA|CLOCK)_LINE, OUTPUT\);/.test(line.text));
    return [
      ...head,
      ...body.flatMap((line, nth) => [
        { ...line, text: line.text.replace(SHIFTED, (_, value: string) => words.sendsByte(value)) },
        ...(nth === last ? begins : []),
      ]),
    ];
  }
  // Its lines are its own: nothing else names them.
  const isName = (line: SketchLine) => /^const uint8_t (DATA|CLOCK)_LINE = /.test(line.text);
  const [from, to] = [BY_HAND_FROM, BY_HAND_TO].map((said) => body.findIndex((line) => line.text === said));
  const isMode = (line: SketchLine) => /pinMode\((DATA|CLOCK)_LINE, INPUT\);/.test(line.text);
  const first = body.findIndex((line, nth) => nth > to! && isMode(line));
  return [
    ...head,
    ...body.slice(0, from).filter((line) => !isName(line)),
    ...text([
      "// The address and the bytes behind it go out by the controller's own unit.",
      "void sendTransfer(const uint8_t *bytes, uint8_t length) {",
      ...words.sendsTransfer.map((line) => `  ${line}`),
      "}",
      "",
    ]),
    ...body.slice(to).flatMap((line, nth) => {
      const at = to! + nth;
      if (at === first) return begins;
      return isMode(line) ? [] : [line];
    }),
  ];
}
