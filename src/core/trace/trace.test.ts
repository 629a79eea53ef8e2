import fc from "fast-check";
import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { HIGH, LOW, type Level } from "../level";
import { buildProgram, type Program } from "../program";
import { relay, type Rig } from "../rig";
import {
  csvOf,
  decodeCapture,
  guessMapping,
  inspectCapture,
  readCapture,
  runEdges,
  surveyCapture,
  vcdOf,
  wantedLines,
} from ".";
import { compareCapture } from "./compare";

const fileOf = (pieces: Iterable<string>) => new Blob([...pieces]);
const oars = demoRig("oar-rack");
const chained = (digits: number): Rig => relay(oars, { ...oars.plan, scheme: "max7219", digits, lines: {} });

/** Surveys, maps and decodes a capture as the page does. */
async function read(rig: Rig, file: Blob) {
  const surveyed = await surveyCapture(file);
  if (!surveyed.ok) throw new Error(surveyed.message);
  const guesses = guessMapping(wantedLines(modelOf(rig)), surveyed.survey);
  const mapping = Object.fromEntries(
    guesses.flatMap(({ line, signal }) => (signal === undefined ? [] : [[line, signal]])),
  );
  return { ...surveyed, guesses, mapping, decoded: await decodeCapture(rig, file, mapping) };
}

describe("a run that is written reads back as what it shows", () => {
  test.each<[string, Rig]>([
    ["two wires", plainDemoRig("water-warmth")],
    ["three wires", plainDemoRig("crew-tally")],
    ["I²C", oars],
    ["a chain of two", chained(16)],
    ["one register", demoRig("slip-gate")],
  ])("%s", async (_, rig) => {
    const seconds = (rig.show.interval / 1000) * (rig.show.texts.length + 0.5);
    for (const file of [fileOf(vcdOf(rig, seconds * 1e9)), fileOf(csvOf(rig, seconds * 1e9))]) {
      const { decoded, guesses } = await read(rig, file);
      expect(guesses.every(({ sure }) => sure > 0.5)).toBe(true);
      expect(decoded.breaches).toEqual([]);
      const frames = buildProgram(modelOf(rig)).frames.map(({ cells }) =>
        cells.map(({ glyph }) => glyph).join(""),
      );
      const texts = decoded.faces
        .map(({ text }) => text.replace(/[.*]/g, ""))
        .filter((text) => text.trim() !== "");
      expect(frames.every((frame) => texts.includes(frame.replace(/[.*]/g, "")))).toBe(true);
      expect(compareCapture(modelOf(rig), decoded).map(({ severity }) => severity)).not.toContain("fault");
    }
  });

  test("multiplexed digits are read over a whole turn", async () => {
    const rig = demoRig("river-level");
    const { decoded } = await read(rig, fileOf(vcdOf(rig, 2.2e9)));
    expect(decoded.faces.map(({ text }) => text)).toContain("-0.42");
  });
});

describe("faults in a capture", () => {
  const changed = (rig: Rig, change: (program: Program) => Program) =>
    fileOf(vcdOf(rig, 1e9, change(buildProgram(modelOf(rig)))));
  const differences = async (rig: Rig, file: Blob) =>
    (await inspectCapture(rig, file, (await read(rig, file)).mapping)).differences;
  const withoutSetUp =
    (keep: (bytes: readonly number[]) => boolean) =>
    (program: Program): Program => ({
      ...program,
      setUpState: {
        ...program.setUpState!,
        writes: program.setUpState!.writes!.filter(({ write }) => keep(write.bytes)),
      },
    });

  test("the scan limit is never written", async () => {
    const found = await differences(
      chained(8),
      changed(
        chained(8),
        withoutSetUp(([register]) => register !== 0xb),
      ),
    );
    expect(found[0]).toMatchObject({ kind: "missing set-up", severity: "fault" });
    expect(found[0]!.title).toContain("scan limit");
  });
  test("the memory was not cleared before the display went on", async () => {
    const rig = plainDemoRig("crew-tally");
    const found = await differences(
      rig,
      changed(
        rig,
        withoutSetUp(([command]) => command! >> 6 !== 3),
      ),
    );
    expect(found).toContainEqual(
      expect.objectContaining({ kind: "junk shown", title: expect.stringMatching(/for 1.3 ms/) }),
    );
  });
  test("clock and data exchanged", async () => {
    for (const [rig, one, other] of [
      [plainDemoRig("water-warmth"), "6", "5"],
      [plainDemoRig("crew-tally"), "9", "8"],
    ] as const) {
      const file = fileOf(vcdOf(rig, 1e9));
      const { guesses } = await read(rig, file);
      const signal = (line: string) => guesses.find((guess) => guess.line === line)!.signal!;
      const mapping = Object.fromEntries(guesses.map((guess) => [guess.line, guess.signal!]));
      const { differences: found } = await inspectCapture(rig, file, {
        ...mapping,
        [one]: signal(other),
        [other]: signal(one),
      });
      expect(found[0]).toMatchObject({ kind: "swapped lines", severity: "fault" });
      expect((await inspectCapture(rig, file, mapping)).differences[0]!.kind).toBe("none");
    }
  });
  test("bytes the wrong way round", async () => {
    const turn = (byte: number) =>
      parseInt(byte.toString(2).padStart(8, "0").split("").reverse().join(""), 2);
    const rig = plainDemoRig("crew-tally");
    const turned = (program: Program): Program => {
      const all = (state: Program["dark"]["states"][number]) => ({
        ...state,
        writes: state.writes?.map((one) => ({
          ...one,
          write: one.write.bus === "frames" ? one.write : { ...one.write, bytes: one.write.bytes.map(turn) },
        })),
      });
      return {
        ...program,
        setUpState: all(program.setUpState!),
        frames: program.frames.map((frame) => ({ ...frame, states: frame.states.map(all) })),
      };
    };
    const found = await differences(rig, changed(rig, turned));
    expect(found).toContainEqual(expect.objectContaining({ kind: "bit order", severity: "fault" }));
  });
  test("nobody acknowledges: seen at the ninth clock", async () => {
    const rig = plainDemoRig("water-warmth");
    const lines = [...vcdOf(rig, 5e8)].join("");
    // The data line is let go at every acknowledge: take the chip's answer out of the dump.
    const edges = [...runEdges(modelOf(rig), 5e8)];
    expect(edges.length).toBeGreaterThan(100);
    const header = lines.slice(0, lines.indexOf("#0"));
    let clocks = 0;
    const body = edges
      .map(({ at, line, level }) => {
        if (line === "6" && level === HIGH) clocks += 1;
        return `#${Math.round(at)}\n${line === "5" && clocks % 9 === 8 ? HIGH : level}${line === "6" ? "!" : '"'}\n`;
      })
      .join("");
    const { decoded } = await read(rig, fileOf([header, body]));
    expect(decoded.breaches.map(({ rule }) => rule)).toContain("no acknowledge");
  });
});

describe("reading", () => {
  const changesOf = async (text: string, pieces = 7) => {
    const found: Array<[number, number, Level]> = [];
    let names: readonly string[] = [];
    const reader = await readCapture(
      new Blob(
        Array.from({ length: Math.ceil(text.length / pieces) }, (_, at) =>
          text.slice(at * pieces, (at + 1) * pieces),
        ),
      ),
      { signals: (list) => (names = list), change: (signal, at, level) => found.push([signal, at, level]) },
    );
    return { found, names, remarks: reader.remarks };
  };
  const head =
    "$timescale 10 us $end $scope module top $end $var wire 1 ! clk $end $var reg 4 # bus [3:0] $end $upscope $end $enddefinitions $end\n";

  test("scales, vectors, short values and repeated ones", async () => {
    const { found, names } = await changesOf(`${head}#0 0! b1 # #5 1! 1! b10z1 # #7 bx #`);
    expect(names).toEqual(["top.clk", "top.bus[3]", "top.bus[2]", "top.bus[1]", "top.bus[0]"]);
    expect(found.slice(0, 5)).toEqual([
      [0, 0, 0],
      [1, 0, 0],
      [2, 0, 0],
      [3, 0, 0],
      [4, 0, 1],
    ]);
    expect(found).toContainEqual([0, 50_000, 1]);
    expect(found).toContainEqual([3, 50_000, 3]);
    expect(found.filter(([signal, at]) => signal === 0 && at === 50_000)).toHaveLength(1);
    expect(found.filter(([, at, level]) => at === 70_000 && level === 2)).toHaveLength(4);
  });
  test.each([
    ["commas, no head", "0,0,1\n0.001,1,1\n", [[0, 1e6, HIGH]]],
    ["semicolons and decimal commas", "time [ms];clk;dio\n0;0;1\n1,5;1;1\n", [[0, 1.5e6, HIGH]]],
    [
      "tabs, microseconds, volts",
      "Time (us)\tCH1\n0\t0.1\n2\t4.8\n3\t0.2\n",
      [
        [0, 2000, HIGH],
        [0, 3000, LOW],
      ],
    ],
  ])("a table: %s", async (_, text, wanted) => {
    const { found } = await changesOf(text as string);
    expect(found).toEqual(expect.arrayContaining(wanted as unknown[]));
  });
  test.each([
    ["empty", "", /empty/],
    ["no signals", "$timescale 1 ns $end $enddefinitions $end #0", /no signal/],
    ["an unknown scale", "$timescale 1 week $end $var wire 1 ! a $end", /timescale/],
    ["binary", "PK\u0000\u0001", /binary/],
    ["prose", "once upon a time", /no table of levels/],
  ])("%s is refused with a word", async (_, text, message) => {
    const result = await surveyCapture(new Blob([text]));
    expect(result).toMatchObject({ ok: false, message: expect.stringMatching(message) });
  });
  test("damaged values are read over and told of", async () => {
    const { remarks, found } = await changesOf(`${head}#0 0! q! #oops #3 1! #1 0!`);
    expect(remarks).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/no value/),
        expect.stringMatching(/no time/),
        expect.stringMatching(/goes back/),
      ]),
    );
    expect(found).toContainEqual([0, 30_000, 1]);
  });
  test("any text at all is read or refused, never anything else", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.string({ maxLength: 300 }),
        fc.constantFrom("", head, "time,a\n"),
        async (text, start) => {
          const result = await surveyCapture(new Blob([start + text]));
          expect(typeof result.ok).toBe("boolean");
        },
      ),
      { numRuns: 300 },
    );
  });
  test("reading can be stopped", async () => {
    const stop = new AbortController();
    stop.abort(new Error("stopped"));
    await expect(surveyCapture(new Blob([head]), { signal: stop.signal })).rejects.toThrow("stopped");
  });
});
