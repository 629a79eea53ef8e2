import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { wireUp } from "../inputs";
import { startWith } from "../live";
import { asUnit, pipId, type Rig } from "../rig";
import { trailOf } from ".";

const hopsOf = (rig: Rig, pip = modelOf(rig).addresses[0]!.pip) =>
  trailOf(modelOf(rig), pip).filter(({ kind }) => kind === "time" || kind === "hand");
const words = (rig: Rig, pip?: ReturnType<typeof pipId>) =>
  hopsOf(rig, pip).map(({ title, detail }) => `${title}: ${detail ?? ""}`);

test("behind a segment of a rig that reacts stand the hands that move what it shows, each with its line", () => {
  expect(words(demoRig("lap-bell"))).toEqual([
    "lit when what is shown asks for it: as lapsToGo goes",
    "SW1 on line 2: pressed: lapsToGo down by 1, not below 0",
    "SW2 on line 3: held for 2 s: lapsToGo set back to its start",
  ]);
  const [, first] = hopsOf(demoRig("lap-bell"));
  expect(first!.legs).toEqual(expect.arrayContaining(["SW1.1", "SW1.4", "MCU1.2"]));
  expect(words(demoRig("water-warmth"))[1]).toMatch(/^SE1 on line A0: warmth is read from it$/);
  expect(words(demoRig("berth-board"))[1]).toMatch(
    /^KP1 on lines (\w+ ){3}\w+ by (\w+ ){3}\w+: key 1 pressed: digit 1 into berth, and \d+ more$/,
  );
  const distance = startWith(plainDemoRig("river-level"), "distance");
  if (!distance.ok) throw new Error(distance.message);
  expect(words(distance.rig)[1]).toMatch(/^SE1 on line \d+ and \d+: distance is read from it$/);
});

test("many hands are counted behind the first five", () => {
  const plain = demoRig("crew-tally");
  expect(words(plain)[1]).toMatch(/^SW1, a key of U1: pressed: strokesRed up by 1, round at 99, and 1 more$/);
  const bell = demoRig("lap-bell");
  const wired = Array.from({ length: 5 }).reduce<Rig>((rig) => {
    const made = wireUp(modelOf(rig), "button");
    if (!made.ok) throw new Error(made.message);
    return made.rig;
  }, bell);
  const live = bell.live!;
  const more = [3, 4, 5, 6, 7].map((nth) => ({ ...live.controls[0]!, unit: asUnit(`SW${nth}`) }));
  const crowded = { ...wired, live: { ...live, controls: [...live.controls, ...more] } };
  const hands = hopsOf(crowded).filter(({ kind }) => kind === "hand");
  expect(hands).toHaveLength(6);
  expect(hands.at(-1)!.title).toMatch(/^\d more parts? one moves$/);
});

test("a lamp says what switches it; one that nothing switches is kept dark", () => {
  const boats = demoRig("boats-out");
  const lamp = pipId(asUnit("LED1"), 1, modelOf(boats).addresses.at(-1)!.segment);
  expect(words(boats, lamp)[0]).toBe(
    "lit while it is switched on: when out is above 0: LED1 on; when out is 0: LED1 off",
  );
  const idle: Rig = { ...boats, live: { ...boats.live!, events: [] } };
  expect(words(idle, lamp)[0]).toMatch(/^kept dark/);
});

test("a sign that reacts is not said to be lit so much of a run it does not show", () => {
  expect(words(demoRig("tide-notice"))[0]).toMatch(/^lit when what is shown asks for it/);
  expect(words(plainDemoRig("tide-notice"))[0]).toMatch(/of the run|in this run/);
});
