import fc from "fast-check";
import { blankBitmap, dotsBetween, litDots, withDots } from ".";

const WIDTH = 32;
const place = fc.integer({ min: 0, max: WIDTH * 16 - 1 });

test("a stroke goes from one dot to the other without a gap, and no longer way than it must", () => {
  fc.assert(
    fc.property(place, place, (from, to) => {
      const dots = dotsBetween(WIDTH, from, to);
      expect([dots[0], dots[dots.length - 1]]).toEqual([from, to]);
      const across = Math.abs((from % WIDTH) - (to % WIDTH));
      const down = Math.abs(Math.floor(from / WIDTH) - Math.floor(to / WIDTH));
      expect(dots).toHaveLength(Math.max(across, down) + 1);
      dots.slice(1).forEach((dot, at) => {
        const before = dots[at]!;
        expect(Math.abs((dot % WIDTH) - (before % WIDTH))).toBeLessThanOrEqual(1);
        expect(Math.abs(Math.floor(dot / WIDTH) - Math.floor(before / WIDTH))).toBeLessThanOrEqual(1);
      });
    }),
  );
});

test("a stroke along 24 dots lights 24 dots", () => {
  const blank = blankBitmap(WIDTH, 8);
  const made = withDots(blank, dotsBetween(WIDTH, 4 * WIDTH + 3, 4 * WIDTH + 26), 1);
  expect(litDots(made)).toBe(24);
  expect(litDots(blank)).toBe(0);
  expect(withDots(made, [4 * WIDTH + 5], 1)).toBe(made);
});
