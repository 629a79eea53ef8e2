// npm run captures: the sample captures, from the demo rigs. One of them is of a board whose program forgot something.
import { mkdirSync, writeFileSync } from "node:fs";
import { modelOf } from "../src/core/address";
import { buildProgram, type Program } from "../src/core/program";
import { vcdOf } from "../src/core/trace";
import { demoRig } from "../src/demo";

const FOLDER = "public/captures";
const RUN = 6e9;

/** The memory is not cleared before the display is switched on. */
const forgetful = (program: Program): Program => ({
  ...program,
  setUpState: {
    ...program.setUpState!,
    writes: program.setUpState!.writes!.filter(
      ({ write }) => write.bus === "frames" || write.bytes.length < 3,
    ),
  },
});

mkdirSync(FOLDER, { recursive: true });
for (const [id, change] of [
  ["water-warmth", undefined],
  ["crew-tally", forgetful],
  ["oar-rack", undefined],
] as const) {
  const rig = demoRig(id);
  const program = change?.(buildProgram(modelOf(rig)));
  writeFileSync(`${FOLDER}/${id}.vcd`, [...vcdOf(rig, RUN, program)].join(""));
  console.log(`${FOLDER}/${id}.vcd written`);
}
