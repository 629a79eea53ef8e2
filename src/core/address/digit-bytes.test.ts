import { demoRig, plainDemoRig } from "@/demo";
import { relay } from "../rig";
import { glyphRows } from "../sim";
import { byteIn, cellState, digitBytes, modelOf, withByte } from ".";

const warmth = modelOf(plainDemoRig("water-warmth"));
const tally = modelOf(plainDemoRig("crew-tally"));
const oars = demoRig("oar-rack");

test("a digit of a two-wire driver is one byte, a in bit 0", () => {
  const [byte, ...more] = digitBytes(warmth.encoding, warmth.digits[1]!);
  expect(more).toEqual([]);
  expect(byte).toMatchObject({ chip: "U1", address: 1 });
  expect(byte!.bits.find(({ bit }) => bit === 0)!.pip).toBe("DS1.2.a");
});

test("a digit with a ninth segment is two bytes", () => {
  expect(digitBytes(tally.encoding, tally.digits[2]!).map(({ address }) => address)).toEqual([4, 5]);
});

test.each([
  ["TM1637", warmth, "8", [0x7f]],
  [
    "MAX7219, dp a b c d e f g",
    modelOf(relay(oars, { ...oars.plan, scheme: "max7219", lines: {} })),
    "7",
    [0x70],
  ],
  ["TM1638", tally, "1", [0x06, 0x00]],
] as const)("the alphabet has the bytes of the sheet: %s", (_, model, glyph, bytes) => {
  const [row] = glyphRows(model, [{ glyph, point: false }]);
  expect(row).toMatchObject({ bytes, faithful: true });
});

test("a byte that is changed in a state is the one that is read from it, and no other", () => {
  const state = cellState(warmth, { glyph: "1", point: false }, warmth.digits[0]);
  const [byte] = digitBytes(warmth.encoding, warmth.digits[0]!);
  const [other] = digitBytes(warmth.encoding, warmth.digits[3]!);
  const changed = withByte(state, byte!, 0x5b);
  expect(byteIn(changed, byte!)).toBe(0x5b);
  expect(byteIn(changed, other!)).toBe(byteIn(state, other!));
});
