import { modelOf } from "@/core/address";
import { checkAtOnce } from "@/core/check";
import { readRig, writeRig, type PipId } from "@/core/rig";
import { trailOf } from "@/core/trail";
import { DEMO_RIGS, demoRig } from "@/demo";
import { Desk } from "./desk";

test("what is stored is checked one by one: a rig with its line in words, or where it is broken", () => {
  const slip = demoRig("slip-gate");
  const [good, bad] = new Desk().shelve([slip, { ...slip, plan: undefined }]);
  expect(good).toMatchObject({ ok: true, rig: slip });
  expect(good?.ok && good.summary).toBe("one digit, common cathode · 74HC595 · ATmega328P board");
  expect(bad).toEqual({ ok: false, problems: [{ path: "plan", message: "is missing" }] });
});

test("rig files are written and read", () => {
  const desk = new Desk();
  for (const rig of desk.demoRigs()) {
    expect(desk.write(rig)).toBe(writeRig(rig));
    expect(desk.read(desk.write(rig))).toEqual(readRig(writeRig(rig)));
  }
});

describe.each(DEMO_RIGS.map((rig) => [rig.id, rig] as const))("%s on the desk", (_, rig) => {
  const desk = new Desk();
  desk.take(rig);
  test("is looked at and followed as the core has it, and that survives the way to the page", () => {
    const model = modelOf(rig);
    const look = desk.look("letters");
    expect(look.findings).toEqual(checkAtOnce(model, "letters"));
    expect(structuredClone(look)).toEqual(look);
    const pip = model.addresses[0]!.pip;
    expect(desk.trail(pip, "letters")).toEqual(trailOf(model, pip, "letters"));
  });
});

test("asked about no rig it says so", () => {
  expect(() => new Desk().trail("DS1.1.a" as PipId, "letters")).toThrow("no rig was taken up");
});
