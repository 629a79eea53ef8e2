import { demoRig } from "@/demo";
import { asUnit, noteUnit, noteWire, paintWires, readRig, relay, writeRig, type Rig } from "../rig";
import { modelOf, wireColour } from ".";

const slip = demoRig("slip-gate");
const coloursOf = (rig: Rig) => {
  const model = modelOf(rig);
  return new Map(rig.wires.map((wire) => [wire.id, wireColour(model, wire)]));
};

describe("the colour of a wire", () => {
  test("by habit: supply red, ground black, and each line its own", () => {
    const colours = coloursOf(slip);
    expect([colours.get("power"), colours.get("ground")]).toEqual(["red", "black"]);
    expect(["data", "clock", "latch"].map((id) => colours.get(id))).toEqual(["green", "yellow", "blue"]);
    // Nothing but rails is red or black.
    const model = modelOf(slip);
    for (const [id, colour] of colours) {
      const net = model.nets.of(slip.wires.find((wire) => wire.id === id)!.from).id;
      const isRail = (model.drivers.get(net) ?? []).some(({ kind }) => kind === "rail");
      expect([id, colour === "red" || colour === "black"]).toEqual([id, isRail]);
    }
  });

  test.each(["habit", "net"] as const)("by %s, wires of one net have one colour", (wireColours) => {
    const rig = { ...demoRig("river-level"), wireColours };
    const model = modelOf(rig);
    const byNet = new Map<number, string>();
    for (const wire of rig.wires) {
      const net = model.nets.of(wire.from).id;
      const colour = wireColour(model, wire);
      expect(byNet.get(net) ?? colour).toBe(colour);
      byNet.set(net, colour);
    }
    expect(new Set(byNet.values()).size).toBe(10);
  });

  test("a colour chosen by hand stays, also when the rig is laid again, and can be taken back", () => {
    const painted = paintWires(slip, ["data", "clock"], "violet");
    expect(coloursOf(painted).get("data")).toBe("violet");
    const again = relay(painted, { ...painted.plan, resistors: "common" });
    expect(coloursOf(again).get("clock")).toBe("violet");
    expect(coloursOf(paintWires(again, ["clock"], undefined)).get("clock")).toBe("yellow");
    expect(coloursOf(again).get("data")).toBe("violet");
  });

  test("notes stay with their wire and their part, go into the file, and nothing but spaces is none", () => {
    const noted = noteUnit(noteWire(slip, "data", " long one, round the lens "), asUnit("U1"), "bent leg 9");
    const read = readRig(writeRig(relay(noted, { ...noted.plan, resistors: "common" })));
    expect(read.ok && read.rig.wires.find(({ id }) => id === "data")?.note).toBe("long one, round the lens");
    expect(read.ok && read.rig.units.find(({ ref }) => ref === "U1")?.note).toBe("bent leg 9");
    expect(noteUnit(noteWire(noted, "data", "  "), asUnit("U1"), "")).toEqual(slip);
  });
});
