import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { strFromU8, unzipSync } from "fflate";
import { DEMO_RIGS, demoRig, plainDemoRig } from "@/demo";
import { chipOn, modelOf, type RigModel } from "../address";
import { readFirmware, recordFirmware } from "../firmware";
import type { Move } from "../inputs";
import { HIGH, LOW, type Level } from "../level";
import { STARTS, startWith } from "../live";
import { buildProgram } from "../program";
import { SCHEMES, asUnit, planProblem, relay, withController, type Rig } from "../rig";
import { runDescription } from "../program/fixtures/described";
import { recordFace } from "../sim";
import { runEdges } from "../trace";
import { buildSketch } from "../firmware/fixtures/build";
import { inPlainC } from "./calls";
import { runOnHost } from "./fixtures/on-host";
import { filesOf, heard, reads } from "./fixtures/written";
import { dialectsFor, writtenIn, zipOf, type CodeFile } from ".";

jest.setTimeout(900_000);

const offered = (rig: Rig, dialect: string): boolean => {
  const model = modelOf(rig);
  return dialectsFor(model, buildProgram(model)).some(
    ({ id, problem }) => id === dialect && problem === undefined,
  );
};

/** Builds with the very Makefile that comes along. */
function made(files: readonly CodeFile[]) {
  const folder = mkdtempSync(join(tmpdir(), "bold-pip-make-"));
  for (const { name, text } of files) writeFileSync(join(folder, name), text);
  const done = spawnSync("make", [], { cwd: folder });
  if (done.status !== 0) throw new Error(String(done.stderr));
  const read = readFirmware(
    new Uint8Array(readFileSync(join(folder, files[0]!.name.replace(/\.c$/, ".elf")))),
  );
  if (!read.ok) throw new Error(read.message);
  return read.image;
}

const short = (rig: Rig): Rig => ({ ...rig, show: { ...rig.show, interval: 300 } });
const moorings = short(plainDemoRig("moorings-free"));
/** Every way to drive digits, four of them, with transistors where a way wants any. */
const WAYS: ReadonlyArray<readonly [string, Rig]> = SCHEMES.flatMap((scheme) => {
  const plan = { ...moorings.plan, scheme, digitSwitch: "transistor" as const };
  if (scheme === "logic" || planProblem(plan)) return [];
  return [[scheme, relay(moorings, plan)] as const];
});
/** What reacts, on digits that take turns and on a chip. */
const LIVE: ReadonlyArray<readonly [string, Rig]> = ["river-level", "water-warmth"].flatMap((id) =>
  STARTS.flatMap(({ id: start }) => {
    const started = startWith(plainDemoRig(id), start);
    return started.ok ? [[`${id}, ${start}`, started.rig] as const] : [];
  }),
);
const DEMOS = DEMO_RIGS.filter(({ sign }) => !sign).map((rig) => [rig.id, rig] as const);
const ALL = [...DEMOS, ...WAYS, ...LIVE];
const RUN = 1.5e9;

/** Where a loop keeps time, shorter calls make its turns shorter: a face more is reached by the end. */
function sameFaces(mine: readonly string[], theirs: readonly string[]): void {
  const count = Math.min(mine.length, theirs.length);
  expect(count).toBeGreaterThan(0);
  expect(mine.slice(0, count)).toEqual(theirs.slice(0, count));
  expect(Math.abs(mine.length - theirs.length)).toBeLessThanOrEqual(1);
}

const own = (model: RigModel) => reads(recordFace(model, RUN));

describe("C for a bare AVR", () => {
  test.each(ALL.filter(([, rig]) => offered(rig, "avr-c")))(
    "%s: built by its Makefile it shows what the rig's own program shows",
    (_, rig) => {
      const model = modelOf(rig);
      const run = recordFirmware(model, made(filesOf(rig, "avr-c")), RUN);
      sameFaces(reads(run.stretches), own(model));
    },
  );

  test.each(["ATmega2560-board", "ATtiny84", "ATmega328P-inner", "ATmega328P-crystal"] as const)(
    "on the %s as well, with a timer of its own",
    (controller) => {
      const moved = withController({ ...plainDemoRig("river-level").plan }, controller);
      const rig = short(relay(plainDemoRig("river-level"), moved));
      const model = modelOf(rig);
      const run = recordFirmware(model, made(filesOf(rig, "avr-c")), RUN);
      expect(reads(run.stretches)).toEqual(own(model));
    },
  );

  test("hands, kept memory and a power cut: the tapes of Lap bell come true", () => {
    const rig = demoRig("lap-bell");
    const image = made(filesOf(rig, "avr-c"));
    for (const { items } of rig.tapes!) {
      const { checked } = recordFirmware(modelOf(rig), image, 1e6, items);
      expect(checked.filter(({ ok, nth }) => !ok && !("value" in items[nth]!))).toEqual([]);
    }
  });

  test("what the rig has and it does not is told", () => {
    const model = modelOf(demoRig("lamp-room"));
    expect(writtenIn(model, buildProgram(model), "avr-c")).toMatchObject({
      ok: false,
      message: expect.stringMatching(/no AVR/) as string,
    });
  });
});

describe("a sketch whose lines are written directly", () => {
  test.each(ALL.filter(([, rig]) => rig.plan.controller.startsWith("ATmega328P")).slice(0, 16))(
    "%s: it shows the same, in less time on the lines",
    (_, rig) => {
      const model = modelOf(rig);
      const direct = recordFirmware(model, buildSketch(filesOf(rig, "sketch-direct")[0]!.text).image, RUN);
      sameFaces(reads(direct.stretches), own(model));
    },
  );

  test("a refresh of River level takes the interrupt less than half as long", () => {
    const rig = plainDemoRig("river-level");
    const share = (dialect: string) =>
      recordFirmware(
        modelOf(rig),
        buildSketch(filesOf(rig, dialect)[0]!.text).image,
        RUN,
      ).cost.interrupts.find(({ name }) => name === "TIMER1_COMPA")!.share;
    expect(share("sketch-direct")).toBeLessThan(share("sketch") / 2);
  });
});

describe("C for any controller", () => {
  /** What is read from outside is something else on this machine. */
  const measures = ({ live }: Rig) =>
    live?.values.some(
      (value) => "reading" in value || ("clock" in value && value.clock.chip !== undefined),
    ) ?? false;
  test.each(ALL.filter(([, rig]) => offered(rig, "c") && !measures(rig)))(
    "%s: on three functions of this machine it lights what the rig's own program lights",
    (_, rig) => {
      const model = modelOf(rig);
      const edges = runOnHost(model, filesOf(rig, "c")[0]!.text, RUN / 1e6);
      const seen = heard(rig, edges, RUN);
      const wanted = own(model);
      // The run may end before the last face has stood for long.
      expect(wanted.length).toBeGreaterThan(0);
      expect(seen.slice(0, Math.max(1, wanted.length - 1))).toEqual(
        wanted.slice(0, Math.max(1, wanted.length - 1)),
      );
    },
  );

  /** What each line does, one change after the other, whatever the time. */
  const sequence = (
    edges: Iterable<{ line: string; level: number }>,
    lines: ReadonlySet<string>,
    most: number,
  ) => {
    const last = new Map<string, number>();
    const told: string[] = [];
    for (const { line, level } of edges) {
      if (!lines.has(line) || level > 1 || last.get(line) === level) continue;
      last.set(line, level);
      told.push(`${line} ${level}`);
      if (told.length >= most) break;
    }
    return told;
  };
  /** A chip that answers holds a line low which the program has let go. */
  const answers = (rig: Rig) => {
    const model = modelOf(rig);
    return (model.encoding.buses ?? []).some((bus) => chipOn(model, bus).transport.answers);
  };
  test.each(
    [...DEMOS, ...WAYS].filter(
      ([, rig]) => offered(rig, "c") && !rig.live && rig.scan.school === "loop" && !answers(rig),
    ),
  )("%s: every change of every line in the very order of the simulator's", (_, rig) => {
    const model = modelOf(rig);
    const buses = model.encoding.buses ?? [];
    const lines = new Set([
      ...buses.flatMap(({ data, clock, select }) => [data, clock, ...(select === undefined ? [] : [select])]),
      ...Object.values(model.encoding.chain ?? {}),
    ]);
    const mine = sequence(runOnHost(model, filesOf(rig, "c")[0]!.text, 800), lines, 2000);
    const theirs = sequence(runEdges(model, 8e8), lines, 2000);
    const count = Math.min(mine.length, theirs.length);
    expect(mine.slice(0, count)).toEqual(theirs.slice(0, count));
    if (lines.size > 0) expect(count).toBeGreaterThan(20);
  });

  test("the chip of 14 legs is told how its three functions may be written, and written so they do the same", () => {
    const rig = relay(
      plainDemoRig("slip-gate"),
      withController(plainDemoRig("slip-gate").plan, "PIC16F1455"),
    );
    const model = modelOf(rig);
    const { text } = filesOf(rig, "c")[0]!;
    const plain = runOnHost(model, text, 100);
    expect(plain.length).toBeGreaterThan(20);
    // Out of its comments, every line that is set told by its registers.
    const registers = readFileSync(join(__dirname, "fixtures", "pic.h"), "utf8");
    let port = "";
    const written = text
      .replace(/^\/\/ {3}(?! |U\d|line|DS)(.*)$/gm, "$1")
      .replace(/^\/\/ {5}(.*)$/gm, "  $1");
    const told = written
      .split("\n")
      .map((line) => {
        port = /^ *case R([AC]\d):$/.exec(line)?.[1] ?? port;
        const [letter, bit] = [...port];
        const pulled = letter === "A" ? `WPUAbits.WPUA${bit}` : "0";
        return line.replace(
          /^ +break;$/,
          `told(line, TRIS${letter}bits.TRIS${port}, ${pulled}, LAT${letter}bits.LAT${port}); break;`,
        );
      })
      .join("\n");
    expect(told).toContain("void wait_us(uint32_t us) {\n  while");
    const own = runOnHost(model, `${registers}${told}`, 100, "none.c");
    expect(own.map(({ line, level }) => `${line} ${level}`)).toEqual(
      plain.map(({ line, level }) => `${line} ${level}`),
    );
  });
});

describe("Verilog with a bench and a table of its lines", () => {
  /** What the bench tells, as edges of the board's lines: us of the description's own time. */
  const told = (rig: Rig) => {
    const files = filesOf(rig, "verilog");
    const [show, bench] = files.map(({ text }) => text) as [string, string];
    const { direct } = buildProgram(modelOf(rig));
    return runDescription(show, bench).flatMap((line, nth) => {
      const found = /^(\d+) us lines ([01]+)/.exec(line);
      if (!found) return [];
      return [...found[2]!].reverse().map((level, at) => ({
        at: Number(found[1]) * 1000 + nth * 1e-3,
        line: direct[at]!,
        level: (level === "1" ? HIGH : LOW) as Level,
      }));
    });
  };
  const texts = (rig: Rig, edges: ReturnType<typeof told>, until: number) =>
    heard(
      rig,
      edges.filter(({ at }) => at < until),
      until,
    );

  test("faces of a list come one after the other, at their times", () => {
    const rig = plainDemoRig("boats-out");
    const model = modelOf(rig);
    const wanted = reads(recordFace(model, 2.5e9));
    // Where it ends in the middle of a turn, the last one may be torn.
    expect(texts(rig, told(rig), 2.5e9).slice(0, wanted.length)).toEqual(wanted);
    expect(wanted.length).toBeGreaterThan(1);
  });

  test("what reacts does what the face does when each input is pressed", () => {
    const rig = demoRig("boats-out");
    const edges = told(rig);
    const buttons = ["SW1", "SW2", "SW3", "SW4"].map(asUnit);
    const moves = buttons.flatMap((press, nth): Move[] => [
      { at: 400 + nth * 400, press },
      { at: 500 + nth * 400, release: press },
    ]);
    const wanted = reads(recordFace(modelOf(rig), 2.3e9, moves));
    expect(wanted.length).toBeGreaterThan(2);
    expect(texts(rig, edges, 2.35e9).slice(0, wanted.length)).toEqual(wanted);
  });

  test("the table names every signal, its line and what is on it", () => {
    const rig = demoRig("boats-out");
    const rows = filesOf(rig, "verilog")
      .find(({ name }) => name === "lines.csv")!
      .text.trim()
      .split("\r\n");
    const { direct } = buildProgram(modelOf(rig));
    expect(rows[0]).toBe("signal,line,direction,levels,on it");
    expect(rows).toContain("SW1_LINE,12,in,3.3 V,SW1");
    expect(rows).toContain("lines[0],0,out,3.3 V,R1 100 ohm -> DS1 a (leg 11)");
    expect(rows).toHaveLength(2 + 4 + direct.length);
  });
});

describe("what is handed out", () => {
  test.each([
    ["pinMode(DATA_LINE, INPUT_PULLUP);", "pullUp(DATA_LINE);"],
    [
      "digitalWrite(pgm_read_byte(&LINES[at]), (x >> 1) & 1 ? HIGH : LOW);",
      "setLine(pgm_read_byte(&LINES[at]), (x >> 1) & 1 ? 1 : 0);",
    ],
    ['Serial.print(F("delay(HIGH) // no"));', 'serialText("delay(HIGH) // no");'],
    ["Serial.print(level);", "serialNumber(level);"],
    ["void setup() {", "void setup(void) {"],
    [
      "const uint8_t A[] = {0b00000110}; // digitalWrite(LOW)",
      "const uint8_t A[] = {0x06}; // digitalWrite(LOW)",
    ],
  ])("%s becomes %s", (sketch, plain) => expect(inPlainC(sketch)).toBe(plain));

  test("a folder holds every file, and the same files are the same folder", () => {
    const files = filesOf(plainDemoRig("slip-gate"), "avr-c");
    const zip = zipOf("slip-gate", files);
    expect(Object.entries(unzipSync(zip)).map(([name, bytes]) => [name, strFromU8(bytes)])).toEqual(
      files.map(({ name, text }) => [`slip-gate/${name}`, text]),
    );
    expect(zipOf("slip-gate", files)).toEqual(zip);
  });

  test("a dialect nobody knows is refused by name, and logic takes Verilog", () => {
    const model = modelOf(demoRig("boats-out"));
    const program = buildProgram(model);
    expect(writtenIn(model, program, "poem")).toMatchObject({
      ok: false,
      message: expect.stringMatching(/no dialect “poem”.*verilog/) as string,
    });
    expect(
      dialectsFor(model, program)
        .filter(({ problem }) => problem === undefined)
        .map(({ id }) => id),
    ).toEqual(["verilog"]);
  });
});
