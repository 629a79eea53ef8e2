import { demoRig } from "@/demo";
import { modelOf } from "../address";
import { HIGH, LOW, type Level } from "../level";
import { CODE_B, MAX7219, inWords, outOfWords } from "../chips/fixtures/registers";
import { buildProgram, type ChipWrite, type Program, type SlotState } from "../program";
import { relay, dotModules, laidOut, USUAL_LAYOUT, type LayoutChoice, type Rig } from "../rig";
import { USUAL_TEXT_SCENE } from "../dots";
import { reversedByte } from "./bit-orders";
import { inspectCapture, type Inspected } from "./inspect";
import { wantedLines } from "./mapping";
import { runEdges } from "./write";

interface Edge {
  readonly at: number;
  readonly line: string;
  readonly level: Level;
}

const MS = 1e6;
const fast = (rig: Rig, texts: readonly string[], interval = 60): Rig => ({
  ...rig,
  show: { ...rig.show, mode: "count", texts, interval, rounds: 0 },
});

const slip = fast(demoRig("slip-gate"), ["0", "1", "2", "5", "7", "A"]);
const twoStatic = fast(relay(slip, { ...slip.plan, digits: 2 }), ["04", "17", "25", "36"]);
const river = fast(demoRig("river-level"), ["-0.42", "0.17", "3.58", "2.96"], 120);
const moorings = fast(demoRig("moorings-free"), ["1704", "1625", "1938", "1256"], 120);
const lone = fast(relay(slip, { ...slip.plan, scheme: "direct" }), ["0", "1", "2", "3", "4", "5"]);
const warmth = fast(demoRig("water-warmth"), ["9.5°", "12.5°", "14.0°", "17.5°"]);
const tally = fast(demoRig("crew-tally"), ["25.2  27", "26.3  28", "   14   "]);
const oars = fast(demoRig("oar-rack"), ["in18out6", "in16out8", "in22out2"]);
const eight = fast(relay(oars, { ...oars.plan, scheme: "max7219", lines: {} }), [
  "12345678",
  "  204.69",
  "35791246",
]);
const chain = fast(relay(oars, { ...oars.plan, scheme: "max7219", digits: 16, lines: {} }), [
  "1234567890123456",
  "  204.69 77 3 54",
  "3579124600112233",
]);
const twoDigits = ["04", "17", "25", "36"];
const noLatch = fast(relay(slip, { ...slip.plan, register: "74HC164", digits: 2, lines: {} }), twoDigits);
const noLatchScans = fast(
  relay(river, { ...river.plan, polarity: "common-cathode", register: "74HC164", lines: {} }),
  ["-0.42", "0.17", "3.58"],
  120,
);
const strobe = fast(relay(slip, { ...slip.plan, register: "CD4094", digits: 2, lines: {} }), twoDigits);
const sinks = fast(
  relay(river, { ...river.plan, register: "TLC5916", lines: {} }),
  ["-0.42", "0.17", "3.58"],
  120,
);
const sixteen = fast(relay(oars, { ...oars.plan, scheme: "tm1640", digits: 16, lines: {} }), [
  "1234567890123456",
  "  204.69 77 3 54",
]);
const expanders = fast(
  relay(slip, { ...slip.plan, scheme: "pcf8574", polarity: "common-anode", digits: 4, lines: {} }),
  ["1704", "1625", "1938"],
);
const sign = (text: string, layout?: LayoutChoice): Rig => {
  const tide = demoRig("tide-notice");
  const modules = layout ? laidOut(dotModules(tide.units), layout) : tide.sign!.modules;
  return {
    ...tide,
    sign: {
      modules,
      fonts: {},
      scenes: [text, "AB"].map((one) => ({ ...USUAL_TEXT_SCENE, text: one, motion: "hold", pause: 200 })),
    },
  };
};

/** What a run of a rig's program puts on the lines, changed by whoever makes the fault. */
function capture(
  rig: Rig,
  {
    program = (one) => one,
    edge = (one) => [one],
    from = 0,
    to = 600 * MS,
    start = LOW,
  }: {
    program?: (program: Program) => Program;
    edge?: (edge: Edge) => readonly Edge[];
    from?: number;
    to?: number;
    start?: Level;
  } = {},
): Blob {
  const model = modelOf(rig);
  const lines = wantedLines(model).map(({ line }) => line);
  const id = (line: string) => String.fromCharCode(33 + lines.indexOf(line));
  const held = new Map<string, Level>(lines.map((line) => [line, start]));
  let body = "";
  let begun = from === 0;
  const begin = () => {
    body += `#0\n${lines.map((line) => `${"01xz"[held.get(line)!]}${id(line)}\n`).join("")}`;
    begun = true;
  };
  if (begun) begin();
  for (const one of runEdges(model, to, program(buildProgram(model))))
    for (const { at, line, level } of edge(one)) {
      if (at >= from && !begun) begin();
      held.set(line, level);
      if (begun) body += `#${Math.round(at - from)}\n${"01xz"[level]}${id(line)}\n`;
    }
  const head = lines.map((line) => `$var wire 1 ${id(line)} s${line} $end\n`).join("");
  return new Blob([`$timescale 1 ns $end\n${head}$enddefinitions $end\n${body}#${Math.round(to - from)}\n`]);
}

const look = (rig: Rig, file: Blob, began?: "power-up" | "running"): Promise<Inspected> =>
  inspectCapture(rig, file, Object.fromEntries(wantedLines(modelOf(rig)).map(({ line }, at) => [line, at])), {
    began,
  });

const states =
  (change: (state: SlotState) => SlotState) =>
  (program: Program): Program => ({
    ...program,
    dark: { ...program.dark, states: program.dark.states.map(change) },
    ...(program.setUpState ? { setUpState: change(program.setUpState) } : {}),
    frames: program.frames.map((frame) => ({ ...frame, states: frame.states.map(change) })),
  });
const chainBytes = (turn: (bytes: readonly number[]) => readonly number[]) =>
  states((state) => ({ ...state, bytes: turn(state.bytes) }));
const words = (turn: (word: number) => number) =>
  writes((one) =>
    one.write.bus === "frames"
      ? { ...one, write: { ...one.write, bytes: outOfWords(inWords(one.write.bytes).map(turn)) } }
      : one,
  );
const sent = (turn: (bytes: readonly number[]) => readonly number[]) =>
  writes((one) =>
    one.write.bus === "frames" ? one : { ...one, write: { ...one.write, bytes: turn(one.write.bytes) } },
  );
const writes = (change: (write: ChipWrite) => ChipWrite | undefined) =>
  states((state) => ({
    ...state,
    ...(state.writes ? { writes: state.writes.flatMap((one) => change(one) ?? []) } : {}),
  }));
const reversed = (bytes: readonly number[]) => bytes.map(reversedByte);
const backwards = (bytes: readonly number[]) => [...bytes].reverse();
const swap = (word: number) => ((word & 0xff) << 8) | (word >> 8);
const reversedWord = (word: number) => swap((reversedByte(word >> 8) << 8) | reversedByte(word & 0xff));
const register = (number: number, value: number) =>
  words((word) => (word >> 8 === number ? (number << 8) | value : word));

const still = (...lines: readonly string[]) => ({
  edge: (one: Edge) => (lines.includes(one.line) ? [] : [one]),
});
const exchanged = (one: string, other: string) => ({
  edge: (edge: Edge) => [
    { ...edge, line: edge.line === one ? other : edge.line === other ? one : edge.line },
  ],
});
const lineOf = (rig: Rig, name: string) => wantedLines(modelOf(rig)).find((one) => one.name === name)!.line;
const segmentLine = (rig: Rig, segment: string) => {
  const { encoding } = modelOf(rig);
  const pip = encoding.pips.find((one) => one.pip.endsWith(`.1.${segment}`))!;
  return pip.needs.flatMap((need) => ("line" in need ? [need.line] : []))[0]!;
};

const RIGS: ReadonlyArray<readonly [string, Rig]> = [
  ["one register", slip],
  ["two registers, still", twoStatic],
  ["two registers that scan", river],
  ["lines that scan", moorings],
  ["lines alone", lone],
  ["TM1637", warmth],
  ["TM1638", tally],
  ["HT16K33", oars],
  ["MAX7219", eight],
  ["a chain of MAX7219", chain],
  ["a sign", sign("HIGH")],
  ["registers without a latch, still", noLatch],
  ["registers without a latch that scan", noLatchScans],
  ["registers with a strobe", strobe],
  ["constant-current sinks that scan", sinks],
  ["TM1640", sixteen],
  ["expanders", expanders],
];

describe("what is as it should be is not spoken against", () => {
  test.each(RIGS)("%s", async (_, rig) => {
    const { differences, decoded } = await look(rig, capture(rig));
    expect(differences.map(({ kind }) => kind)).toEqual(["none"]);
    expect(decoded.breaches).toEqual([]);
  });
  test.each(RIGS)("%s, from the middle of a run", async (_, rig) => {
    const { differences, decoded } = await look(rig, capture(rig, { from: 130.123 * MS }));
    expect(
      differences.filter(({ kind }) => kind !== "running").map(({ kind, title }) => [kind, title]),
    ).toEqual([["none", expect.any(String)]]);
    expect(decoded.breaches).toEqual([]);
  });
  test.each<[string, Rig]>([
    ["O for 0", fast(slip, ["O", "S"])],
    ["letters", fast(warmth, ["HOSE", "LOSS"])],
  ])("%s in the show is no other text", async (_, rig) => {
    expect((await look(rig, capture(rig))).differences.map(({ kind }) => kind)).toEqual(["none"]);
  });
  test("other texts than the show's are told of, and nothing else", async () => {
    for (const rig of [slip, river, warmth, eight]) {
      const other = fast(rig, ["6", "9", "8", "3"]);
      const found = (await look(rig, capture(other))).differences;
      expect(found.map(({ kind, severity }) => [kind, severity])).toEqual([["other text", "note"]]);
    }
  });
});

type Made = Parameters<typeof capture>[1];
describe("faults are named", () => {
  test.each<[string, Rig, Made, string, RegExp]>([
    ["bits of a byte, one register", slip, { program: chainBytes(reversed) }, "bit order", /each byte/],
    ["bits of a byte, two registers", twoStatic, { program: chainBytes(reversed) }, "bit order", /each byte/],
    [
      "bits of a byte, registers that scan",
      river,
      { program: chainBytes(reversed) },
      "bit order",
      /each byte/,
    ],
    [
      "a whole load",
      twoStatic,
      { program: chainBytes((bytes) => backwards(reversed(bytes))) },
      "bit order",
      /All 16 bits/,
    ],
    [
      "a whole load that scans",
      river,
      { program: chainBytes((bytes) => backwards(reversed(bytes))) },
      "bit order",
      /All 16 bits/,
    ],
    [
      "bits of a byte, registers without a latch",
      noLatch,
      { program: chainBytes(reversed) },
      "bit order",
      /each byte/,
    ],
    [
      "bytes exchanged, without a latch",
      noLatch,
      { program: chainBytes(backwards) },
      "byte order",
      /two bytes/,
    ],
    ["bits of a byte, TM1640", sixteen, { program: sent(reversed) }, "bit order", /each byte/],
    ["bits of a byte, expanders", expanders, { program: sent(reversed) }, "bit order", /each byte/],
    ["bytes exchanged", twoStatic, { program: chainBytes(backwards) }, "byte order", /two bytes/],
    ["bytes exchanged, scanning", river, { program: chainBytes(backwards) }, "byte order", /two bytes/],
    [
      "opposite bits",
      slip,
      { program: chainBytes((bytes) => bytes.map((byte) => byte ^ 0xff)) },
      "polarity",
      /opposite/,
    ],
    [
      "clock and data of a register",
      slip,
      exchanged(lineOf(slip, "SRCLK"), lineOf(slip, "SER")),
      "swapped lines",
      /SRCLK and SER/,
    ],
    [
      "latch and data of a register",
      twoStatic,
      exchanged(lineOf(slip, "RCLK"), lineOf(slip, "SER")),
      "swapped lines",
      /SER and RCLK/,
    ],
    [
      "latch and clock, scanning",
      river,
      exchanged(lineOf(river, "RCLK"), lineOf(river, "SRCLK")),
      "swapped lines",
      /SRCLK and RCLK/,
    ],
    ["the latch never given", slip, still(lineOf(slip, "RCLK")), "dead line", /RCLK.*never moves/],
    ["the clock dead", twoStatic, still(lineOf(slip, "SRCLK")), "dead line", /SRCLK.*never moves/],
    ["the data dead", river, still(lineOf(river, "SER")), "dead line", /SER.*never moves/],
    ["a segment's line dead", lone, still(segmentLine(lone, "c")), "dead line", /segment c.*never moves/],
    [
      "a segment's line dead, scanning",
      moorings,
      still(segmentLine(moorings, "b")),
      "dead line",
      /segment b.*never moves/,
    ],
    [
      "two segments' lines",
      lone,
      exchanged(segmentLine(lone, "c"), segmentLine(lone, "d")),
      "swapped lines",
      /Segments c .*and d/,
    ],
    [
      "two segments' lines, scanning",
      moorings,
      exchanged(segmentLine(moorings, "b"), segmentLine(moorings, "e")),
      "swapped lines",
      /Segments b .*and e/,
    ],
    [
      "lines the opposite",
      lone,
      { edge: (one) => [{ ...one, level: one.level === HIGH ? LOW : one.level === LOW ? HIGH : one.level }] },
      "polarity",
      /opposite/,
    ],
    ["bits of a byte, TM1637", warmth, { program: sent(reversed) }, "bit order", /each byte/],
    ["bits of a byte, HT16K33", oars, { program: sent(reversed) }, "bit order", /each byte/],
    [
      "bits of a byte, MAX7219",
      eight,
      { program: words((word) => (reversedByte(word >> 8) << 8) | reversedByte(word & 0xff)) },
      "bit order",
      /each byte/,
    ],
    ["bits of a whole word", eight, { program: words(reversedWord) }, "bit order", /sixteen bits/],
    ["bits of a whole word, a chain", chain, { program: words(reversedWord) }, "bit order", /sixteen bits/],
    ["bytes of a word", eight, { program: words(swap) }, "byte order", /data comes before the address/],
    [
      "words of a chain",
      chain,
      {
        program: writes((one) =>
          one.write.bus === "frames"
            ? { ...one, write: { ...one.write, bytes: outOfWords(backwards(inWords(one.write.bytes))) } }
            : one,
        ),
      },
      "digit order",
      /other end/,
    ],
    [
      "a table with a in bit 0",
      eight,
      {
        program: words((word) =>
          word >> 8 >= 1 && word >> 8 <= 8 ? (word & 0xff80) | (reversedByte(word & 0x7f) >> 1) : word,
        ),
      },
      "bit order",
      /table for the other bit order/,
    ],
    [
      "the display test left on",
      eight,
      { program: register(MAX7219.DISPLAY_TEST, 1) },
      "register",
      /display test is left on/,
    ],
    ["shutdown at the end", eight, { program: register(MAX7219.SHUTDOWN, 0) }, "register", /Shutdown/],
    [
      "few digits scanned",
      chain,
      { program: register(MAX7219.SCAN_LIMIT, 3) },
      "digit count",
      /set to 4 digits; the rig has 8/,
    ],
    [
      "decoded segments",
      eight,
      { program: register(MAX7219.DECODE_MODE, 0xff) },
      "register",
      /decodes code B/,
    ],
    [
      "codes that are not decoded",
      eight,
      {
        program: words((word) =>
          word >> 8 >= 1 && word >> 8 <= 8 ? (word & 0xff80) | CODE_B.indexOf(word & 0x7f) : word,
        ),
      },
      "register",
      /codes are written/,
    ],
    ["LOAD never given", eight, still(lineOf(eight, "LOAD")), "dead line", /LOAD.*never moves/],
    ["DIN dead", chain, still(lineOf(chain, "DIN")), "dead line", /DIN.*never moves/],
    ["CLK dead", tally, still(lineOf(tally, "CLK")), "dead line", /CLK.*never moves/],
    [
      "clock and data, MAX7219",
      eight,
      exchanged(lineOf(eight, "CLK"), lineOf(eight, "DIN")),
      "swapped lines",
      /CLK and DIN/,
    ],
    [
      "clock and LOAD, MAX7219",
      chain,
      exchanged(lineOf(eight, "CLK"), lineOf(eight, "LOAD")),
      "swapped lines",
      /CLK and LOAD/,
    ],
    ["clock and data, I²C", oars, exchanged("A4", "A5"), "swapped lines", /SCL and SDA/],
    [
      "clock and strobe",
      tally,
      exchanged(lineOf(tally, "CLK"), lineOf(tally, "STB")),
      "swapped lines",
      /CLK and STB/,
    ],
    ["bits of a word, a sign", sign("TIDE"), { program: words(reversedWord) }, "bit order", /sixteen bits/],
  ])("%s", async (_, rig, made, kind, title) => {
    const { differences } = await look(rig, capture(rig, made));
    expect(differences).toContainEqual(
      expect.objectContaining({ kind, title: expect.stringMatching(title) }),
    );
    expect(differences.map((one) => one.kind)).not.toContain("other text");
    expect(differences.filter(({ severity }) => severity === "fault")).toHaveLength(1);
  });
  test.each<[string, LayoutChoice]>([
    ["upside down", { ...USUAL_LAYOUT, across: 4, orientation: { turn: 180, mirrored: false } }],
    ["from the other end", { ...USUAL_LAYOUT, across: 4, from: "top-right" }],
    ["turned and mirrored", { ...USUAL_LAYOUT, across: 4, orientation: { turn: 90, mirrored: true } }],
  ])("four letters on modules %s are no other text", async (_, layout) => {
    for (const text of ["HIGH", "NOON", "TIDE", "SWIM", "8.6 m"]) {
      const { differences } = await look(sign(text), capture(sign(text, layout)));
      expect(differences.map(({ kind }) => kind)).toEqual(["turned modules"]);
    }
  });
  test("no line moves, or a line is not in the capture", async () => {
    const none = await look(lone, capture(lone, { edge: () => [] }));
    expect(none.differences).toEqual([
      expect.objectContaining({ kind: "nothing", title: "None of the lines moves" }),
    ]);
    const mapping = { [lineOf(slip, "SER")]: 1, [lineOf(slip, "SRCLK")]: 0 };
    const { differences } = await inspectCapture(slip, capture(slip), mapping);
    expect(differences).toEqual([
      expect.objectContaining({ kind: "nothing", title: expect.stringMatching(/RCLK.*not in the capture/) }),
    ]);
  });
});

describe("a text that runs reads back exactly", () => {
  const running = (modules: number, step: number, font: string): Rig => {
    const tide = demoRig("tide-notice");
    const laid = relay(tide, { ...tide.plan, digits: modules * 8 });
    const scene = { ...USUAL_TEXT_SCENE, text: "Ebb 3.1 m  out", step, font };
    return { ...laid, sign: { ...laid.sign!, fonts: {}, scenes: [scene] } };
  };
  const whole = { text: "Ebb 3.1 m  out", moved: "left", sure: 1 };
  test.each([
    [2, 40, "even", 4400],
    [2, 5, "strong", 800],
    [4, 5, "plain", 1400],
  ])("%i modules at %i ms in %s, the bus always busy or not", async (modules, step, font, ms) => {
    const rig = running(modules, step, font);
    const { decoded, differences } = await look(rig, capture(rig, { to: ms * MS }));
    expect(decoded.lines).toContainEqual(expect.objectContaining(whole));
    expect(differences.map(({ kind }) => kind)).toEqual(["none"]);
  });
  test("a chain that is updated module by module", async () => {
    const rig = running(2, 5, "even");
    const byModule = (one: ChipWrite): readonly ChipWrite[] => {
      const { write } = one;
      if (write.bus !== "frames" || write.bytes[0]! > 8) return [one];
      const all = inWords(write.bytes);
      return all.map((word, place) => ({
        ...one,
        write: { ...write, bytes: outOfWords(all.map((_, at) => (at === place ? word : 0))) },
      }));
    };
    const parted = states((state) => ({ ...state, writes: state.writes!.flatMap(byModule) }));
    const program = (given: Program): Program => ({ ...parted(given), setUpState: given.setUpState });
    const { decoded } = await look(rig, capture(rig, { program, to: 1200 * MS }));
    expect(decoded.lines).toContainEqual(expect.objectContaining(whole));
  });
});

describe("a board that was running", () => {
  test("is guessed where no set-up is there; told otherwise, the set-up is missing", async () => {
    const file = capture(eight, { from: 100 * MS });
    const guessed = await look(eight, file);
    expect(guessed).toMatchObject({ guessed: true, decoded: { began: "running", junk: undefined } });
    expect(guessed.decoded.faces.at(-1)!.text).toBe(guessed.decoded.faces.at(-1)!.text.trimEnd());
    expect(guessed.decoded.faces[0]!.digits.every(({ unknown }) => unknown !== "")).toBe(true);
    const told = await look(eight, file, "power-up");
    expect(told.guessed).toBe(false);
    expect(told.differences.filter(({ kind }) => kind === "missing set-up").length).toBeGreaterThan(1);
  });
  test("a line that is not driven at first tells of power-up", async () => {
    const without = writes((one) =>
      one.write.bus === "frames" && [0xb, 0xc].includes(one.write.bytes[0]!) ? undefined : one,
    );
    const { decoded } = await look(eight, capture(eight, { program: without, start: 3 }));
    expect(decoded.began).toBe("power-up");
  });
  test("code B is read in words as on the tape", async () => {
    const coded = {
      program: (program: Program) =>
        register(
          MAX7219.DECODE_MODE,
          0xff,
        )(
          words((word) =>
            word >> 8 >= 1 && word >> 8 <= 8 ? (word & 0xff80) | CODE_B.indexOf(word & 0x7f) : word,
          )(program),
        ),
    };
    const { decoded, differences } = await look(eight, capture(eight, coded));
    expect(differences.map(({ kind }) => kind)).toEqual(["none"]);
    expect(decoded.writes.flatMap(({ says }) => says.map((one) => one.says))).toContain(
      "shows 8 from the chip's own table",
    );
  });
});

describe("faces begin where something changed", () => {
  /** Moments at which a line rises. */
  const rises = (rig: Rig, line: string, to = 600 * MS) =>
    [...runEdges(modelOf(rig), to)]
      .filter((one) => one.line === line && one.level === HIGH)
      .map(({ at }) => Math.round(at));
  test("at the latch of a register, face for face", async () => {
    const { decoded } = await look(slip, capture(slip));
    const lit = decoded.faces.filter(({ text }) => text.trim() !== "");
    expect(lit.map(({ text }) => text)).toEqual(
      ["0", "1", "2", "5", "7", "A", "0", "1", "2", "5"].slice(0, lit.length),
    );
    expect(lit.length).toBeGreaterThan(8);
    const latches = new Set(rises(slip, lineOf(slip, "RCLK")));
    expect(lit.every(({ at }) => latches.has(at))).toBe(true);
  });
  test("at the first line that changes, with nothing between", async () => {
    const { decoded } = await look(lone, capture(lone));
    expect(decoded.faces.map(({ text }) => text).filter((text) => text.trim() !== "")).toEqual(
      ["0", "1", "2", "3", "4", "5", "0", "1", "2", "3"].slice(0, decoded.faces.length - 1),
    );
    const edges = new Set([...runEdges(modelOf(lone), 600 * MS)].map(({ at }) => Math.round(at)));
    expect(decoded.faces.slice(1).every(({ at }) => edges.has(at))).toBe(true);
  });
  test.each<[string, Rig, readonly string[]]>([
    ["registers that scan", river, ["-0.42", "0.17", "3.58", "2.96"]],
    ["lines that scan", moorings, ["1704", "1625", "1938", "1256"]],
  ])("%s: only what was there, the last state too", async (_, rig, texts) => {
    // It ends 3 ms into a face: not even a whole turn of the scan.
    const { decoded } = await look(rig, capture(rig, { to: 483 * MS + 2 * MS }));
    const shown = decoded.faces.map(({ text }) => text.trim()).filter((text) => text !== "");
    expect(shown.slice(0, 4)).toEqual(texts);
    expect(shown.length).toBeLessThanOrEqual(5);
    const begun = decoded.faces.filter(({ text }) => text.trim() !== "").map(({ at }) => at);
    const lasts = begun.slice(1, 4).map((at, place) => at - begun[place]!);
    // A face begins with the digit that changes: the first of a turn as a rule, whose turn lasts 9 ms.
    expect(Math.max(...lasts) - Math.min(...lasts)).toBeLessThan(9 * MS);
  });
  test("the last state of a file counts, however short", async () => {
    const [second] = rises(slip, lineOf(slip, "RCLK")).slice(-1);
    const { decoded } = await look(slip, capture(slip, { to: second! + 2000 }));
    expect(decoded.faces.at(-1)!.at).toBe(second);
  });
  test("an update in several transfers is one update", async () => {
    // Each digit in a transfer of its own, with the address fixed, and no more digits than are wired.
    const single = writes((one) => one);
    const parted = (program: Program): Program => ({
      ...single(program),
      frames: program.frames.map((frame) => ({
        ...frame,
        states: frame.states.map((state) => ({
          ...state,
          writes: state.writes!.flatMap((one) => {
            if (one.write.bus !== "two-wire" || one.write.bytes[0]! >> 6 !== 3) return [one];
            return one.write.bytes.slice(1, 5).map((byte, digit) => ({
              ...one,
              write: { bus: "two-wire" as const, bytes: [0xc0 + digit, byte] },
            }));
          }),
        })),
      })),
      setUpState: {
        ...program.setUpState!,
        writes: program.setUpState!.writes!.map((one) =>
          one.write.bus === "two-wire" && one.write.bytes[0]! >> 6 === 3
            ? { ...one, write: { ...one.write, bytes: one.write.bytes.slice(0, 5) } }
            : one,
        ),
      },
    });
    const { decoded, differences } = await look(warmth, capture(warmth, { program: parted }));
    expect(differences.map(({ kind }) => kind)).toEqual(["none"]);
    const texts = decoded.faces.map(({ text }) => text.trim()).filter((text) => text !== "");
    expect(new Set(texts)).toEqual(new Set(["9.5°", "12.5°", "14.0°", "17.5°"]));
  });
});
