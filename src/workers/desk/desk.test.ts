import { modelOf } from "@/core/address";
import { checkAtOnce } from "@/core/check";
import type { PipId } from "@/core/rig";
import { trailOf } from "@/core/trail";
import { DEMO_RIGS } from "@/demo";
import { Desk } from "./desk";

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
