import { SEGMENTS } from "../glyph";
import {
  LED_FIGURES,
  MODULE_PART,
  OWN_DISPLAY,
  PART_IDS,
  countLeg,
  easyLines,
  findPart,
  legById,
  legName,
  legPlace,
  partById,
} from ".";

const register = partById("74HC595");
const board = partById("ATmega328P-board");

/** 74HC595 pin description: leg, name in the one family of sheets, name in the other. */
const LEGS_595: Array<[leg: string, letters: string, numbers: string]> = [
  ["1", "QB", "Q1"],
  ["2", "QC", "Q2"],
  ["3", "QD", "Q3"],
  ["4", "QE", "Q4"],
  ["5", "QF", "Q5"],
  ["6", "QG", "Q6"],
  ["7", "QH", "Q7"],
  ["8", "GND", "GND"],
  ["9", "QH′", "Q7S"],
  ["10", "SRCLR̅", "MR̅"],
  ["11", "SRCLK", "SHCP"],
  ["12", "RCLK", "STCP"],
  ["13", "OE̅", "OE̅"],
  ["14", "SER", "DS"],
  ["15", "QA", "Q0"],
  ["16", "VCC", "VCC"],
];

test.each(LEGS_595)("74HC595 leg %s is %s, or %s", (id, letters, numbers) => {
  const leg = legById(register, id);
  expect(legName(leg, "letters")).toBe(letters);
  expect(legName(leg, "numbers")).toBe(numbers);
});

test("74HC595: QA to QH are legs 15 and 1 to 7, and the limits are the sheet's", () => {
  if (register.kind !== "shift-register") throw new Error("no register");
  expect(register.outputLegs.map((leg) => legById(register, leg).name)).toEqual(
    [..."ABCDEFGH"].map((letter) => `Q${letter}`),
  );
  expect(register).toMatchObject({
    outputMaximum: 35,
    packageMaximum: 70,
    outputSpecified: 6,
    supplyRange: [2, 6],
    clockMaximum: 25e6,
  });
  expect(register.stage.high!.ohms).toBeGreaterThanOrEqual(50);
  expect(register.stage.low!.ohms).toBeLessThanOrEqual(80);
});

/** From the notch down each side, as a finger counts. */
test.each([
  ["1", "first from the notch on the left"],
  ["8", "eighth from the notch on the left"],
  ["9", "eighth from the notch on the right"],
  ["13", "fourth from the notch on the right"],
  ["16", "first from the notch on the right"],
])("74HC595 leg %s is the %s", (id, says) => {
  expect(countLeg(register, legById(register, id))).toBe(says);
});

/** The usual one-digit package from the front: bottom e d common c dp, top g f common a b. */
test.each(["digit-1-cc", "digit-1-ca"])(
  "%s has the usual leg order, and each LED the common on its side",
  (id) => {
    const part = partById(id);
    if (part.kind !== "display") throw new Error("no display");
    const row = (side: "top" | "bottom") =>
      part.legs
        .filter((leg) => legPlace(part, leg.id)?.side === side)
        .sort((one, other) => legPlace(part, one.id)!.place - legPlace(part, other.id)!.place)
        .map((leg) => leg.name.replace(/common [−+]/, "common"));
    expect(row("bottom")).toEqual(["e", "d", "common", "c", "dp"]);
    expect(row("top")).toEqual(["g", "f", "common", "a", "b"]);
    expect(part.leds.map(({ segment }) => segment)).toEqual([...SEGMENTS]);
    const cathode = part.polarity === "common-cathode";
    for (const led of part.leds) {
      expect(legById(part, cathode ? led.cathode : led.anode).name).toMatch(/^common/);
      expect(legById(part, cathode ? led.anode : led.cathode).name).toBe(led.segment);
    }
    expect(countLeg(part, legById(part, "7"))).toBe("fourth from the left along the top");
  },
);

test("ATmega328P board: 20 lines, three of them awkward, 5 V logic at 16 MHz, and the measured call times", () => {
  if (board.kind !== "controller") throw new Error("no controller");
  expect(board.lines).toHaveLength(20);
  expect(board.lines.filter(({ awkward }) => awkward).map(({ leg }) => leg)).toEqual(["0", "1", "13"]);
  expect(board).toMatchObject({
    clock: 16e6,
    logic: 5,
    pinKeep: 20,
    pinMaximum: 40,
    cost: { shiftBit: 16_700 },
  });
  expect(countLeg(board, legById(board, "GND2"))).toBe("marked GND on the board");
});

/** Lines of each board: how many, which are awkward, which cannot be used. */
test.each([
  ["ATmega328P-board", 5, 20, ["0", "1", "13"], []],
  ["ATmega2560-board", 5, 70, ["0", "1", "13"], []],
  ["ESP8266-module", 3.3, 17, ["0", "1", "2", "3", "15", "16"], ["6", "7", "8", "9", "10", "11"]],
  [
    "ESP32-module",
    3.3,
    34,
    ["0", "1", "2", "3", "5", "12", "15"],
    ["6", "7", "8", "9", "10", "11", "34", "35", "36", "37", "38", "39"],
  ],
  ["RP2040-board", 3.3, 26, [], []],
])("%s: %d V, %d lines", (id, logic, count, awkward, unusable) => {
  const part = partById(id);
  if (part.kind !== "controller") throw new Error("no controller");
  expect(part.logic).toBe(logic);
  expect(part.supplies[part.supplyLeg]).toBe(logic);
  expect(part.lines).toHaveLength(count);
  expect(part.lines.filter((line) => line.awkward).map(({ leg }) => leg)).toEqual(awkward);
  expect(part.lines.filter((line) => line.unusable).map(({ leg }) => leg)).toEqual(unusable);
  expect(easyLines(part).length).toBe(count - awkward.length - unusable.length);
});

test("every part says where its figures come from, and its legs are there once", () => {
  for (const id of PART_IDS.filter((one) => one !== OWN_DISPLAY && one !== MODULE_PART)) {
    const part = partById(id);
    expect(part.source.length).toBeGreaterThan(10);
    expect(new Set(part.legs.map((leg) => leg.id)).size).toBe(part.legs.length);
  }
  expect(findPart("74HC000")).toBeUndefined();
});

test("LED drops are those of their colours", () => {
  const drop = (colour: keyof typeof LED_FIGURES) => LED_FIGURES[colour].forward;
  for (const colour of ["green", "blue", "white"] as const) expect(drop(colour)).toBeCloseTo(3.15, 0);
  expect(drop("red")).toBeGreaterThanOrEqual(1.8);
  expect(drop("red")).toBeLessThanOrEqual(2.0);
  expect(drop("yellow-green")).toBe(2.1);
});
