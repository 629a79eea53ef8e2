import * as fc from "fast-check";
import { blankBitmap } from "./bitmap";
import { withDots } from "./stroke";
import { sayDot, sayRow } from "./spoken";

const row = (dots: string) => withDots(blankBitmap(dots.length, 1), lit(dots), 1);
const lit = (dots: string) => [...dots].flatMap((dot, at) => (dot === "#" ? [at] : []));

test.each([
  ["........", "dark"],
  ["#.......", "1 lit"],
  ["########", "1 to 8 lit"],
  ["#..###.#", "1, 4 to 6, 8 lit"],
])("%s is said as %s", (dots, says) => expect(sayRow(row(dots), 0)).toBe(says));

test("a dot is said with its row", () => {
  const picture = withDots(blankBitmap(4, 2), [5, 6], 1);
  expect(sayDot(picture, 5)).toBe("Row 2, column 2: lit. Of this row 2 to 3 lit.");
  expect(sayDot(picture, 3)).toBe("Row 1, column 4: dark. Of this row dark.");
});

test("what is said of a row names every lit dot and no other", () => {
  fc.assert(
    fc.property(fc.array(fc.boolean(), { minLength: 1, maxLength: 40 }), (dots) => {
      const said = sayRow(row(dots.map((one) => (one ? "#" : ".")).join("")), 0);
      const named = said === "dark" ? [] : said.replace(" lit", "").split(", ");
      const all = named.flatMap((run) => {
        const [from, to = from] = run.split(" to ").map(Number);
        return Array.from({ length: to! - from! + 1 }, (_, at) => from! + at);
      });
      expect(all).toEqual(dots.flatMap((one, at) => (one ? [at + 1] : [])));
    }),
  );
});
