import { plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { HIGH } from "../level";
import { CODE_B, MAX7219, inWords, outOfWords } from "../chips/fixtures/registers";
import { type ChipWrite, type Program } from "../program";
import { relay, type Rig } from "../rig";
import { USUAL_TEXT_SCENE } from "../dots";
import { runEdges } from "./write";
import {
  MS,
  fast,
  slip,
  river,
  moorings,
  lone,
  warmth,
  eight,
  capture,
  look,
  states,
  words,
  writes,
  register,
  lineOf,
  RIGS,
} from "./fixtures/faults";

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

describe("a text that runs reads back exactly", () => {
  const running = (modules: number, step: number, font: string): Rig => {
    const tide = plainDemoRig("tide-notice");
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
