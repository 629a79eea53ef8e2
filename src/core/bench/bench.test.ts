import { plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { asLeg } from "../rig";
import type { PipName } from "../glyph";
import { FaultSearch } from ".";
import { likelihoodOf, missesOf } from "./evidence";
import { pairOf, type Fault } from "./faults";
import { litWith, lookedFor, probedWith, rankOf, seenWith } from "./fixtures/looked-for";

const gate = new FaultSearch(plainDemoRig("slip-gate"));
const fault = (search: FaultSearch, id: string | RegExp): Fault => {
  const found = search.faults.find((one) => (typeof id === "string" ? one.id === id : id.test(one.id)));
  if (!found) throw new Error(`no fault is called ${id}`);
  return found;
};
/** The digit's own leg of a segment. */
const legOf = (segment: PipName): string => {
  const model = modelOf(plainDemoRig("slip-gate"));
  const address = model.addresses.find((one) => one.segment === segment)!;
  return address.ownLeg;
};
const ALL = ["a", "b", "c", "d", "e", "f", "g", "dp"] as const;
const readingAt = (truth: Fault, id: string) =>
  gate.readings(truth)[gate.probes.findIndex((probe) => probe.id === id)];

describe("a fault is made, and looks like what it is", () => {
  test("a wire to a segment that is missing leaves just that one dark", () => {
    const missing = gate.faults.find(
      ({ id, legs }) => id.startsWith("missing") && legs.some((leg) => leg === legOf("a")),
    )!;
    expect(litWith(gate, missing, "all")).toEqual([["b", "c", "d", "e", "f", "g", "dp"]]);
    expect(litWith(gate, missing, "digit 1 a")).toEqual([[]]);
    expect(litWith(gate, missing, "digit 1 b")).toEqual([["b"]]);
  });

  test("two wires at neighbouring legs that are exchanged: each segment lights the other", () => {
    const exchanged = gate.faults.filter(({ id }) => /^exchanged DS1/.test(id));
    expect(exchanged.length).toBeGreaterThan(3);
    const swaps = exchanged.flatMap((one) =>
      ALL.flatMap((segment) => {
        const [seen] = litWith(gate, one, `digit 1 ${segment}`);
        return seen?.length === 1 && seen[0] !== segment ? [`${segment} ${seen[0]}`] : [];
      }),
    );
    // An exchange goes both ways.
    for (const swap of swaps) expect(swaps).toContain(swap.split(" ").reverse().join(" "));
    expect(swaps.length).toBeGreaterThan(3);
  });

  test("a display of the other polarity stays dark; bits in the opposite order light the mirror bit", () => {
    expect(litWith(gate, fault(gate, "polarity DS1"), "all")).toEqual([[]]);
    const order = fault(gate, "bit order");
    expect(litWith(gate, order, "all")[0]).toHaveLength(8);
    const walked = ALL.map((one) => litWith(gate, order, `digit 1 ${one}`)[0]!);
    expect(walked.every((one) => one.length === 1)).toBe(true);
    expect(new Set(walked.flat()).size).toBe(8);
    expect(walked.flat()).not.toEqual(ALL);
  });

  test("code for the other polarity lights just what should be dark", () => {
    const inverted = fault(gate, "inverted");
    expect(litWith(gate, inverted, "digit 1 a")).toEqual([["b", "c", "d", "e", "f", "g", "dp"]]);
    expect(litWith(gate, inverted, "all")).toEqual([[]]);
  });

  test("a dead LED stays dark whatever is put out, and nothing else does", () =>
    ALL.forEach((segment) => {
      const dead = fault(gate, `dead DS1.1.${segment}`);
      expect(litWith(gate, dead, "all")).toEqual([ALL.filter((one) => one !== segment)]);
      expect(litWith(gate, dead, `digit 1 ${segment}`)).toEqual([[]]);
    }));

  test("a resistor ten times too large is seen dim, a tenth of it bright", () => {
    const dim = fault(gate, /^resistor R1 10$/);
    const seen = seenWith(gate, dim, "all");
    expect([seen.lit[0]!.length, seen.dim![0]!.length, seen.bright![0]!.length]).toEqual([7, 1, 0]);
    const bright = seenWith(gate, fault(gate, "resistor R1 0.1"), "all");
    expect([bright.lit[0]!.length, bright.dim![0]!.length, bright.bright![0]!.length]).toEqual([7, 0, 1]);
  });

  test("with nothing wrong every pattern shows what it asks for", () =>
    expect(gate.patterns.map(({ id }) => litWith(gate, gate.faults[0]!, id))).toEqual(
      gate.patterns.map(({ asked }) => asked),
    ));

  test("two faults at once are both in the rig", () => {
    const both = pairOf(fault(gate, "dead DS1.1.a"), fault(gate, "dead DS1.1.d"), 100);
    expect(litWith(gate, both, "all")).toEqual([["b", "c", "e", "f", "g", "dp"]]);
    expect(both.weight).toBeLessThan(fault(gate, "dead DS1.1.a").weight / 10);
  });
});

describe("a driver chip whose set-up lacks a write", () => {
  const sightsOf = (id: string) => {
    const search = new FaultSearch(plainDemoRig(id));
    return search.faults
      .filter((one) => one.id.startsWith("left out"))
      .map(
        (one) =>
          [
            one.says,
            litWith(search, one, "all")
              .map(({ length }) => length)
              .join(""),
          ] as const,
      );
  };
  test("that is never switched on stays dark; of digits that are not scanned only one is lit", () => {
    const gauge = sightsOf("lock-gauge");
    expect(gauge.find(([says]) => /only one digit is scanned/.test(says))![1]).toBe("00000008");
    expect(gauge.find(([says]) => /nothing is left that could flash up/.test(says))![1]).toBe("00000000");
    expect(sightsOf("water-warmth").map(([, lit]) => lit)).toContain("0000");
  });
  test("writes that make no difference to be seen are none to look for", () => {
    expect(sightsOf("lock-gauge").filter(([says]) => /junk/.test(says))).toEqual([]);
    expect(sightsOf("slip-gate")).toEqual([]);
  });
});

describe("what a meter shows with a fault", () => {
  const right = gate.faults[0]!;
  test.each([
    ["rest U1.16", 5],
    ["rest U1.8", 0],
    ["rest U1.13", 0],
    ["rest U1.10", 5],
  ])("with nothing wrong %s is %d V", (id, volts) => expect(readingAt(right, id)).toBe(volts));

  test("a chip without supply, without ground, and with a line that does not arrive", () => {
    expect(readingAt(fault(gate, "missing power"), "rest U1.16")).toBe("floating");
    expect(readingAt(fault(gate, "missing ground"), "rest U1.8")).toBe("lifted");
    const line = modelOf(plainDemoRig("slip-gate")).encoding.chain!.clock;
    const clock = `high ${line} U1.11`;
    expect(readingAt(right, clock)).toBe(5);
    expect(readingAt(fault(gate, "missing clock"), clock)).toBe("floating");
  });

  test("a lit segment's leg stands at its forward drop, that of a dead one at what drives it", () => {
    const leg = legOf("b");
    const [lit, dead] = [right, fault(gate, "dead DS1.1.b")].map((one) => readingAt(one, `lit ${leg}`));
    expect(lit).toBeGreaterThan(1.5);
    expect(lit).toBeLessThan(2.3);
    expect(dead).toBeCloseTo(5, 1);
  });
});

describe("what was seen is weighed", () => {
  const sight = [new Map([["a", "lit"] as const, ["b", "dim"] as const])];
  test.each<[string, { lit: PipName[][]; dim?: PipName[][]; bright?: PipName[][] }, number]>([
    ["just that", { lit: [["a"]], dim: [["b"]] }, 0],
    ["a dim one taken for lit", { lit: [["a", "b"]] }, 0.5],
    ["a dim one taken for dark", { lit: [["a"]] }, 0.5],
    ["one that is dark", { lit: [[]], dim: [["b"]] }, 1],
    ["one too many", { lit: [["a", "c"]], dim: [["b"]] }, 1],
    ["a bright one", { lit: [[]], dim: [["b"]], bright: [["a"]] }, 1.2],
    ["a lit one taken for dim", { lit: [[]], dim: [["a", "b"]] }, 1.2],
  ])("%s", (_, seen, misses) => expect(missesOf(sight, { pattern: "all", ...seen })).toBeCloseTo(misses, 9));

  test("volts agree within what parts and meters differ by", () => {
    expect(likelihoodOf(5, 4.6)).toBe(1);
    expect(likelihoodOf(5, 4.3)).toBeUndefined();
    expect(likelihoodOf("floating", 0.1)).toBeGreaterThan(likelihoodOf("floating", 3)!);
    expect(likelihoodOf("lifted", 2)).toBeGreaterThan(likelihoodOf("lifted", 0)!);
  });
});

describe("what was seen is explained", () => {
  test("nothing seen yet: the whole face is shown first", () =>
    expect(gate.diagnose({ seen: [], measured: [] })).toMatchObject({
      candidates: [],
      next: { kind: "look", pattern: { id: "all" } },
    }));

  test("every fault of Slip gate is found, test by test, with those nobody tells from it", () => {
    const found = gate.faults.map((truth) => lookedFor(gate, truth));
    const share = (wanted: (rank: number) => boolean) =>
      found.filter(({ rank }) => wanted(rank)).length / found.length;
    expect(share((rank) => rank === 0)).toBeGreaterThan(0.8);
    expect(share((rank) => rank >= 0 && rank < 3)).toBe(1);
    expect(found.reduce((sum, { tests }) => sum + tests, 0) / found.length).toBeLessThan(7);
  });

  test("one LED taken for dark by mistake does not lose the fault", () => {
    const truth = fault(gate, /^shorted DS1/);
    const seen = gate.patterns.map(({ id }) => ({ pattern: id, lit: litWith(gate, truth, id) }));
    const [first] = seen.filter((one) => one.lit[0]!.length > 1);
    const slipped = seen.map((one) => (one === first ? { ...one, lit: [one.lit[0]!.slice(1)] } : one));
    const found = gate.diagnose({ seen: slipped, measured: [] });
    expect(rankOf(found, truth)).toBeLessThan(3);
    expect(found.candidates[0]!.misses).toBeGreaterThan(0);
  });

  test("what no single fault explains is explained by two", () => {
    const [one, other] = [fault(gate, "dead DS1.1.a"), fault(gate, "exchanged DS1.1 DS1.2")];
    const both = pairOf(one, other, 100);
    const seen = gate.patterns.map(({ id }) => seenWith(gate, both, id));
    const found = gate.diagnose({ seen, measured: [] });
    expect(found.candidates[0]!.misses).toBe(0);
    expect(found.candidates[0]!.id).toMatch(/exchanged DS1.1 DS1.2/);
    expect([0, 1]).toContain(rankOf(found, both));
    expect(found.tried).toBeGreaterThan(gate.faults.length);
  });

  test("all dark: the meter parts supply, ground and lines", () => {
    for (const id of ["missing power", "missing ground", "missing clock", "missing data"]) {
      const truth = fault(gate, id);
      const { rank, found } = lookedFor(gate, truth);
      expect([id, rank]).toEqual([id, expect.any(Number)]);
      expect(rank).toBeLessThan(2);
      expect(found.candidates[rank]!.likely).toBeGreaterThan(0.2);
    }
  });

  test("a capture tells wiring from code", () => {
    const truth = fault(gate, "bit order");
    const seen = [seenWith(gate, truth, "digit 1 a")];
    const likely = (sent: "right" | "wrong") =>
      gate
        .diagnose({ seen, measured: [], sent })
        .candidates.filter(({ id, alike }) => id === truth.id || alike.includes(truth.says))
        .reduce((sum, one) => sum + one.likely, 0);
    expect(likely("wrong")).toBeGreaterThan(0.5);
    expect(likely("right")).toBeLessThan(0.05);
  });

  test("a measured value that contradicts takes a fault back", () => {
    const dark = { pattern: "all", lit: [[]] };
    const supply = gate.probes.find(({ id }) => id === "rest U1.16")!;
    const truth = fault(gate, "missing power");
    const without = gate.diagnose({ seen: [dark], measured: [] });
    const reads = probedWith(gate, truth, supply);
    const [is, isNot] = [reads, { ...reads, volts: 5 }].map((one) =>
      rankOf(gate.diagnose({ seen: [dark], measured: [one] }), truth),
    );
    expect(rankOf(without, truth)).toBeGreaterThan(0);
    expect(is).toBe(0);
    expect(isNot === -1 || isNot! > 2).toBe(true);
  });

  test("digits that take turns: a missing wire at a digit's switch is one of the first", () => {
    const river = new FaultSearch(plainDemoRig("river-level"));
    const model = modelOf(plainDemoRig("river-level"));
    const { sharedLeg } = model.addresses[0]!;
    const common = river.faults.find(({ id, legs }) => id.startsWith("missing") && legs.includes(sharedLeg))!;
    const found = river.diagnose({ seen: [seenWith(river, common, "all")], measured: [] });
    expect(rankOf(found, common)).toBe(0);
  });

  test("how far it is, is told, to the end", () => {
    const shares: number[] = [];
    gate.diagnose({ seen: [{ pattern: "all", lit: [["a"]] }], measured: [] }, (share) => shares.push(share));
    expect(shares).toEqual([...shares].sort((one, other) => one - other));
    expect(shares[0]).toBe(0);
    expect(shares.at(-1)).toBeGreaterThan(0.9);
  });

  test("a pattern or a place the rig has not is refused", () => {
    expect(() => gate.diagnose({ seen: [{ pattern: "digit 9", lit: [] }], measured: [] })).toThrow(
      /no pattern/,
    );
    expect(() =>
      gate.diagnose({ seen: [], measured: [{ held: "rest", leg: asLeg("U9.1"), volts: 5 }] }),
    ).toThrow(/nothing is predicted of U9.1/);
  });
});
