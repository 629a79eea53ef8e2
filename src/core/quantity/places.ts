const COUNTS = "one two three four five six seven eight nine ten eleven twelve".split(" ");
const PLACES = "first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth".split(" ");

const ending = (number: number): string => {
  const [ten, one] = [Math.floor(number / 10) % 10, number % 10];
  return ten === 1 ? "th" : (["th", "st", "nd", "rd"][one] ?? "th");
};

/** A place in a list in words: “second of three”. @param at from 0, `count` how many there are */
export const placeOf = (at: number, count: number): string =>
  `${PLACES[at] ?? `${at + 1}${ending(at + 1)}`} of ${COUNTS[count - 1] ?? count}`;

/** A text with its first letter as a capital. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** "a, b and c" */
export const listing = (items: readonly string[]): string =>
  items.length < 2 ? (items[0] ?? "") : `${items.slice(0, -1).join(", ")} and ${items[items.length - 1]}`;
