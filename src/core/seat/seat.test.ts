import fc from "fast-check";
import { displayBody } from "../parts";
import { moveWireEnd, asLeg } from "../rig";
import { LARGE, river, seated, RIGS, BREADBOARDS, expectSound } from "./fixtures/table";

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
