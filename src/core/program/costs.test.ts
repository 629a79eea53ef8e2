import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { World, isMove, wireUp } from "../inputs";
import { STARTS, startWith } from "../live";
import { DEBOUNCE_WAYS, controllerById, type Rig } from "../rig";
import { boardOf, buildProgram, startProgram } from ".";
import { simulatedLive } from "./fixtures/live-simulated";
import { isOnAvr, runOnAvr } from "./fixtures/on-avr";
import { pressesOf } from "./fixtures/presses";

const started = (id: string, start: (typeof STARTS)[number]["id"]): Rig => {
  const made = startWith(plainDemoRig(id), start);
  if (!made.ok) throw new Error(made.message);
  expect(isOnAvr(made.rig)).toBe(true);
  return made.rig;
};
/** Those that need no more than lines and time. */
const PLAIN = STARTS.map(({ id }) => id).filter(
  (id) => !["message", "reading", "knob", "distance"].includes(id),
);

/** µs of a pass in which nothing happens: on the simulated chip, and by the model of costs. */
function quietPass(rig: Rig): { readonly chip: number; readonly model: number } {
  const { passes } = runOnAvr(rig, [], 0.4, []);
  const lengths = passes
    .slice(1)
    .map((at, nth) => at - passes[nth]!)
    .sort((one, other) => one - other);
  const model = modelOf(rig);
  const world = new World(model);
  world.knowUntil(4e8);
  const run = startProgram(buildProgram(model), boardOf(controllerById(rig.plan.controller)), world);
  for (let next = run.events.next(); !next.done && next.value.at < 4e8; next = run.events.next());
  return { chip: lengths[Math.floor(lengths.length / 2)]!, model: run.passTime() / 1000 };
}

test("a pass takes as long as on a simulated chip: each start within a quarter, all together within 10 %", () => {
  const ratios = ["water-warmth", "river-level", "tide-notice"].flatMap((id) =>
    PLAIN.map((start) => {
      const { chip, model } = quietPass(started(id, start));
      return { what: `${id}, ${start}`, ratio: model / chip };
    }),
  );
  expect(ratios.filter(({ ratio }) => ratio < 0.75 || ratio > 1.25)).toEqual([]);
  const mean = ratios.reduce((sum, { ratio }) => sum + ratio, 0) / ratios.length;
  expect(mean).toBeGreaterThan(0.9);
  expect(mean).toBeLessThan(1.1);
});

test("a scan that is kept by a timer goes on at just its pace, whatever the loop does", () => {
  const river = started("river-level", "count");
  const rig: Rig = { ...river, scan: { ...river.scan, school: "timer" } };
  const program = buildProgram(modelOf(rig));
  const [line] = program.digitLines.length > 0 ? program.digitLines : program.direct;
  const latch = line ?? program.chain!.latch!;
  const { changes } = runOnAvr(rig, [], 1, [latch]);
  const rises = changes.filter(({ level }) => level === 1).map(({ at }) => at);
  const turn = program.periods.reduce((sum, one) => sum + one, 0);
  const [first, last] = [rises[10]!, rises.at(-1)!];
  const between = (last - first) / (rises.length - 11);
  // As many rises a turn as there are; together they keep to the microsecond.
  const perTurn = Math.round(turn / between);
  expect(perTurn).toBeGreaterThan(0);
  expect(Math.abs(between * perTurn - turn) / turn).toBeLessThan(2e-3);
});

test.each(DEBOUNCE_WAYS.filter((way) => way !== "none"))(
  "contacts that bounce, read by %s: an output changes on the chip when the simulation says so",
  (way) => {
    const count = started("water-warmth", "count");
    const wired = wireUp(modelOf(count), "buzzer");
    if (!wired.ok) throw new Error(wired.message);
    const at = (than: number, how: "pulse" | "toggle") => ({
      when: { value: "count", is: "equal" as const, than },
      does: { switch: wired.ref, how, ms: 250 },
    });
    const { live } = count;
    const rig: Rig = {
      ...wired.rig,
      live: {
        ...live!,
        debounce: { way, ms: 24 },
        controls: live!.controls.slice(0, 1),
        events: [at(1, "pulse"), at(2, "toggle"), at(5, "toggle"), at(7, "pulse")],
      },
    };
    const moves = pressesOf(rig);
    const outputs = buildProgram(modelOf(rig)).setup.flatMap((one) =>
      one.do === "line-output" ? [one.line] : [],
    );
    const before = new Map<number, number>();
    const chip = runOnAvr(rig, moves, 6, outputs)
      // A line that becomes an output is told of as well.
      .changes.filter(({ line, level }) => {
        const was = before.get(line) ?? 0;
        before.set(line, level);
        return was !== level;
      })
      .map(({ at: moment, line, level }) => ({ at: moment, what: `line ${line} ${level}` }));
    const simulated = simulatedLive(rig, moves, 6).filter(({ what }) => what.startsWith("line"));
    expect(chip.length).toBeGreaterThan(2);
    expect(chip.map(({ what }) => what)).toEqual(simulated.map(({ what }) => what));
    // From the reset to the sketch's first call a board takes a while; a millisecond is one as it counts them.
    // Samples are one every 3 ms, from whenever the first was.
    const within = way === "samples" ? 8000 : 3000;
    chip.forEach(({ at: moment }, nth) => expect(Math.abs(moment - simulated[nth]!.at)).toBeLessThan(within));
  },
);

test("Lap bell with its own tape: every face that is latched on the chip's lines is the simulation's, bit for bit", () => {
  const rig = demoRig("lap-bell");
  const { items } = rig.tapes![0]!;
  const moves = items.filter(isMove);
  const seconds = Math.max(...items.map(({ at }) => at)) / 1000 + 1;
  const program = buildProgram(modelOf(rig));
  const { data, clock, latch } = program.chain!;
  const { changes } = runOnAvr(rig, moves, seconds, [data, clock, latch!]);
  const size = program.dark.states[0]!.bytes.length;
  const sent = program.send.find((one) => one.do === "shift-state")!;
  // A shift register as its sheet has it: a bit moves in when the clock rises, all are shown when the latch does.
  const levels = new Map<number, number>();
  let bits: number[] = [];
  const latched: string[] = [];
  for (const { line, level } of changes) {
    if ((levels.get(line) ?? 0) === level) continue;
    levels.set(line, level);
    if (level === 0) continue;
    if (line === Number(clock)) bits = [...bits, levels.get(Number(data)) ?? 0].slice(-8 * size);
    if (line !== Number(latch) || bits.length < 8 * size) continue;
    const bytes = Array.from({ length: size }, (_, at) => {
      const own = bits.slice(8 * at, 8 * at + 8);
      return parseInt((sent.order === "msb-first" ? own : own.reverse()).join(""), 2);
    });
    const face = `face ${bytes.join(" ")}`;
    if (latched.at(-1) !== face) latched.push(face);
  }
  const simulated = simulatedLive(rig, moves, seconds).flatMap(({ what }) =>
    what.startsWith("face") ? [what] : [],
  );
  expect(simulated.length).toBeGreaterThan(15);
  // The dark face comes first, before anything is drawn.
  expect(latched.slice(1)).toEqual(simulated);
});
