import type { ControllerPart } from "../sheet";

/** What lines of a board are called beside their number in a sketch: as its board is printed, or as its sheet has them. */
export const LINE_NAMES = ["printed", "ports"] as const;
export type LineNames = (typeof LINE_NAMES)[number];

type Names = Readonly<Record<string, string>>;

/** Names that count on from a first one, for lines that do. */
const counted = (lines: readonly number[], name: (at: number) => string): Names =>
  Object.fromEntries(lines.map((line, at) => [String(line), name(at)]));
const from = (first: number, count: number): number[] => Array.from({ length: count }, (_, at) => first + at);
const named = (names: string, first = 0): Names =>
  Object.fromEntries(names.split(" ").map((name, at) => [String(first + at), name]));

const ATMEGA328P: Names = {
  ...counted(from(0, 8), (at) => `PD${at}`),
  ...counted(from(8, 6), (at) => `PB${at}`),
  ...Object.fromEntries(from(0, 6).map((at) => [`A${at}`, `PC${at}`])),
};

/** By controller: ATmega data sheets, pin configurations, and the customary numbering of sketches. */
const PORTS: Readonly<Record<string, Names>> = {
  "ATmega328P-board": ATMEGA328P,
  "ATmega328P-crystal": ATMEGA328P,
  "ATmega328P-inner": ATMEGA328P,
  "ATmega2560-board": {
    ...named("PE0 PE1 PE4 PE5 PG5 PE3 PH3 PH4 PH5 PH6 PB4 PB5 PB6 PB7 PJ1 PJ0 PH1 PH0 PD3 PD2 PD1 PD0"),
    ...counted(from(22, 8), (at) => `PA${at}`),
    ...counted(from(30, 8), (at) => `PC${7 - at}`),
    ...named("PD7 PG2 PG1 PG0", 38),
    ...counted(from(42, 8), (at) => `PL${7 - at}`),
    ...named("PB3 PB2 PB1 PB0", 50),
    ...Object.fromEntries(from(0, 8).map((at) => [`A${at}`, `PF${at}`])),
    ...Object.fromEntries(from(8, 8).map((at) => [`A${at}`, `PK${at - 8}`])),
  },
  ATtiny84: { ...named("PB0 PB1 PB2 PA7 PA6 PA5 PA4 PA3 PA2 PA1 PA0 PB3") },
  "ESP8266-module": counted(from(0, 17), (at) => `GPIO${at}`),
  "ESP32-module": counted(from(0, 40), (at) => `GPIO${at}`),
  "RP2040-board": counted(from(0, 29), (at) => `GPIO${at}`),
};

/** By controller: as most boards with it are printed. */
const PRINTED: Readonly<Record<string, Names>> = {
  "ATmega328P-board": counted(from(0, 14), (at) => `D${at}`),
  "ATmega2560-board": counted(from(0, 54), (at) => `D${at}`),
  "ESP8266-module": {
    ...counted([16, 5, 4, 0, 2, 14, 12, 13, 15], (at) => `D${at}`),
    "1": "TX",
    "3": "RX",
    "9": "SD2",
    "10": "SD3",
  },
  "ESP32-module": {
    ...counted(from(0, 34), (at) => `D${at}`),
    "1": "TX0",
    "3": "RX0",
    "16": "RX2",
    "17": "TX2",
  },
  "RP2040-board": counted(from(0, 29), (at) => `GP${at}`),
};

/** The controller with the names of its lines. */
export const withNames = (part: ControllerPart): ControllerPart => ({
  ...part,
  lines: part.lines.map((line) => {
    const [printed, port] = [PRINTED[part.id]?.[line.leg], PORTS[part.id]?.[line.leg]];
    return { ...line, ...(printed ? { printed } : {}), ...(port ? { port } : {}) };
  }),
});

/** The sets of names a controller has beside the numbers of a sketch. */
export const lineNamesOf = ({ lines }: ControllerPart): LineNames[] =>
  LINE_NAMES.filter((names) => lines.some((line) => (names === "ports" ? line.port : line.printed)));

/** The controller with its lines named another way: "D5, line 14"; a line without such a name keeps its number. */
export function namedBy(part: ControllerPart, names: LineNames): ControllerPart {
  const marks = new Map(part.lines.map((line) => [line.leg, names === "ports" ? line.port : line.printed]));
  return {
    ...part,
    legs: part.legs.map((leg) => {
      const mark = marks.get(leg.id);
      return mark === undefined || leg.role !== "line" ? leg : { ...leg, mark, name: `${mark}, ${leg.name}` };
    }),
  };
}
