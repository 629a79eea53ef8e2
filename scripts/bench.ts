// Speeds as ratios: simulated over real time, and work against a reference loop timed in the same run.
import { modelOf } from "../src/core/address";
import { checkModel } from "../src/core/check";
import { solveNetwork } from "../src/core/circuit";
import { buildProgram } from "../src/core/program";
import { readRig, writeRig } from "../src/core/rig";
import { Simulation, glyphTable } from "../src/core/sim";
import { DEMO_RIGS } from "../src/demo";

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

const unit = time(reference, 20);
const rows: Array<[what: string, figure: string]> = [];
const ratio = (milliseconds: number): string =>
  `${Number((milliseconds / unit).toPrecision(3))} × the reference loop`;

for (const rig of DEMO_RIGS) {
  const model = modelOf(rig);
  const program = buildProgram(model);
  const seconds = 600;
  const took = time(() => new Simulation(model, program).advanceTo(seconds * 1e9), 1);
  rows.push([
    `${rig.name}: simulated time over real time`,
    `${Math.round((seconds * 1000) / took).toLocaleString("en")} ×`,
  ]);
  rows.push([
    `${rig.name}: an edit to model, findings and table`,
    ratio(time(() => (checkModel(modelOf(rig)), glyphTable(modelOf(rig))), 5)),
  ]);
  rows.push([`${rig.name}: written and read`, ratio(time(() => readRig(writeRig(rig)), 20))]);
}
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

const width = Math.max(...rows.map(([what]) => what.length));
for (const [what, figure] of rows) console.log(`${what.padEnd(width)}  ${figure}`);
