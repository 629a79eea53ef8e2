import fc from "fast-check";
import { demoRig, plainDemoRig } from "@/demo";
import {
  addWire,
  asLeg,
  assignLine,
  changeUnits,
  leaveOut,
  moveWireEnd,
  movedWires,
  netsOf,
  placeUnits,
  placeWires,
  removeWire,
  splitLegRef,
  swapWires,
  partOf,
  legRef,
  asPip,
  noteDead,
  type Edited,
  type Rig,
} from ".";

const slip = demoRig("slip-gate");
const river = demoRig("river-level");
const refused = (edited: Edited): string => {
  if (edited.ok) throw new Error("it was done");
  return edited.message;
};
const done = (edited: Edited): Rig => {
  if (!edited.ok) throw new Error(edited.message);
  return edited.rig;
};
const legs = (rig: Rig) =>
  rig.units.flatMap((unit) => partOf(unit).legs.map(({ id }) => legRef(unit.ref, id)));
/** Nets as sets of legs, in an order of their own. */
const joined = (rig: Rig) =>
  netsOf(rig)
    .all.map((net) => [...net.legs].sort().join(" "))
    .sort();

describe("moving, swapping and adding wires", () => {
  test.each<[string, () => Edited, string]>([
    [
      "a wire that is not there",
      () => moveWireEnd(slip, "nowhere", "to", asLeg("U1.1")),
      "There is no wire nowhere.",
    ],
    [
      "a leg that is not there",
      () => moveWireEnd(slip, "output-a", "from", asLeg("U1.17")),
      "There is no leg U1.17.",
    ],
    [
      "a unit that is not there",
      () => moveWireEnd(slip, "output-a", "from", asLeg("U9.1")),
      "There is no leg U9.1.",
    ],
    [
      "one wire with itself",
      () => swapWires(slip, "output-a", "output-a"),
      "Choose two different wires to swap.",
    ],
    ["a wire with none", () => swapWires(slip, "output-a", "nowhere"), "Choose two different wires to swap."],
    [
      "from a leg to itself",
      () => addWire(slip, asLeg("U1.1"), asLeg("U1.1")),
      "A wire needs two different legs.",
    ],
    [
      "to a leg that is not there",
      () => addWire(slip, asLeg("U1.1"), asLeg("DS1.11")),
      "Choose a leg for each end.",
    ],
  ])("%s is refused", (_, edit, message) => {
    expect(refused(edit())).toBe(message);
  });

  test("no two wires join the same legs, whichever way round", () => {
    const [wire] = slip.wires;
    const again = [addWire(slip, wire!.from, wire!.to), addWire(slip, wire!.to, wire!.from)];
    for (const edited of again) expect(refused(edited)).toMatch(/ is there already\.$/);
    const extra = done(addWire(slip, asLeg("MCU1.12"), asLeg("MCU1.13")));
    const added = extra.wires.at(-1)!;
    expect(refused(moveWireEnd(extra, added.id, "from", asLeg("MCU1.13")))).toMatch(/^The other end/);
    const third = done(addWire(extra, asLeg("MCU1.12"), asLeg("MCU1.11")));
    const moved = moveWireEnd(third, third.wires.at(-1)!.id, "to", asLeg("MCU1.13"));
    expect(refused(moved)).toMatch(/^A wire already runs from /);
  });

  test("a new wire has a name of its own, also where one was taken out", () => {
    const one = done(addWire(slip, asLeg("MCU1.12"), asLeg("MCU1.13")));
    const two = done(addWire(one, asLeg("MCU1.11"), asLeg("MCU1.13")));
    expect(two.wires.slice(-2).map(({ id }) => id)).toEqual(["extra-1", "extra-2"]);
    const less = removeWire(two, "extra-1");
    expect(done(addWire(less, asLeg("MCU1.10"), asLeg("MCU1.13"))).wires.at(-1)!.id).toBe("extra-1");
    expect(removeWire(removeWire(two, "extra-1"), "extra-2").wires).toEqual(slip.wires);
  });

  test("moved there and back the nets are as before, and the wire has to be placed again", () => {
    const placed = placeWires(slip, ["output-a"], true);
    const there = done(moveWireEnd(placed, "output-a", "from", asLeg("U1.9")));
    expect(there.wires.find(({ id }) => id === "output-a")!.placed).toBe(false);
    expect(joined(there)).not.toEqual(joined(slip));
    expect(movedWires(there)).toEqual(["output-a"]);
    const before = slip.wires.find(({ id }) => id === "output-a")!.from;
    const back = done(moveWireEnd(there, "output-a", "from", before));
    expect(joined(back)).toEqual(joined(slip));
    expect(movedWires(back)).toEqual([]);
  });

  test("swapped twice everything is as before, for any two wires that can be swapped", () => {
    const ids = river.wires.map(({ id }) => id);
    fc.assert(
      fc.property(fc.constantFrom(...ids), fc.constantFrom(...ids), (one, other) => {
        const swapped = swapWires(river, one, other);
        if (!swapped.ok) return;
        expect(swapped.rig.wires.filter(({ placed }) => !placed).map(({ id }) => id)).toEqual(
          expect.arrayContaining([one, other]),
        );
        expect(joined(done(swapWires(swapped.rig, one, other)))).toEqual(joined(river));
      }),
      { numRuns: 60 },
    );
  });

  test("whatever is edited, no wire begins where it ends, none is there twice, and every leg is there", () => {
    const ids = slip.wires.map(({ id }) => id);
    const all = legs(slip);
    const step = fc.oneof(
      fc.record({
        do: fc.constant("move" as const),
        id: fc.constantFrom(...ids),
        leg: fc.constantFrom(...all),
      }),
      fc.record({
        do: fc.constant("swap" as const),
        id: fc.constantFrom(...ids),
        other: fc.constantFrom(...ids),
      }),
      fc.record({
        do: fc.constant("add" as const),
        from: fc.constantFrom(...all),
        to: fc.constantFrom(...all),
      }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        let rig = slip;
        for (const one of steps) {
          const edited =
            one.do === "move"
              ? moveWireEnd(rig, one.id, "to", one.leg)
              : one.do === "swap"
                ? swapWires(rig, one.id, one.other)
                : addWire(rig, one.from, one.to);
          if (edited.ok) rig = edited.rig;
        }
        const pairs = rig.wires.map(({ from, to }) => [from, to].sort().join(" "));
        expect(new Set(pairs).size).toBe(pairs.length);
        for (const { from, to } of rig.wires) {
          expect(from).not.toBe(to);
          expect(all).toEqual(expect.arrayContaining([from, to]));
        }
        expect(new Set(rig.wires.map(({ id }) => id)).size).toBe(rig.wires.length);
      }),
      { numRuns: 60 },
    );
  });
});

describe("lines", () => {
  test("given another line, a use takes its wires along; the line's own use changes places with it", () => {
    const { lines } = slip.plan;
    const moved = assignLine(slip, lines, "data", lines.clock!);
    expect(moved.plan.lines).toMatchObject({ data: lines.clock, clock: lines.data });
    const to = (rig: Rig, line: string) =>
      rig.wires.flatMap(({ from, to: end }) =>
        from === `MCU1.${line}` ? [end] : end === `MCU1.${line}` ? [from] : [],
      );
    expect(to(moved, lines.clock!)).toEqual(to(slip, lines.data!));
    expect(to(moved, lines.data!)).toEqual(to(slip, lines.clock!));
    expect(assignLine(moved, moved.plan.lines, "data", lines.data!).plan).toEqual(slip.plan);
  });

  test("given the line it has, or a use the rig has none for, nothing is changed", () => {
    expect(assignLine(slip, slip.plan.lines, "data", slip.plan.lines.data!)).toBe(slip);
    expect(assignLine(slip, slip.plan.lines, "select-1" as never, "12")).toBe(slip);
  });
});

describe("ticks, values and what is left out", () => {
  test("parts and wires are ticked and cleared by name, others stay", () => {
    const some = slip.wires.slice(0, 2).map(({ id }) => id);
    const ticked = placeWires(slip, some, true);
    expect(ticked.wires.filter(({ placed }) => placed).map(({ id }) => id)).toEqual(
      expect.arrayContaining(some),
    );
    const seated = placeUnits(slip, ["U1"], true);
    expect(seated.units.filter(({ placed }) => placed).map(({ ref }) => ref)).toEqual(["U1"]);
    expect(placeUnits(seated, ["U1"], false)).toEqual(slip);
  });

  test("LEDs are left out on purpose once, and none left out is no list at all", () => {
    const pip = asPip("DS1.1.dp");
    const left = leaveOut(leaveOut(slip, [pip], true), [pip], true);
    expect(left.leftOut).toEqual([pip]);
    expect(leaveOut(left, [pip], false)).toEqual(slip);
    expect("leftOut" in leaveOut(left, [pip], false)).toBe(false);
  });

  test("a dead LED is noted once, and taken back", () => {
    const pip = asPip("DS1.1.g");
    const noted = noteDead(noteDead(slip, pip, true), pip, true);
    expect(noted.dead).toEqual([pip]);
    expect(noteDead(noted, pip, false)).toEqual(slip);
  });

  test("values are changed of just the parts that are meant", () => {
    const changed = changeUnits(slip, ({ part }) => part === "resistor", { ohms: 330 });
    for (const unit of changed.units)
      expect(unit.ohms).toBe(
        unit.part === "resistor" ? 330 : slip.units.find(({ ref }) => ref === unit.ref)!.ohms,
      );
  });
});

test("every leg of every unit is on just one net, and a wire's two ends are on the same", () => {
  for (const rig of [slip, river, plainDemoRig("tide-notice")]) {
    const nets = netsOf(rig);
    const listed = nets.all.flatMap((net) => net.legs);
    expect(listed.length).toBe(new Set(listed).size);
    expect([...listed].sort()).toEqual([...legs(rig)].sort());
    for (const { id, from, to } of rig.wires) {
      expect(nets.of(from)).toBe(nets.of(to));
      expect(nets.of(from).wires).toContain(id);
    }
    expect(() => nets.of(asLeg("U99.1"))).toThrow("no leg U99.1");
    expect(splitLegRef(listed[0]!).unit).toBe(rig.units[0]!.ref);
  }
});
