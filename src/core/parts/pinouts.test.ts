import { CONTROLLERS, countLeg, legPlace, namedBy, partById } from ".";

const controllerById = (id: string) => CONTROLLERS.find((one) => one.id === id)!;

/** Pin configurations of the data sheets, leg 1 first. */
const PINOUTS: Readonly<Record<string, string>> = {
  "74HC164": "A B QA QB QC QD GND CLK CLR̅ QE QF QG QH VCC",
  "74HC595": "QB QC QD QE QF QG QH GND QH′ SRCLR̅ SRCLK RCLK OE̅ SER QA VCC",
  CD4094: "STROBE DATA CLOCK Q1 Q2 Q3 Q4 VSS QS Q′S Q8 Q7 Q6 Q5 OE VDD",
  TPIC6B595:
    "NC VCC SER_IN DRAIN0 DRAIN1 DRAIN2 DRAIN3 SRCLR̅ G̅ GND GND RCK SRCK DRAIN4 DRAIN5 DRAIN6 DRAIN7 SER_OUT GND NC",
  TLC5916: "GND SDI CLK LE OUT0 OUT1 OUT2 OUT3 OUT4 OUT5 OUT6 OUT7 OE̅ SDO R-EXT VDD",
  "74HC138": "A B C G2A̅ G2B̅ G1 Y7̅ GND Y6̅ Y5̅ Y4̅ Y3̅ Y2̅ Y1̅ Y0̅ VCC",
  "74HC238": "A B C G2A̅ G2B̅ G1 Y7 GND Y6 Y5 Y4 Y3 Y2 Y1 Y0 VCC",
  CD4017: "OUT5 OUT1 OUT0 OUT2 OUT6 OUT7 OUT3 VSS OUT8 OUT4 OUT9 CARRY INHIBIT CLOCK RESET VDD",
  "4511": "B C LT̅ BL̅ LE D A GND e d c b a g f VCC",
  "74LS47": "B C LT̅ BI̅/RBO̅ RBI̅ D A GND e̅ d̅ c̅ b̅ a̅ g̅ f̅ VCC",
  MAX7219:
    "DIN DIG0 DIG4 GND DIG6 DIG2 DIG3 DIG7 GND DIG5 DIG1 LOAD CLK SEGA SEGF SEGB SEGG ISET V+ SEGC SEGE SEGDP SEGD DOUT",
  TM1637: "GND SEG1 SEG2 SEG3 SEG4 SEG5 SEG6 SEG7 SEG8 GRID6 GRID5 GRID4 GRID3 GRID2 GRID1 VDD DIO CLK K1 K2",
  TM1638:
    "K1 K2 K3 VDD SEG1 SEG2 SEG3 SEG4 SEG5 SEG6 SEG7 SEG8 SEG9 SEG10 VDD GRID8 GRID7 GND GRID6 GRID5 GRID4 GRID3 GRID2 GRID1 GND DIO CLK STB",
  TM1640:
    "GRID12 GRID13 GRID14 GRID15 GRID16 VSS DIN SCLK SEG1 SEG2 SEG3 SEG4 SEG5 SEG6 SEG7 SEG8 VDD GRID1 GRID2 GRID3 GRID4 GRID5 GRID6 GRID7 GRID8 GRID9 GRID10 GRID11",
  HT16K33:
    "VSS COM0 COM1 COM2 COM3 COM4 COM5 COM6 COM7 ROW15 ROW14 ROW13 ROW12 ROW11 ROW10 ROW9 ROW8 ROW7 ROW6 ROW5 ROW4 ROW3 ROW2 ROW1 ROW0 SCL SDA VDD",
  PCF8574: "A0 A1 A2 P0 P1 P2 P3 VSS P4 P5 P6 P7 INT̅ SCL SDA VDD",
  ULN2803: "IN1 IN2 IN3 IN4 IN5 IN6 IN7 IN8 GND COM OUT8 OUT7 OUT6 OUT5 OUT4 OUT3 OUT2 OUT1",
};

test.each(Object.entries(PINOUTS))("legs of %s stand where its sheet has them", (id, pinout) => {
  const part = partById(id);
  const byNumber = [...part.legs].sort(
    (one, other) => (one.number ?? Number(one.id)) - (other.number ?? Number(other.id)),
  );
  const names = pinout.split(" ").map((name) => name.replace("_", " "));
  expect(byNumber.map(({ name }) => name)).toEqual(names);
  expect(part.outline).toEqual({ style: "dual-in-line", legs: names.length });
});

/** Ports of the ATtiny84 by leg (pin configuration), and the number the sketch flavour gives each. */
test.each([
  [1, "VCC"],
  [2, "0"],
  [3, "1"],
  [4, "11"],
  [5, "2"],
  [6, "3"],
  [12, "9"],
  [13, "10"],
  [14, "GND"],
])("ATtiny84 leg %i is %s", (number, id) => {
  expect(partById("ATtiny84").legs.find((leg) => leg.number === number)!.id).toBe(id);
});

/** The 28-leg ATmega328P (pin configuration): its ports by leg, as sketches number them. */
test.each([
  [1, "RESET"],
  [2, "0"],
  [6, "4"],
  [7, "VCC"],
  [8, "GND"],
  [9, "XTAL1"],
  [11, "5"],
  [14, "8"],
  [19, "13"],
  [20, "AVCC"],
  [21, "AREF"],
  [22, "GND2"],
  [23, "A0"],
  [28, "A5"],
])("ATmega328P chip leg %i is %s", (number, id) => {
  for (const part of ["ATmega328P-crystal", "ATmega328P-inner"])
    expect(partById(part).legs.find((leg) => leg.number === number)!.id).toBe(id);
});

/** Names beside a sketch's numbers: the sheets' ports, and what boards are printed with. */
test.each([
  ["ATmega328P-board", "5", "D5", "PD5"],
  ["ATmega328P-board", "13", "D13", "PB5"],
  ["ATmega328P-board", "A2", undefined, "PC2"],
  ["ATmega2560-board", "13", "D13", "PB7"],
  ["ATmega2560-board", "49", "D49", "PL0"],
  ["ATmega2560-board", "A9", undefined, "PK1"],
  ["ATtiny84", "3", undefined, "PA7"],
  ["ESP8266-module", "14", "D5", "GPIO14"],
  ["ESP8266-module", "16", "D0", "GPIO16"],
  ["ESP32-module", "23", "D23", "GPIO23"],
  ["RP2040-board", "15", "GP15", "GPIO15"],
])("%s line %s is printed %p, and %s by its sheet", (id, line, printed, port) => {
  const part = controllerById(id);
  expect(part.lines.find(({ leg }) => leg === line)).toMatchObject({ port, ...(printed ? { printed } : {}) });
  const named = namedBy(part, "ports");
  expect(named.legs.find((leg) => leg.id === line)!.name).toBe(`${port}, line ${line}`);
  expect(new Set(part.lines.flatMap((one) => one.port ?? [])).size).toBe(
    part.lines.filter((one) => one.port).length,
  );
});

test.each([
  [2, "RA5"],
  [4, "RA3"],
  [5, "RC5"],
  [10, "RC0"],
  [12, "RA1"],
  [13, "RA0"],
])("PIC16F1455 leg %i is %s", (number, id) => {
  expect(partById("PIC16F1455").legs.find((leg) => leg.number === number)!.id).toBe(id);
});

/** Limits of the controllers: kept and absolute mA a line, mA of all together, lines that read only. */
test.each<[string, number, number, number, number | undefined, readonly string[]]>([
  ["ATmega328P-board", 5, 20, 40, 200, []],
  ["ATmega2560-board", 5, 20, 40, 200, []],
  ["ATtiny84", 5, 20, 40, 200, ["11"]],
  ["PIC16F1455", 5, 25, 25, 170, ["RA0", "RA1", "RA3"]],
  ["ESP8266-module", 3.3, 12, 12, undefined, ["6", "7", "8", "9", "10", "11"]],
  ["RP2040-board", 3.3, 12, 12, 50, []],
  ["FPGA-board", 3.3, 12, 24, undefined, []],
])("%s: %d V, %i mA kept, %i mA at most, %p mA together", (id, logic, keep, most, all, unusable) => {
  const part = partById(id);
  if (part.kind !== "controller") throw new Error("no controller");
  expect([part.logic, part.pinKeep, part.pinMaximum, part.allPinsMaximum]).toEqual([logic, keep, most, all]);
  expect(part.lines.filter((line) => line.unusable).map(({ leg }) => leg)).toEqual(unusable);
  // What is guaranteed is never better than what is typical.
  expect(part.outputTypical).toBeLessThanOrEqual(part.outputResistance);
});

test("timers of the 8-bit chips: 0 and 2 have eight bits, and the calls of the sketch take timer 0", () => {
  const board = partById("ATmega2560-board");
  if (board.kind !== "controller") throw new Error("no controller");
  const bits = Object.fromEntries(board.timers.map(({ name, bits: width }) => [name, width]));
  expect(bits).toEqual({
    "timer 1": 16,
    "timer 3": 16,
    "timer 4": 16,
    "timer 5": 16,
    "timer 2": 8,
    "timer 0": 8,
  });
  const [two, zero] = ["timer 2", "timer 0"].map((name) => board.timers.find((one) => one.name === name)!);
  expect(two!.prescalers).toEqual([1, 8, 32, 64, 128, 256, 1024]);
  expect(zero!.prescalers).toEqual([1, 8, 64, 256, 1024]);
  expect(zero!.taken).toMatch(/delay/);
});

test("calls take longer on a slower clock, in proportion", () => {
  const cost = (id: string) => {
    const part = partById(id);
    if (part.kind !== "controller") throw new Error("no controller");
    return part.cost;
  };
  expect(cost("ATtiny84").shiftBit).toBe(2 * cost("ATmega328P-board").shiftBit);
  expect(cost("ATtiny84").measured).toBe(false);
  expect(cost("ESP8266-module").pinWrite).toBe(Math.round(cost("ATmega328P-board").pinWrite / 5));
});

/** A finger counts from the notch, or along the row; of parts without either it reads what is printed. */
test.each([
  ["MAX7219", "13", "right", 12, "12th from the notch on the right"],
  ["MAX7219", "12", "left", 12, "12th from the notch on the left"],
  ["ULN2803", "18", "right", 1, "first from the notch on the right"],
  ["ATtiny84", "GND", "right", 1, "first from the notch on the right"],
] as const)("%s leg %s: on the %s, %i", (id, leg, side, place, says) => {
  const part = partById(id);
  expect(legPlace(part, leg)).toEqual({ side, place });
  expect(
    countLeg(
      part,
      part.legs.find((one) => one.id === leg)!,
    ),
  ).toBe(says);
});

test.each([
  ["npn-switch", "B", "its base, by its sheet"],
  ["n-channel-switch", "D", "its drain, by its sheet"],
  ["resistor", "1", "either end"],
  ["resistor", "2", "the end still free"],
  ["supply", "+", "the plus terminal"],
  ["ATmega328P-board", "GND2", "marked GND on the board"],
  ["ATmega328P-board", "A0", "marked A0 on the board"],
])("%s leg %s: %s", (id, leg, says) => {
  const part = partById(id);
  expect(
    countLeg(
      part,
      part.legs.find((one) => one.id === leg)!,
    ),
  ).toBe(says);
});
