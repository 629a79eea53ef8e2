import { placeOf } from ".";

test.each([
  [1, 3, "second of three"],
  [0, 1, "first of one"],
  [11, 12, "twelfth of twelve"],
  [12, 40, "13th of 40"],
  [20, 40, "21st of 40"],
  [21, 40, "22nd of 40"],
  [110, 200, "111th of 200"],
])("place %i of %i", (at, count, says) => expect(placeOf(at, count)).toBe(says));
