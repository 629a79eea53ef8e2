import fc from "fast-check";
import { displayPart, type LegUse, type Polarity } from "../../parts";
import { lightsBetween, sameSaw, unmarked, unmarkedProblem, type Reading, type Unmarked } from "../../notes";
import { leastProbings, seekPins, type PinsSought } from "./finder";

/** Lines of a display on its legs as they come. */
const scrambled = (display: Unmarked, order: readonly number[], spare: readonly LegUse[]): LegUse[] => {
  const lines: LegUse[] = [
    ...Array.from({ length: display.digits }, (_, at): LegUse => `digit-${at + 1}`),
    ...display.leds,
    ...spare,
  ];
  return order.map((at) => lines[at]!);
};

const POLES: readonly Polarity[] = ["common-cathode", "common-anode"];
const KINDS: ReadonlyArray<readonly [Unmarked, readonly LegUse[]]> = [
  [unmarked("digits", 1, 10), ["digit-1"]],
  [unmarked("digits", 1, 10), ["not-used"]],
  [unmarked("digits", 2, 10), []],
  [unmarked("digits-bare", 3, 10), []],
  [unmarked("digits", 4, 12), []],
  [unmarked("clock", 4, 14), ["not-used"]],
  [unmarked("dots", 7, 12, 5), []],
  [unmarked("dots", 8, 16), []],
];

/** Probes as it is asked until all is known; `eye` may see something else. */
function probed(
  display: Unmarked,
  legs: readonly LegUse[],
  pole: Polarity,
  eye: (truth: Reading, nth: number) => Reading["saw"] = ({ saw }) => saw,
  sure = false,
): { readonly found: PinsSought; readonly readings: Reading[] } {
  const readings: Reading[] = [];
  let found = seekPins(display, readings);
  for (let nth = 0; nth < 200; nth += 1) {
    const pair = found.next ?? (sure && found.doubtful.length === 0 ? found.check : undefined);
    if (found.doubtful.length > 0) {
      // What is doubtful is looked at once more, and seen right.
      for (const at of found.doubtful) {
        const { plus, minus } = readings[at]!;
        readings[at] = { plus, minus, saw: lightsBetween(legs, pole, plus, minus) };
      }
    } else if (pair) {
      const truth = { ...pair, saw: lightsBetween(legs, pole, pair.plus, pair.minus) };
      readings.push({ ...truth, saw: eye(truth, nth) });
    } else break;
    found = seekPins(display, readings);
  }
  return { found, readings };
}

const display = fc.constantFrom(...KINDS).chain(([kind, spare]) =>
  fc.record({
    kind: fc.constant(kind),
    spare: fc.constant(spare),
    order: fc.shuffledSubarray(
      Array.from({ length: kind.digits + kind.leds.length + spare.length }, (_, at) => at),
      { minLength: kind.digits + kind.leds.length + spare.length },
    ),
    pole: fc.constantFrom(...POLES),
  }),
);

test("any display is pinned out; at the worst each leg is touched both ways round, and then once more", () =>
  fc.assert(
    fc.property(display, ({ kind, spare, order, pole }) => {
      const legs = scrambled(kind, order, spare);
      const { found, readings } = probed(kind, legs, pole);
      expect(found.sheet).toMatchObject({ polarity: pole, legs });
      expect(readings.length).toBeGreaterThanOrEqual(leastProbings(kind));
      expect(readings.length).toBeLessThan(3 * kind.legs);
    }),
    { numRuns: 20 },
  ));

test("on average that takes hardly more probings than it has legs", () => {
  const [kind, spare] = KINDS[4]!;
  const legs = scrambled(kind, [3, 11, 0, 7, 5, 1, 9, 10, 2, 8, 4, 6], spare);
  const turned = legs.map((_, by) => [...legs.slice(by), ...legs.slice(0, by)]);
  const counts = turned.map((one) => probed(kind, one, "common-anode").readings.length);
  expect(counts.reduce((sum, count) => sum + count, 0) / counts.length).toBeLessThan(1.4 * kind.legs);
});

test("one slip of the eye among them is noticed once every leg was seen twice, and mended", () =>
  fc.assert(
    fc.property(display, fc.nat(8), ({ kind, spare, order, pole }, slip) => {
      const legs = scrambled(kind, order, spare);
      const { found } = probed(
        kind,
        legs,
        pole,
        ({ saw }, nth) => {
          if (nth !== slip) return saw;
          if (saw === "nothing") return { digit: 1, led: kind.leds[2]! };
          return "nothing";
        },
        true,
      );
      expect(found.sheet).toMatchObject({ polarity: pole, legs });
    }),
    { numRuns: 15 },
  ));

test("what lights between two legs is what a part of that sheet has there", () => {
  const legs: LegUse[] = ["e", "d", "digit-1", "c", "dp", "b", "a", "digit-1", "f", "g"];
  for (const polarity of POLES) {
    const part = displayPart("x", "x", "x", { polarity, legs });
    for (let plus = 1; plus <= 10; plus += 1)
      for (let minus = 1; minus <= 10; minus += 1) {
        if (plus === minus) continue;
        const joined = part.joined!.find((one) => one.includes(String(plus)));
        const at = (leg: string) => (joined?.includes(leg) ? joined[0] : leg === "8" ? "3" : leg);
        const led = part.leds.find(
          ({ anode, cathode }) => anode === at(String(plus)) && cathode === at(String(minus)),
        );
        const saw = lightsBetween(legs, polarity, plus, minus);
        const should =
          joined?.includes(String(plus)) && joined.includes(String(minus))
            ? "short"
            : led
              ? { digit: led.digit, led: led.segment }
              : "nothing";
        expect([plus, minus, sameSaw(saw, should)]).toEqual([plus, minus, true]);
      }
  }
});

test("two legs for one segment contradict each other, and both readings are doubted", () => {
  const kind = unmarked("digits", 1, 10);
  const led = { digit: 1, led: "b" } as const;
  const readings: Reading[] = [
    { plus: 1, minus: 3, saw: led },
    { plus: 2, minus: 3, saw: { digit: 1, led: "a" } },
    { plus: 4, minus: 3, saw: { digit: 1, led: "c" } },
    { plus: 5, minus: 3, saw: led },
  ];
  const { next, sheet, doubtful } = seekPins(kind, readings);
  expect([next, sheet]).toEqual([undefined, undefined]);
  expect(doubtful).toEqual([0, 3]);
});

test("LEDs both ways round between legs are charlieplexed, and said so", () => {
  const readings: Reading[] = [
    { plus: 1, minus: 2, saw: { digit: 1, led: "a" } },
    { plus: 2, minus: 1, saw: { digit: 1, led: "b" } },
    { plus: 2, minus: 3, saw: { digit: 1, led: "c" } },
  ];
  expect(seekPins(unmarked("digits", 1, 10), readings)).toMatchObject({
    charlieplexed: true,
    sheet: undefined,
  });
});

test.each([
  [unmarked("digits", 4, 12), undefined],
  [unmarked("digits", 4, 11), /take 12 legs at least, and it has 11/],
  [unmarked("dots", 8, 14), /8 rows .* 16 legs at least/],
])("%#: fewer legs than lines cannot be", (kind, problem) => {
  if (problem) expect(unmarkedProblem(kind)).toMatch(problem);
  else expect(unmarkedProblem(kind)).toBeUndefined();
});
