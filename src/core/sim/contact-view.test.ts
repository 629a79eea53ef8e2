import { demoRig } from "@/demo";
import { modelOf } from "../address";
import { asUnit } from "../rig";
import { contactView } from "./contact-view";

const rig = demoRig("lap-bell");
const [judge] = rig.live!.controls.map(({ unit }) => unit);

test("a worn contact counts several times as it comes, and once by each of the ways", () => {
  const view = contactView(modelOf(rig), judge!)!;
  // It bounces for 9 ms, and a press is as many closings as there are.
  expect(view.contact.filter(({ down }) => down).length).toBeGreaterThan(1);
  const of = (way: string) => view.taken.find((one) => one.way === way)!;
  expect(of("none").presses).toBeGreaterThan(1);
  expect(["wait", "samples", "states", "interrupt"].map((way) => of(way).presses)).toEqual([1, 1, 1, 1]);
  const ms = (way: string) => of(way).late! / 1e6;
  // A blocking wait takes the first touch; a level that has to stand comes after the bouncing and its 20 ms.
  expect(ms("none")).toBeLessThan(1);
  expect(ms("wait")).toBeLessThan(1);
  expect(ms("interrupt")).toBeLessThan(1);
  expect(ms("states")).toBeGreaterThan(20);
  expect(ms("states")).toBeLessThan(9 + 20 + 3);
});

test("a contact that does not bounce is taken once by all of them", () => {
  const still = {
    ...rig,
    units: rig.units.map((unit) => (unit.ref === judge ? { ...unit, hand: { bounce: 0 } } : unit)),
  };
  const view = contactView(modelOf(still), judge!)!;
  expect(view.contact.map(({ down }) => down)).toEqual([true, false]);
  expect(view.taken.map(({ presses }) => presses)).toEqual([1, 1, 1, 1, 1]);
});

test("a key of a keypad is seen like a button; what nothing reads has no view", () => {
  const board = demoRig("berth-board");
  expect(contactView(modelOf(board), asUnit("KP1"), "5")!.taken.map(({ presses }) => presses > 0)).toEqual([
    true,
    true,
    true,
    true,
  ]);
  expect(contactView(modelOf(board), asUnit("KP1"), "C")).toBeUndefined();
  expect(contactView(modelOf({ ...rig, live: undefined }), judge!)).toBeUndefined();
});
