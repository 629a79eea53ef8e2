import fc from "fast-check";
import { demoRig } from "@/demo";
import { modelOf, type RigModel } from "../address";
import { displayBody } from "../parts";
import {
  SCHEMES,
  moveWireEnd,
  movedWires,
  planProblem,
  relay,
  splitLegRef,
  swapWires,
  withController,
  type Rig,
  asLeg,
} from "../rig";
import { frameRows } from "../sim";
import {
  BOARDS,
  RAIL_KINDS,
  holeKey,
  planFromWires,
  railColumns,
  seatRig,
  untangle,
  wireSeats,
  type Breadboard,
  type Hole,
  type SeatedWiring,
  type Seating,
} from ".";

const LARGE: Breadboard = { size: 830, rails: "through" };
const river = demoRig("river-level");
const slip = demoRig("slip-gate");
const seated = (rig: Rig, board: Breadboard = LARGE) => {
  const model = modelOf(rig);
  const seating = seatRig(model.rig, board);
  return { model, seating, wiring: wireSeats(model, seating) };
};

/** Every way to drive four or eight digits, on both sizes, with both kinds of rails; and the demo rigs. */
const RIGS: Array<[what: string, rig: Rig]> = [
  ...[
    "slip-gate",
    "river-level",
    "ladder-step",
    "boats-out",
    "water-warmth",
    "crew-tally",
    "oar-rack",
    "wind-arrow",
  ].map((id): [string, Rig] => [id, demoRig(id)]),
  ...SCHEMES.flatMap((scheme) =>
    (["common-cathode", "common-anode"] as const).flatMap((polarity) =>
      ([4, 8] as const).map((digits): [string, Rig] => [
        `${scheme}, ${polarity}, ${digits}`,
        relay(river, {
          ...river.plan,
          scheme,
          polarity,
          digits,
          power: digits === 8 ? "separate" : "board",
          lines: {},
        }),
      ]),
    ),
  ).filter(([, { plan }]) => planProblem(plan) === undefined),
];
RIGS.push(
  ["a chip alone as controller", relay(river, withController(river.plan, "ATtiny84"))],
  ["another one, one digit", relay(slip, withController(slip.plan, "PIC16F1455"))],
);
for (const [register, polarity] of [
  ["74HC164", "common-cathode"],
  ["CD4094", "common-cathode"],
  ["TLC5916", "common-anode"],
] as const)
  for (const scheme of ["register-static", "two-registers"] as const) {
    const plan = { ...river.plan, scheme, register, polarity, digits: 4, lines: {} };
    RIGS.push([`${scheme} with ${register}`, relay(river, plan)]);
  }
const BREADBOARDS: Breadboard[] = ([400, 830] as const).flatMap((size) =>
  RAIL_KINDS.map((rails) => ({ size, rails })),
);

/** What is joined inside a board, told from the way such boards are made and nothing else. */
function strip({ size, rails }: Breadboard, hole: Hole): string {
  if ("rail" in hole) {
    const right = rails === "broken" && hole.column * 2 > BOARDS[size];
    return `board ${hole.board} rail ${hole.rail} ${right}`;
  }
  return `board ${hole.board} column ${hole.column} ${hole.row <= "e"}`;
}

/** Follows holes, strips, rails and jumpers: which legs the table joins, as groups of legs. */
function joinedOnTable(model: RigModel, board: Breadboard, seating: Seating, wiring: SeatedWiring) {
  const links = new Map<string, Set<string>>();
  const link = (one: string, other: string) => {
    links.set(one, (links.get(one) ?? new Set()).add(other));
    links.set(other, (links.get(other) ?? new Set()).add(one));
  };
  const legs = new Set<string>();
  const sit = (leg: string, hole: Hole) => {
    legs.add(leg);
    link(`leg ${leg}`, strip(board, hole));
  };
  for (const [leg, hole] of seating.holes) sit(leg, hole);
  for (const { ref, from, to } of wiring.capacitors) {
    sit(`${ref}.1`, from);
    sit(`${ref}.2`, to);
  }
  for (const { from, to } of [...wiring.feeders, ...wiring.wires]) {
    const [one, other] = [from, to].map((end) => {
      if (end.at === "hole") return strip(board, end.hole);
      legs.add(end.leg);
      return `leg ${end.leg}`;
    });
    link(one!, other!);
  }
  for (const { ref } of model.rig.units)
    for (const group of model.part(ref).joined ?? [])
      for (const leg of group.slice(1)) link(`leg ${ref}.${group[0]}`, `leg ${ref}.${leg}`);
  const groupOf = new Map<string, number>();
  let count = 0;
  for (const leg of legs) {
    if (groupOf.has(`leg ${leg}`)) continue;
    count += 1;
    const queue = [`leg ${leg}`];
    for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
      if (groupOf.has(at)) continue;
      groupOf.set(at, count);
      queue.push(...(links.get(at) ?? []));
    }
  }
  return { legs: [...legs], groupOf: (leg: string) => groupOf.get(`leg ${leg}`) };
}

/** The seating has to make the rig's nets, give no hole twice, and lay nothing under a body. */
function expectSound(rig: Rig, board: Breadboard) {
  const { model, seating, wiring } = seated(rig, board);
  expect(wiring.full).toEqual([]);
  // Only what is wider than the whole board may be left beside it.
  const tooWide = rig.units
    .filter(({ ref }) => {
      const part = model.part(ref);
      return part.kind === "display" && displayBody(part).width > BOARDS[board.size];
    })
    .map(({ ref }) => ref);
  expect(seating.left).toEqual(tooWide);
  const ends = [...wiring.wires, ...wiring.feeders].flatMap(({ from, to }) => [from, to]);
  const wireHoles = [
    ...ends.flatMap((end) => (end.at === "hole" ? [end.hole] : [])),
    ...wiring.capacitors.flatMap(({ from, to }) => [from, to]),
  ];
  const holes = [...seating.holes.values(), ...wireHoles].map(holeKey);
  expect(new Set(holes).size).toBe(holes.length);
  for (const hole of wireHoles) {
    expect(seating.covered.has(holeKey(hole))).toBe(false);
    if ("rail" in hole) expect(railColumns(board.size)).toContain(hole.column);
    expect(hole.column).toBeGreaterThanOrEqual(1);
    expect(hole.column).toBeLessThanOrEqual(BOARDS[board.size]);
  }
  const besides = ends.flatMap((end) => (end.at === "beside" ? [end.leg] : []));
  const pins = besides.filter((leg) => !tooWide.includes(splitLegRef(leg).unit));
  expect(new Set(pins).size).toBe(pins.length);

  const { legs, groupOf } = joinedOnTable(model, board, seating, wiring);
  const netOfGroup = new Map<number, number>();
  const groupOfNet = new Map<number, number>();
  for (const leg of legs) {
    const [net, group] = [model.nets.of(asLeg(leg)).id, groupOf(leg)!];
    expect([leg, netOfGroup.get(group) ?? net]).toEqual([leg, net]);
    expect([leg, groupOfNet.get(net) ?? group]).toEqual([leg, group]);
    netOfGroup.set(group, net);
    groupOfNet.set(net, group);
  }
  // Nothing that has a wire may be missing on the table.
  if (tooWide.length > 0) return;
  const wired = new Set(rig.wires.flatMap(({ from, to }) => [from, to]));
  for (const leg of wired) expect([leg, groupOfNet.has(model.nets.of(leg).id)]).toEqual([leg, true]);
  const onTable = new Set([
    ...seating.seats.map(({ ref }) => ref),
    ...wiring.capacitors.map(({ ref }) => ref),
  ]);
  for (const { ref } of rig.units)
    if (!["controller", "supply"].includes(model.part(ref).kind))
      expect([ref, onTable.has(ref)]).toEqual([ref, true]);

  for (const one of seating.seats)
    for (const other of seating.seats) {
      if (one.ref >= other.ref || one.board !== other.board) continue;
      const apart =
        one.room.right <= other.room.left ||
        other.room.right <= one.room.left ||
        one.room.bottom <= other.room.top ||
        other.room.bottom <= one.room.top;
      expect([one.ref, other.ref, apart]).toEqual([one.ref, other.ref, true]);
    }
}

describe.each(RIGS)("%s on breadboards", (_, rig) => {
  test.each(BREADBOARDS.map((board) => [`${board.size} points, rails ${board.rails}`, board] as const))(
    "%s: the boards make exactly the rig’s nets, no hole is given twice, no bodies touch",
    (__, board) => expectSound(rig, board),
  );
});

test("wires moved anywhere still make the rig’s nets on the table", () => {
  const legs = river.units.flatMap(({ ref }) =>
    ref.startsWith("U") || ref.startsWith("DS")
      ? ["1", "2", "5", "7", "9", "12"].map((leg) => `${ref}.${leg}`)
      : [],
  );
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.integer({ min: 0, max: river.wires.length - 1 }),
          fc.constantFrom("from" as const, "to" as const),
          fc.constantFrom(...legs),
        ),
        { maxLength: 4 },
      ),
      (moves) => {
        const rig = moves.reduce((now, [wire, end, leg]) => {
          const moved = moveWireEnd(now, river.wires[wire]!.id, end, asLeg(leg));
          return moved.ok ? moved.rig : now;
        }, river);
        expectSound(rig, LARGE);
      },
    ),
    { numRuns: 40 },
  );
});

test("a display takes the room of its body, and nothing lies under it", () => {
  const { seating } = seated(river);
  const display = seating.seats.find(({ ref }) => ref === "DS1")!;
  expect(display.columns).toBe(20);
  expect(displayBody(display.part as never).width).toBe(20);
  const resistors = seating.seats.filter(({ part }) => part.kind === "resistor");
  for (const { from } of resistors) expect(from).toBeGreaterThan(display.from + 19);
});

test("what one board does not hold goes on a second one", () => {
  const { seating, wiring } = seated(river, { size: 400, rails: "through" });
  expect(seating.boards).toBe(2);
  expect(seating.left).toEqual([]);
  expect(wiring.wires.every(({ lengthMm }) => lengthMm !== undefined)).toBe(true);
});

test("the columns of the resistors are dealt out as well as any order can be", () => {
  const { model, seating } = seated(slip);
  const length = (fixed: typeof seating.resistors) => {
    const { holes } = seatRig(model.rig, LARGE, fixed);
    return model.rig.wires
      .filter(({ from, to }) => [from, to].some((leg) => splitLegRef(leg).unit.startsWith("R")))
      .reduce((sum, { from, to }) => {
        const [one, other] = [holes.get(from)!, holes.get(to)!];
        const y = (hole: typeof one) => ("row" in hole ? "abcdexxfghij".indexOf(hole.row) + 3 : 0);
        return sum + Math.hypot(one.column - other.column, y(one) - y(other));
      }, 0);
  };
  const dealt = [...seating.resistors];
  const best = length(seating.resistors);
  for (let one = 0; one < dealt.length; one += 1) {
    for (let other = one + 1; other < dealt.length; other += 1) {
      const exchanged = new Map(dealt);
      exchanged.set(dealt[one]![0], dealt[other]![1]);
      exchanged.set(dealt[other]![0], dealt[one]![1]);
      expect(length(exchanged)).toBeGreaterThanOrEqual(best - 1e-9);
    }
  }
});

test.each(["shortest", "fewest crossings"] as const)(
  "untangled for %s: better wires, the same faces",
  (wish) => {
    const shares: number[] = [];
    const found = untangle(river, LARGE, wish, (share) => shares.push(share))!;
    expect(found.after.crossings).toBeLessThan(found.before.crossings);
    expect(found.after.totalMm).toBeLessThanOrEqual(found.before.totalMm);
    expect(found.moved).toBeGreaterThan(0);
    expect(shares.at(-1)).toBe(1);
    const rows = frameRows(modelOf(relay(river, found.plan)));
    expect(rows.every(({ faithful }) => faithful)).toBe(true);
    expect(new Set(found.plan.outputs).size).toBe(8);
  },
);

test("wires moved by hand are not untangled over the maker's head", () => {
  const moved = moveWireEnd(river, "output-a", "from", asLeg("U1.1"));
  expect(moved.ok && untangle(moved.rig, LARGE, "shortest")).toBeUndefined();
});

describe("wires moved by hand", () => {
  const swapped = (rig: Rig, one: string, other: string): Rig => {
    const edited = swapWires(rig, one, other);
    if (!edited.ok) throw new Error(edited.message);
    return edited.rig;
  };

  test("two outputs and two digits exchanged are taken up: the plan then makes these very wires", () => {
    const moved = swapped(swapped(river, "output-a", "output-c"), "drive-1", "drive-3");
    expect(movedWires(moved).length).toBeGreaterThan(0);
    const plan = planFromWires(modelOf(moved))!;
    expect(plan.outputs[0]).toBe("c");
    expect(movedWires({ ...moved, plan })).toEqual([]);
    expect(untangle({ ...moved, plan }, LARGE, "shortest")).toBeDefined();
  });

  test("what no choice of outputs makes is not taken up", () => {
    const moved = moveWireEnd(river, "output-a", "from", asLeg("U1.1"));
    expect(moved.ok && planFromWires(modelOf(moved.rig))).toBeUndefined();
  });
});

test("the goal asked for is never worse than what the other goal finds", () => {
  const [shortest, straightest] = (["shortest", "fewest crossings"] as const).map(
    (wish) => untangle(river, LARGE, wish)!.after,
  );
  expect(shortest!.totalMm).toBeLessThanOrEqual(straightest!.totalMm);
  expect(straightest!.crossings).toBeLessThanOrEqual(shortest!.crossings);
});
