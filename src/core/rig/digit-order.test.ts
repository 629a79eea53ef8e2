import { digitOrder, drivesLast } from ".";

test.each<[number, "leftmost" | "rightmost", number[]]>([
  [4, "leftmost", [1, 2, 3, 4, 5, 6, 7, 8]],
  [4, "rightmost", [4, 3, 2, 1, 5, 6, 7, 8]],
  [8, "rightmost", [8, 7, 6, 5, 4, 3, 2, 1]],
  [16, "rightmost", [8, 7, 6, 5, 4, 3, 2, 1]],
  [1, "rightmost", [1, 2, 3, 4, 5, 6, 7, 8]],
])("%i digits, the %s on the first leg: %j", (digits, first, order) => {
  expect(digitOrder({ digits }, first)).toEqual(order);
  expect(drivesLast({ digits, digitOutputs: order })).toBe(first === "rightmost" || digits === 1);
});
