import { plainDemoRig } from "@/demo";
import { modelOf } from "../../address";
import { checkModel } from "../../check";
import { wireUp } from "../../inputs";
import { startWith } from "../../live";
import { asUnit, legRef, removeWire, type Action, type LegRef, type Rig, controllerUnit } from "../../rig";
import { liveProblems, buildProgram, sketchText, writeSketch } from "..";
import { compiledLive } from "../fixtures/live-compiled";
import { pressesOf } from "../fixtures/presses";
import { simulatedLive } from "../fixtures/live-simulated";

const BZ1 = asUnit("BZ1");
/** A count that sounds a passive buzzer at one, at two and at three. */
function sounding(from: Rig): Rig {
  const made = startWith(from, "count");
  if (!made.ok) throw new Error(made.message);
  const wired = wireUp(modelOf(made.rig), "buzzer-passive");
  if (!wired.ok) throw new Error(wired.message);
  const at = (than: number, does: Action) => ({
    when: { value: "count", is: "equal" as const, than },
    does,
  });
  return {
    ...wired.rig,
    live: {
      ...made.rig.live!,
      controls: made.rig.live!.controls.slice(0, 1),
      events: [
        at(1, { switch: BZ1, how: "pulse", ms: 400 }),
        at(2, { switch: BZ1, how: "pulse", ms: 700, tone: 880 }),
        at(3, { switch: BZ1, how: "on", tone: 440 }),
        at(6, { switch: BZ1, how: "off" }),
      ],
    },
  };
}
const rig = sounding(plainDemoRig("water-warmth"));
const said = (of: Rig) => liveProblems(modelOf(of)).map(({ says }) => says);
const found = (of: Rig, id: string) => checkModel(modelOf(of)).filter((one) => one.id.startsWith(id));

test("it is told to sound and to be silent by tone calls, at its own pitch or another", () => {
  expect(said(rig)).toEqual([]);
  const model = modelOf(rig);
  const text = sketchText(writeSketch(model, buildProgram(model)));
  expect(text).toContain("unsigned long bz1Since;");
  expect(text).toMatch(/uint16_t bz1Tone = 2048;/);
  expect(text).toMatch(/if \(to\) tone\(BZ1_LINE, bz1Tone\);\n\s+else noTone\(BZ1_LINE\);/);
  for (const pitch of [2048, 880, 440]) expect(text).toContain(`bz1Tone = ${pitch};`);
  expect(text).not.toContain("digitalWrite(BZ1_LINE, to");
});

test("the sketch sounds it when the simulation does", () => {
  const moves = pressesOf(rig);
  const [compiled, simulated] = [compiledLive(rig, moves, 6), simulatedLive(rig, moves, 6)];
  expect(compiled.filter(({ what }) => what.startsWith("line")).length).toBeGreaterThan(2);
  expect(simulated.map(({ what }) => what)).toEqual(compiled.map(({ what }) => what));
});

test("its coil has a diode across it: without one, or with one turned, that is said", () => {
  expect(found(rig, "coil")).toEqual([]);
  const diode = rig.units.find(({ part }) => part === "rectifier-diode")!.ref;
  const without = rig.wires
    .filter(({ from, to }) => [from, to].some((leg) => leg.startsWith(`${diode}.`)))
    .reduce((now, { id }) => removeWire(now, id), rig);
  expect(found(without, "coil-alone-BZ1")).toMatchObject([{ severity: "caution" }]);
  const turn = (leg: LegRef) =>
    leg === legRef(diode, "A") ? legRef(diode, "K") : leg === legRef(diode, "K") ? legRef(diode, "A") : leg;
  const turned = {
    ...rig,
    wires: rig.wires.map((wire) => ({ ...wire, from: turn(wire.from), to: turn(wire.to) })),
  };
  expect(found(turned, "coil-diode-turned-BZ1")).toMatchObject([
    { severity: "fault", title: `${diode} across BZ1 is the wrong way round` },
  ]);
});

test("a relay alone has its diode as well, and the caution of all relays", () => {
  const wired = wireUp(modelOf(plainDemoRig("water-warmth")), "relay");
  if (!wired.ok) throw new Error(wired.message);
  expect(found(wired.rig, "coil")).toEqual([]);
  expect(found({ ...wired.rig, live: rig.live }, "load-caution")).toHaveLength(1);
});

test("straight from a line to the supply it would never be silent; logic makes no tone", () => {
  const board = controllerUnit(rig)!.ref;
  const switchOf = rig.units.find(({ part }) => part === "npn-switch")!.ref;
  const direct: Rig = {
    ...rig,
    wires: rig.wires.flatMap((wire) => {
      const legs = [wire.from, wire.to];
      if (legs.includes(legRef(switchOf, "C")))
        return [{ ...wire, from: legRef(BZ1, "-"), to: legRef(board, "8") }];
      return legs.some((leg) => leg.startsWith(`${switchOf}.`)) ? [] : [wire];
    }),
  };
  expect(said(direct).join()).toMatch(/NPN transistor/);
  const boats = plainDemoRig("boats-out");
  const logic = wireUp(modelOf(boats), "buzzer-passive");
  if (!logic.ok) throw new Error(logic.message);
  const counts: Rig = {
    ...logic.rig,
    live: { ...rig.live!, controls: [], events: rig.live!.events },
  };
  expect(said(counts).join()).toMatch(/wants a tone, which this logic does not make/);
});
