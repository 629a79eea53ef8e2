import fc from "fast-check";
import { HIGH, LOW, type Level } from "../level";
import { momentIn, numberIn, samplePeriodIn, styleOf } from "./csv-numbers";
import { readCapture, surveyCapture } from "./read";

/** Signals by name, the moments at which each becomes high in ns, and what was taken for granted. */
async function read(text: string | Uint8Array<ArrayBuffer>) {
  const rises: Record<string, number[]> = {};
  let names: readonly string[] = [];
  const before: Level[] = [];
  const reader = await readCapture(new Blob([text]), {
    signals: (found) => {
      names = found;
      for (const name of found) rises[name] = [];
    },
    change: (signal, at, level) => {
      if (level === HIGH && before[signal] === LOW) rises[names[signal]!]!.push(at);
      before[signal] = level;
    },
  });
  return { rises, assumed: reader.assumed.join("; "), remarks: reader.remarks };
}

/** A capture of two lines, with the times as they are given: CLK rises at the second one, DIO at the third. */
const rows = (times: readonly string[], mark = ",") =>
  times.map((time, at) => [...(time === "" ? [] : [time]), at % 2, at >= 2 ? 1 : 0].join(mark)).join("\n");

describe("tables as analysers write them", () => {
  test.each<[string, string, number[], number[], RegExp | undefined]>([
    [
      "seconds, told by nothing",
      `t,CLK,DIO\n${rows(["0", "0.001", "0.002", "0.003"])}`,
      [1e6, 3e6],
      [2e6],
      /seconds/,
    ],
    [
      "whole numbers, told by nothing",
      `Time,CLK,DIO\n${rows(["0", "5", "7", "9"])}`,
      [5e3, 9e3],
      [7e3],
      /microseconds/,
    ],
    [
      "the unit in the head",
      `Time (ms),CLK,DIO\n${rows(["0", "1", "2", "3"])}`,
      [1e6, 3e6],
      [2e6],
      undefined,
    ],
    [
      "the unit behind an underline",
      `time_us;CLK;DIO\n${rows(["0", "1,5", "2", "3"], ";")}`,
      [1500, 3000],
      [2000],
      undefined,
    ],
    [
      "the unit in every cell",
      `Time,CLK,DIO\n${rows(["0 s", "900 us", "1.5 ms", "2 ms"])}`,
      [9e5, 2e6],
      [15e5],
      undefined,
    ],
    [
      "units in a second row",
      `Time,CLK,DIO\nms,V,V\n${rows(["0", "1", "2", "3"])}`,
      [1e6, 3e6],
      [2e6],
      undefined,
    ],
    [
      "lines above the table",
      `Instrument: two lines\nExported 2026-05-01\n\nTime [s],CLK,DIO\n${rows(["0", "0.5", "1", "2"])}`,
      [5e8, 2e9],
      [1e9],
      /2 lines above/,
    ],
    [
      "remarks with a hash, the head too",
      `# a capture\n# Time [ms],CLK,DIO\n${rows(["0", "1", "2", "3"])}`,
      [1e6, 3e6],
      [2e6],
      undefined,
    ],
    [
      "a sample rate instead of times",
      `; Sample rate: 2 MHz\nCLK,DIO\n${rows(["", "", "", ""])}`,
      [500, 1500],
      [1000],
      /every 500 ns, as the lines above/,
    ],
    [
      "a sample rate in a cell",
      `Sample rate (kHz),100\nCLK,DIO\n${rows(["", "", "", ""])}`,
      [1e4, 3e4],
      [2e4],
      /no column of times/,
    ],
    [
      "a sample interval",
      `Sample interval,20,us\nSample,CLK,DIO\n${rows(["0", "1", "2", "3"])}`,
      [2e4, 6e4],
      [4e4],
      /every 20 µs, as/,
    ],
    ["no times and no rate", `CLK,DIO\n${rows(["", "", "", ""])}`, [1e3, 3e3], [2e3], /1 µs is assumed/],
    [
      "numbered rows beside times",
      `Index,Time (us),CLK,DIO\n${rows(["1,0", "2,10", "3,20", "4,30"])}`,
      [1e4, 3e4],
      [2e4],
      /Index counts rows/,
    ],
    [
      "numbered rows without a head",
      rows(["1,0.00", "2,0.01", "3,0.02", "4,0.03"]).replace(/^/, ""),
      [1e7, 3e7],
      [2e7],
      /column 1 counts rows/,
    ],
    [
      "marks between thousands",
      `Time (ns),CLK,DIO\n${rows(['"0"', '"1,250"', '"2,500"', '"1,003,750"'])}`,
      [1250, 1003750],
      [2500],
      /thousands/,
    ],
    [
      "points between thousands",
      `Zeit (ns);CLK;DIO\n${rows(["0", "998", "1.250", "1.003.750"], ";")}`,
      [998, 1003750],
      [1250],
      /thousands/,
    ],
    [
      "blanks between thousands",
      `Time (ns);CLK;DIO\n${rows(["0", "998", "1 250", "1 003 750"], ";")}`,
      [998, 1003750],
      [1250],
      undefined,
    ],
    [
      "times of day",
      `Time,CLK,DIO\n${rows(["12:00:00.000", "12:00:00.001", "12:00:00.002", "12:00:01.0"])}`,
      [1e6, 1e9],
      [2e6],
      undefined,
    ],
    [
      "dates",
      `Timestamp,CLK,DIO\n${rows(["2026-05-01T23:59:59.5", "2026-05-01T23:59:59.6", "2026-05-02T00:00:00.0", "2026-05-02T00:00:00.5"])}`,
      [1e8, 1e9],
      [5e8],
      undefined,
    ],
    [
      "before and behind a trigger",
      `Time (ms),CLK,DIO\n${rows(["-1", "0", "1", "2"])}`,
      [1e6, 3e6],
      [2e6],
      undefined,
    ],
  ])("%s", async (_, text, clocks, data, assumed) => {
    for (const ends of ["\n", "\r\n", "\r"]) {
      const found = await read(`${text}\n`.replace(/\n/g, ends));
      const [clock, dio] = Object.values(found.rises);
      expect(Object.keys(found.rises)).toHaveLength(2);
      expect(clock!.map((at) => Math.round(at))).toEqual(clocks);
      expect(dio!.map((at) => Math.round(at))).toEqual(data);
      if (assumed) expect(found.assumed).toMatch(assumed);
      else expect(found.assumed).not.toMatch(/seconds|sample|voltages/);
      expect(found.remarks).toEqual([]);
    }
  });
  test("names come from the head, volts are levels, and it is said from where on", async () => {
    const { rises, assumed } = await read("Time (ms);CLK;DIO\n0;0,02;3,1\n1;4,9;0,1\n2;0,0;0,1\n");
    expect(rises).toEqual({ CLK: [1e6], DIO: [] });
    expect(assumed).toMatch(/1.5 V/);
  });
  test("two-byte text with a mark of its order", async () => {
    const text = "\ufeffTime (ms)\tCLK\n0\t0\n1\t1\n";
    const bytes = new Uint8Array(text.length * 2);
    [...text].forEach((letter, at) =>
      new DataView(bytes.buffer).setUint16(at * 2, letter.charCodeAt(0), true),
    );
    expect((await read(bytes)).rises).toEqual({ CLK: [1e6] });
  });
  test("what was assumed comes with the survey", async () => {
    expect(await surveyCapture(new Blob(["a,b\n0,1\n1,0\n0,1\n"]))).toMatchObject({
      ok: true,
      survey: { assumed: [expect.stringMatching(/no sample rate/)] },
    });
  });
});

describe("numbers", () => {
  test("written with marks between thousands they are the same numbers", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 1e9 }), { minLength: 3, maxLength: 9 }),
        fc.boolean(),
        (list, comma) => {
          const all = [...list, 1_234_567, 999];
          const cells = all.map((one) => {
            const text = one.toLocaleString("en");
            return comma ? text : text.replace(/,/g, ".");
          });
          const { style } = styleOf(cells);
          expect(cells.map((cell) => numberIn(cell, style))).toEqual(all);
        },
      ),
    );
  });
  test.each([
    ["Sample rate: 24 MHz", 1e9 / 24e6],
    ["samplerate=1000000", 1000],
    ["Sampling frequency (kHz),500", 2000],
    ["Sample Rate,\t20 MSa/s", 50],
    ["Sample interval: 2.5e-6", 2500],
    ["X increment;40 ns", 40],
    ["Operator rate of pay: high", undefined],
  ])("%s", (line, period) => {
    const found = samplePeriodIn(line);
    if (period === undefined) expect(found).toBeUndefined();
    else expect(found).toBeCloseTo(period, 6);
  });
  test.each([
    ["1.5 ms", 1.5, 1e6],
    ["3", 3, undefined],
    ["00:01:02.5", 62.5, 1e9],
    ["soon", undefined, undefined],
  ])("%s as a moment", (text, value, unit) => {
    const found = momentIn(text, { decimal: "." });
    expect([found?.value, found?.unit]).toEqual([value, unit]);
  });
});
