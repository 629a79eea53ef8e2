// Speeds as ratios: simulated over real time, and work against a reference loop timed in the same run.
import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gridOf, isMultiplexed, modelOf } from "../src/core/address";
import { auditRig } from "../src/core/audit";
import { checkAtOnce, checkModel } from "../src/core/check";
import { pointWith, solveNetwork } from "../src/core/circuit";
import {
  BUILT_IN_FONTS,
  USUAL_TEXT_SCENE,
  builtInFont,
  layLine,
  readBdf,
  readText,
  writeBdf,
} from "../src/core/dots";
import { FirmwareRig, imageOf } from "../src/core/firmware";
import { SEGMENTS } from "../src/core/glyph";
import { exportFrames } from "../src/core/pictures";
import { buildProgram } from "../src/core/program";
import {
  DEFAULT_PLAN,
  asUnit,
  ledValues,
  newRig,
  pipId,
  readRig,
  relay,
  writeRig,
  type Rig,
} from "../src/core/rig";
import { untangle } from "../src/core/seat";
import { Simulation, glyphTable, tapeOf, traceWrites } from "../src/core/sim";
import { decodeCapture, surveyCapture, vcdOf } from "../src/core/trace";
import { compareWays } from "../src/core/ways";
import { DEMO_RIGS, demoRig, plainDemoRig } from "../src/demo";
import { FaultSearch } from "../src/core/bench";
import { lookedFor } from "../src/core/bench/fixtures/looked-for";
import { startWith } from "../src/core/live";
import { Simulator } from "../src/workers/simulator";

/** Milliseconds one call takes, the best of a few rounds. */
function time(work: () => void, calls: number): number {
  let best = Infinity;
  for (let round = 0; round < 5; round += 1) {
    const start = performance.now();
    for (let call = 0; call < calls; call += 1) work();
    best = Math.min(best, (performance.now() - start) / calls);
  }
  return best;
}

/** A fixed piece of arithmetic, so that figures from different machines can be compared. */
function reference(): number {
  let value = 1;
  for (let at = 0; at < 100_000; at += 1) value = (value * 1.0000001 + at) % 1_000_003;
  return value;
}

/** ms a native simulator of the ATmega328P takes for a program; undefined where its packages are not there. */
function nativeTime(flash: Uint8Array, seconds: number): number | undefined {
  const folder = mkdtempSync(join(tmpdir(), "bold-pip-bench-"));
  const [binary, program, runner] = ["flash.bin", "flash.elf", "run"].map((name) => join(folder, name)) as [
    string,
    string,
    string,
  ];
  writeFileSync(binary, flash);
  const placed = "--rename-section=.data=.text,alloc,load,readonly,code,contents";
  const made = [
    ["avr-objcopy", ["-I", "binary", "-O", "elf32-avr", "-B", "avr", placed, binary, program]],
    ["g++", ["-O2", "-o", runner, "src/core/firmware/fixtures/native.cpp", "-lsimavr", "-lelf"]],
  ] as const;
  if (made.some(([command, given]) => spawnSync(command, given).status !== 0)) return undefined;
  const began = performance.now();
  const run = spawnSync(runner, [program, "atmega328p", "16000000", String(16e6 * seconds)], {
    input: "",
    maxBuffer: 1 << 28,
  });
  return run.status === 0 ? performance.now() - began : undefined;
}

const unit = time(reference, 20);
const rows: Array<[what: string, figure: string]> = [];
const ratio = (milliseconds: number): string =>
  `${Number((milliseconds / unit).toPrecision(3))} × the reference loop`;

/** What stands between an edit and its face: wires followed on the page, the rig handed over, power-up, two frames. */
function untilShown(rig: Rig): void {
  const edited = { ...rig };
  modelOf(edited);
  const simulator = new Simulator();
  simulator.start("rig", structuredClone(edited));
  for (let frame = 0; frame < 2; frame += 1) structuredClone(simulator.advance("rig", 16e6));
}

for (const rig of DEMO_RIGS) {
  const model = modelOf(rig);
  const program = buildProgram(model);
  const seconds = gridOf(model) ? 20 : isMultiplexed(model) ? 30 : 600;
  const took = time(() => {
    const simulation = new Simulation(model, program);
    // Far ahead at once it would not follow everything.
    for (let at = 1; at <= seconds; at += 1) simulation.advanceTo(at * 1e9);
  }, 1);
  rows.push([
    `${rig.name}: simulated time over real time`,
    `${Math.round((seconds * 1000) / took).toLocaleString("en")} ×`,
  ]);
  rows.push([
    `${rig.name}: an edit to model, findings and table`,
    ratio(time(() => (checkAtOnce(modelOf({ ...rig })), glyphTable(modelOf({ ...rig }))), 2)),
  ]);
  rows.push([`${rig.name}: an edit to the first frames of its face`, ratio(time(() => untilShown(rig), 2))]);
  rows.push([
    `${rig.name}: every finding, with the audit, in the worker`,
    ratio(time(() => checkModel(modelOf({ ...rig })), 1)),
  ]);
  rows.push([`${rig.name}: written and read`, ratio(time(() => readRig(writeRig(rig)), 20))]);
}

for (const [id, school] of [
  ["water-warmth", "loop"],
  ["river-level", "timer"],
  ["river-level", "loop"],
  ["boats-out", "divider"],
] as const) {
  const plain = plainDemoRig(id);
  const started = startWith({ ...plain, scan: { ...plain.scan, school } }, "clock");
  if (!started.ok) throw new Error(started.message);
  const model = modelOf(started.rig);
  const took = time(() => new Simulation(model, buildProgram(model)).advanceTo(86_400e9), 1);
  rows.push([
    `a day of a clock on ${started.rig.name}, kept by the ${school}: simulated time over real time`,
    `${Math.round(86_400_000 / took).toLocaleString("en")} ×`,
  ]);
}

/** Every single fault of a rig, looked for by what tells most next until one is as good as sure. */
for (const id of ["slip-gate", "river-level"]) {
  const search = new FaultSearch(plainDemoRig(id));
  const found = search.faults.map((fault) => lookedFor(search, fault));
  const share = (wanted: (rank: number) => boolean) =>
    `${Math.round((found.filter(({ rank }) => wanted(rank)).length / found.length) * 100)} %`;
  const tests = found.reduce((sum, one) => sum + one.tests, 0) / found.length;
  rows.push([
    `${demoRig(id).name}: each of ${found.length} faults, by looking and measuring, with those nobody tells from it`,
    `first ${share((rank) => rank === 0)}, among three ${share((rank) => rank >= 0 && rank < 3)}, ${tests.toFixed(1)} tests`,
  ]);
}

/** A state nobody has asked for yet, so that nothing is looked up. */
const solveAnew = (rig: Rig): number => {
  const model = modelOf({ ...rig });
  const states = Array.from(
    { length: 256 },
    (_, state) =>
      new Set(
        SEGMENTS.filter((__, at) => (state >> at) & 1).map((segment) => pipId(asUnit("DS1"), 2, segment)),
      ),
  );
  const start = performance.now();
  for (const lit of states) pointWith(model, lit);
  return (performance.now() - start) / states.length;
};
const river = demoRig("river-level");
const each = Math.min(...Array.from({ length: 5 }, () => solveAnew(river)));
rows.push([
  "River level: circuit solutions a second",
  `${Math.round(1000 / each).toLocaleString("en")}, ${ratio(each)} each`,
]);

const largest = newRig(
  { id: "largest", name: "Eight digits" },
  { ...DEFAULT_PLAN, lines: {}, digits: 8, scheme: "two-registers", digitSwitch: "transistor" },
  { ohms: 470, led: ledValues("red") },
);
const untangling = time(() => untangle(largest, { size: 830, rails: "through" }, "fewest crossings"), 1);
rows.push(["untangling eight digits on two registers, fewest crossings", ratio(untangling)]);
rows.push([
  "untangling it, shortest wires",
  ratio(time(() => untangle(largest, { size: 830, rails: "through" }, "shortest"), 1)),
]);
rows.push(["the ways to drive four digits compared", ratio(time(() => compareWays({ ...river }), 1))]);
rows.push(["the audit of River level, every state", ratio(time(() => auditRig(modelOf({ ...river })), 1))]);

const fixed = new Map([
  [0, 0],
  [1, 5],
]);
const leds = Array.from({ length: 32 }, (_, at) => ({
  id: `D${at}`,
  anode: 2 + at,
  cathode: 0,
  forward: 2,
  slope: 10,
}));
const resistors = leds.map((led, at) => ({ id: `R${at}`, from: 1, to: 2 + at, ohms: 300 + at }));
rows.push([
  "a circuit of 32 LEDs solved",
  ratio(time(() => solveNetwork({ nodes: 34, fixed, resistors, leds, drives: [] }), 20)),
]);

const chain = relay(demoRig("oar-rack"), {
  ...demoRig("oar-rack").plan,
  scheme: "max7219",
  digits: 512,
  lines: {},
});
const chainModel = modelOf(chain);
const chainProgram = buildProgram(chainModel);
const chainTook = time(() => new Simulation(chainModel, chainProgram).advanceTo(60e9), 1);
rows.push(["64 MAX7219 in a chain: simulated time over real time", `${Math.round(60_000 / chainTook)} ×`]);
rows.push([
  "64 MAX7219 in a chain: the tape of set-up and update",
  ratio(time(() => traceWrites(chainModel, chainProgram, tapeOf(chainProgram, 0)), 1)),
]);

/** Sixty-four modules on which a text runs, twenty columns a second, from a board quick enough for that. */
const WORDS = "Saltreed Rowers: high water at 14:32, all boats in by 16:00. ";
const signOf = (letters: number): Rig => {
  const board = demoRig("regatta-board");
  const scene = { ...USUAL_TEXT_SCENE, text: WORDS.repeat(40).slice(0, letters), step: 50 };
  return {
    ...relay(board, { ...board.plan, controller: "ESP32-module", lines: {} }),
    sign: { ...board.sign!, scenes: [scene] },
  };
};
const sign = modelOf(signOf(200));
const signProgram = buildProgram(sign);
const running = new Simulation(sign, signProgram);
running.advanceTo(2e9);
const signStart = performance.now();
running.advanceTo(42e9);
rows.push([
  "64 modules, 4,096 dots, a text running at 20 columns a second: simulated over real time",
  `${(40_000 / (performance.now() - signStart)).toPrecision(3)} ×`,
]);
const withProgram = demoRig("river-level");
const compiled = new FirmwareRig(modelOf(withProgram), imageOf(withProgram.firmware!));
compiled.advanceTo(1e9);
const compiledStart = performance.now();
compiled.advanceTo(9e9);
const compiledTook = performance.now() - compiledStart;
rows.push([
  "a compiled program on four digits that take turns: run over real time",
  `${(8000 / compiledTook).toPrecision(3)} ×`,
]);
const native = nativeTime(imageOf(withProgram.firmware!).flash, 8);
if (native !== undefined)
  rows.push([
    "the same with its rig, over the time of a native simulator of its controller alone",
    `${(compiledTook / native).toPrecision(3)} ×`,
  ]);
const long = modelOf(signOf(2000));
rows.push([
  "a text of 2,000 letters on 4,096 dots, laid out and written as GIF",
  ratio(time(() => exportFrames(long, { format: "gif" }), 1)),
]);
const plain = builtInFont("plain")!;
const glyphs = [...plain.glyphs.values()];
const large = writeBdf({
  ...plain,
  glyphs: new Map(
    Array.from({ length: 10_000 }, (_, code) => [code, { ...glyphs[code % glyphs.length]!, code }]),
  ),
});
rows.push(["a BDF font of 10,000 characters read", ratio(time(() => readBdf(large), 1))]);
const ribbon = layLine(WORDS, builtInFont("even")!).ribbon;
rows.push([
  "sixty letters read back from their dots",
  ratio(time(() => readText(ribbon, BUILT_IN_FONTS), 3)),
]);

const NOISY_MOMENTS = 3000;

/** A capture with many signals of which only three matter. */
function noisyCapture(): Blob {
  const [head = "", body = ""] = [...vcdOf(demoRig("crew-tally"), 7e9)].join("").split("$upscope $end");
  const noise = Array.from({ length: 1000 }, (_, at) => `$var wire 1 n${at} noise${at} $end\n`).join("");
  let turn = 0;
  // As many moments as make some 30 MB: more than one text may hold goes out in pieces.
  const filled = body
    .split(/(?=^#\d+$)/m)
    .slice(0, NOISY_MOMENTS)
    .map((moment) => {
      const changes = Array.from({ length: 1500 }, () => `${(turn += 7) & 1}n${turn % 1000}\n`).join("");
      return `${moment.trimEnd()}\n${changes}`;
    });
  return new Blob([head, noise, "$upscope $end\n", ...filled]);
}

async function readCaptures(): Promise<void> {
  const capture = noisyCapture();
  const start = performance.now();
  await surveyCapture(capture);
  const surveyed = performance.now() - start;
  await decodeCapture(demoRig("crew-tally"), capture, { "9": 0, "8": 1, "10": 2 });
  const decoded = performance.now() - start - surveyed;
  const megabytes = capture.size / 1e6;
  rows.push(["a capture of 1,000 signals: surveyed, a megabyte", ratio(surveyed / megabytes)]);
  rows.push(["the same: decoded, a megabyte", ratio(decoded / megabytes)]);
}

function print(): void {
  const width = Math.max(...rows.map(([what]) => what.length));
  for (const [what, figure] of rows) console.log(`${what.padEnd(width)}  ${figure}`);
}

void readCaptures().then(print);
