import { plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import type { PipName } from "../glyph";
import { FaultSearch } from ".";
import type { Fault } from "./faults";
import { litWith, lookedFor, rankOf } from "./fixtures/looked-for";

const gate = new FaultSearch(plainDemoRig("slip-gate"));
const fault = (search: FaultSearch, says: RegExp): Fault => {
  const found = search.faults.filter((one) => says.test(one.says));
  if (found.length === 0) throw new Error(`no fault says ${says}`);
  return found[0]!;
};
describe("a fault is made, and looks like what it is", () => {
  const legOf = (segment: PipName): string => {
    const model = modelOf(plainDemoRig("slip-gate"));
    const part = model.part(model.digits[0]!.unit);
    const led = part.kind === "display" ? part.leds.find((one) => one.segment === segment) : undefined;
    // Common cathode: a segment's own leg is its anode.
    return led!.anode;
  };

  test("a wire to a segment that is missing leaves just that one dark", () => {
    const missing = fault(
      gate,
      new RegExp(`to DS1 leg ${legOf("a")} is missing|from DS1 leg ${legOf("a")} to`),
    );
    expect(litWith(gate, missing, "all")).toEqual([["b", "c", "d", "e", "f", "g", "dp"]]);
    expect(litWith(gate, missing, "digit 1 a")).toEqual([[]]);
    expect(litWith(gate, missing, "digit 1 b")).toEqual([["b"]]);
  });

  test("two wires at neighbouring legs that are exchanged: each segment lights the other", () => {
    const exchanged = gate.faults.filter(({ id }) => /^exchanged DS1/.test(id));
    expect(exchanged.length).toBeGreaterThan(3);
    const swaps = exchanged.flatMap((one) =>
      (["a", "b", "c", "d", "e", "f", "g", "dp"] as const).flatMap((segment) => {
        const [seen] = litWith(gate, one, `digit 1 ${segment}`);
        return seen?.length === 1 && seen[0] !== segment ? [`${segment} ${seen[0]}`] : [];
      }),
    );
    // An exchange goes both ways.
    for (const swap of swaps) expect(swaps).toContain(swap.split(" ").reverse().join(" "));
    expect(swaps.length).toBeGreaterThan(3);
  });

  test("a display of the other polarity stays dark; bits in the opposite order light the mirror bit", () => {
    expect(litWith(gate, fault(gate, /other polarity/), "all")).toEqual([[]]);
    const order = fault(gate, /opposite order/);
    expect(litWith(gate, order, "all")[0]).toHaveLength(8);
    const walked = ["a", "b", "c", "d", "e", "f", "g", "dp"].map(
      (one) => litWith(gate, order, `digit 1 ${one}`)[0]!,
    );
    expect(walked.every((one) => one.length === 1)).toBe(true);
    expect(new Set(walked.flat()).size).toBe(8);
    expect(walked.flat()).not.toEqual(["a", "b", "c", "d", "e", "f", "g", "dp"]);
  });

  test("with nothing wrong every pattern shows what it asks for", () => {
    const [right] = gate.faults;
    expect(gate.sights(right!)).toEqual(gate.patterns.map(({ asked: wanted }) => wanted));
  });
});

describe("what was seen is explained", () => {
  test("nothing seen yet: the whole face is shown first", () => {
    expect(gate.diagnose([])).toMatchObject({ candidates: [], next: { id: "all" } });
  });

  test("every fault of Slip gate is found, test by test, with those nobody tells from it", () => {
    const ranks = gate.faults.map((truth) => {
      const { rank, looks } = lookedFor(gate, truth);
      return { says: truth.says, rank, tests: looks };
    });
    const share = (wanted: (rank: number) => boolean) =>
      ranks.filter(({ rank }) => wanted(rank)).length / ranks.length;
    expect(share((rank) => rank === 0)).toBeGreaterThan(0.75);
    expect(share((rank) => rank >= 0 && rank < 3)).toBeGreaterThan(0.97);
    expect(ranks.reduce((sum, { tests }) => sum + tests, 0) / ranks.length).toBeLessThan(6);
  });

  test("one LED taken for dark by mistake does not lose the fault", () => {
    const truth = fault(gate, /DS1 leg \d+ and DS1 leg \d+ touch/);
    const seen = gate.patterns.map(({ id }) => ({ pattern: id, lit: litWith(gate, truth, id) }));
    const [first] = seen.filter((one) => one.lit[0]!.length > 1);
    const slipped = seen.map((one) => (one === first ? { ...one, lit: [one.lit[0]!.slice(1)] } : one));
    const found = gate.diagnose(slipped);
    expect(rankOf(found, truth)).toBeLessThan(3);
    expect(found.candidates[0]!.misses).toBeGreaterThan(0);
  });

  test("digits that take turns: a missing common wire is one of the first", () => {
    const river = new FaultSearch(plainDemoRig("river-level"));
    const common = river.faults.find(({ says }) =>
      /^the wire from Q1 leg C to DS1|DS1 leg \d+ to Q1 leg C/.test(says),
    );
    const dead = common ?? fault(river, /Q1 leg \w+ .*is missing/);
    const [sight] = river.sights(dead, [0]);
    const found = river.diagnose([{ pattern: "all", lit: sight === "?" ? [] : sight! }]);
    expect(rankOf(found, dead)).toBeGreaterThanOrEqual(0);
    expect(rankOf(found, dead)).toBeLessThan(3);
  });

  test("a pattern the rig has not is refused", () => {
    expect(() => gate.diagnose([{ pattern: "digit 9", lit: [] }])).toThrow(/no pattern/);
  });
});
