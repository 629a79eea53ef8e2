import { demoRig } from "@/demo";
import { modelOf } from "@/core/address";
import { relay, type Rig, asLeg } from "@/core/rig";
import { layOut, wirePath } from "./layout";

const slipGate = demoRig("slip-gate");
const ladderStep = demoRig("ladder-step");

test.each<[string, Rig]>([
  ["Slip gate", slipGate],
  ["Ladder step", ladderStep],
  [
    "one resistor, separate supply",
    relay(slipGate, { ...slipGate.plan, resistors: "common", power: "separate" }),
  ],
])("%s: every leg has its own place inside the drawing, and no part covers another", (_, rig) => {
  const { boxes, spots, width, height } = layOut(modelOf(rig));
  const places = [...spots.values()];
  expect(places).toHaveLength(
    rig.units.reduce((sum, unit) => sum + modelOf(rig).part(unit.ref).legs.length, 0),
  );
  for (const { x, y } of places) {
    expect(x).toBeGreaterThan(0);
    expect(x).toBeLessThan(width);
    expect(y).toBeGreaterThan(0);
    expect(y).toBeLessThan(height);
  }
  for (const one of places) {
    for (const other of places)
      if (one !== other) expect(Math.hypot(one.x - other.x, one.y - other.y)).toBeGreaterThan(8);
  }
  for (const one of boxes) {
    for (const other of boxes) {
      if (one === other) continue;
      const apart =
        one.x + one.width <= other.x ||
        other.x + other.width <= one.x ||
        one.y + one.height <= other.y ||
        other.y + other.height <= one.y;
      expect(`${one.ref} ${other.ref} ${apart}`).toBe(`${one.ref} ${other.ref} true`);
    }
  }
});

test("a wire leaves each leg the way the leg points", () => {
  const { spots } = layOut(modelOf(slipGate));
  const path = wirePath(spots.get(asLeg("U1.15"))!, spots.get(asLeg("R1.1"))!);
  const [from, out] = path.match(/-?[\d.]+,-?[\d.]+/g)!.map((pair) => pair.split(",").map(Number));
  expect(out![0]!).toBeGreaterThan(from![0]!);
});
