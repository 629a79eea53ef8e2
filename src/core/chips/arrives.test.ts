import fc from "fast-check";
import { i2c, send, three, writesIn } from "./fixtures/send";
import { Ht16k33 } from "./ht16k33";
import { Tm1638 } from "./tm1638";

test("whatever is written arrives as it was sent, and is kept when the chip is put away and taken up again", () => {
  const bytes = fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 1, maxLength: 16 });
  fc.assert(
    fc.property(bytes, fc.integer({ min: 0, max: 15 }), (data, address) => {
      const three38 = new Tm1638();
      expect(writesIn(send(three38, [three(0x40), three(0xc0 | address, ...data), three(0x8f)]))[1]).toEqual([
        0xc0 | address,
        ...data,
      ]);
      const again = new Tm1638();
      again.load(three38.save());
      expect(again.picture()).toEqual(three38.picture());
      const chip = new Ht16k33(0x75);
      expect(writesIn(send(chip, [i2c(0xea, address, ...data)]))).toEqual([[0xea, address, ...data]]);
      const copy = new Ht16k33(0x75);
      copy.load(chip.save());
      expect(copy.memory).toEqual(chip.memory);
    }),
    { numRuns: 30 },
  );
});
