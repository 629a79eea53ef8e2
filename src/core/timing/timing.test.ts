import fc from "fast-check";
import { CONTROLLERS } from "../parts";
import { dividerBits, fitDivider, fitPeriods, fitTimer } from ".";

const board = (id: string) => CONTROLLERS.find((one) => one.id === id)!;
const ATMEGA328P_BOARD = board("ATmega328P-board");
const ATTINY84 = board("ATtiny84");
const PIC16F1455 = board("PIC16F1455");

test("4 ms at 16 MHz: prescaler 64 with 999 and 8 with 7999, both exact, on timer 1", () => {
  const exact = fitTimer(4000, ATMEGA328P_BOARD)
    .filter(({ errorPpm, timer }) => errorPpm === 0 && timer.name === "timer 1")
    .map(({ prescaler, compare }) => [prescaler, compare]);
  expect(exact).toEqual([
    [1, 63_999],
    [8, 7999],
    [64, 999],
    [256, 249],
  ]);
  expect(
    fitTimer(4000, ATMEGA328P_BOARD).find(
      ({ timer, prescaler }) => timer.name === "timer 2" && prescaler === 256,
    ),
  ).toMatchObject({ compare: 249 });
});

test.each([
  ["10 ms on an ATtiny84 at 8 MHz", 10_000, ATTINY84, 8, 9999, 0],
  ["1 ms on a PIC16F1455, timer 2 from a quarter of 16 MHz", 1000, PIC16F1455, 16, 249, 0],
] as const)("%s", (_, period, controller, prescaler, compare, errorPpm) => {
  expect(fitTimer(period, controller)).toContainEqual(
    expect.objectContaining({ prescaler, compare, errorPpm }),
  );
});

test("a period out of reach has no settings; one that fits no count says how far it is off", () => {
  expect(fitTimer(100e6, ATMEGA328P_BOARD)).toEqual([]);
  const [best] = fitTimer(333.333, { timers: ATMEGA328P_BOARD.timers.filter(({ bits }) => bits === 8) });
  expect(best!.period).toBeCloseTo(((best!.compare + 1) * best!.prescaler) / 16, 9);
  expect(best!.errorPpm).toBeCloseTo((best!.period / 333.333 - 1) * 1e6, 6);
});

test("any period: settings are ranked by error, and each is the nearest count of its prescaler", () => {
  fc.assert(
    fc.property(fc.double({ min: 1, max: 4e6, noNaN: true }), (period) => {
      const settings = fitTimer(period, ATMEGA328P_BOARD);
      const errors = settings.map(({ errorPpm }) => Math.abs(errorPpm));
      errors.slice(1).forEach((error, at) => expect(error).toBeGreaterThanOrEqual(errors[at]! - 1e-3));
      for (const { period: real, prescaler } of settings)
        expect(Math.abs(real - period)).toBeLessThanOrEqual(prescaler / 16 / 2 + 1e-6);
    }),
  );
});

test("several periods share one prescaler of a timer nothing else uses", () => {
  const all = fitPeriods([2000, 500, 60_000], ATMEGA328P_BOARD)!;
  expect(new Set(all.map(({ prescaler, timer }) => `${timer.name} ${prescaler}`)).size).toBe(1);
  expect(all[0]!.timer.taken).toBeUndefined();
  expect(all.map(({ compare, prescaler }) => ((compare + 1) * prescaler) / 16)).toEqual([2000, 500, 60_000]);
});

test.each([
  [50_000_000, 26],
  [100_000, 17],
  [2, 1],
  [1, 1],
  [256, 8],
  [257, 9],
])("a counter of %i needs %i bits", (count, bits) => expect(dividerBits(count)).toBe(bits));

test("1 ms from 100 MHz is 100 000 counts, 17 bits, exact", () => {
  expect(fitDivider(1000, 100e6)).toEqual({ count: 100_000, bits: 17, period: 1000, errorPpm: 0 });
});
