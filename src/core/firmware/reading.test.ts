import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import fc from "fast-check";
import { hexText, imageOf, keptFirmware, placeOf, readFirmware } from ".";
import { readHex } from "./hex";
import { readElf } from "./elf";
import { delayLoops, skipTurns } from "./delay-loops";
import { buildC } from "./fixtures/build";

const bytesOf = (text: string) => new TextEncoder().encode(text);
const END = ":00000001FF";

describe("hexadecimal records", () => {
  test("what is written is read again", () =>
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 1, maxLength: 300 }), (flash) => {
        const read = readHex(hexText(flash));
        expect(read.ok && [...read.image.flash]).toEqual([...flash]);
      }),
    ));

  test("a program of more than 64 KiB goes on in the next part of the address", () => {
    const flash = Uint8Array.from({ length: 70_000 }, (_, at) => (at * 7) & 255);
    const read = readHex(hexText(flash));
    expect(read.ok && Buffer.compare(Buffer.from(read.image.flash), Buffer.from(flash))).toBe(0);
  });

  test.each([
    [
      "a record without its colon",
      "10010000214601360121470136007EFE09D2190140",
      /Line 1: it does not begin with a colon/,
    ],
    ["a byte that was changed", ":0300300002337A1F\n" + END, /Line 1: its check sum is wrong/],
    ["half a byte", ":0300300002337A1\n" + END, /Line 1: it ends in the middle of a byte/],
    ["a letter beyond F", ":03003G0002337A1E\n" + END, /Line 1: .*no hexadecimal digit/],
    ["a length that is not so", ":0400300002337A1E\n" + END, /Line 1: it says 4 bytes of data and has 3/],
    ["a record of an unknown kind", ":0000000AF6\n" + END, /Line 1: a record of type 10/],
    ["no end", ":0300300002337A1E\n", /end record is missing/],
    ["more after the end", ":0300300002337A1E\n" + END + "\n:0300300002337A1E", /Line 3: there is more/],
    [
      "an address no controller has",
      ":020000040010EA\n:0300300002337A1E\n" + END,
      /Line 2: address .*beyond 256 KiB/,
    ],
    ["nothing but an end", END, /no data/],
  ])("%s is refused with its line", (_, text, says) => {
    const read = readHex(text);
    expect(read.ok ? "" : read.message).toMatch(says);
  });

  test("records of segments and of starting addresses are understood", () => {
    const read = readHex(":020000021000EC\n:0100000042BD\n:0400000300003800C1\n" + END);
    expect(read.ok && read.image.flash[0x10000]).toBe(0x42);
  });
});

describe("executables", () => {
  const source = `#include <avr/io.h>
#include <avr/eeprom.h>
uint8_t EEMEM kept[3] = {7, 8, 9};
uint8_t table[40];
__attribute__((noinline)) void turn(uint8_t by) {
  for (uint8_t at = 0; at < sizeof table; at++)
    table[at] += by;
}
int main(void) {
  DDRB = 1;
  for (;;) {
    turn(PINB);
    PORTB = table[PIND & 31] + eeprom_read_byte(kept);
  }
}
`;
  const built = buildC(source);

  test("flash, EEPROM, variables, routines and the kind of core are found", () => {
    const { image } = built;
    expect(image.core).toBe("avr5");
    expect([...image.eeprom!]).toEqual([7, 8, 9]);
    expect(image.ram).toBeGreaterThanOrEqual(40);
    expect(image.symbols.map(({ name }) => name)).toEqual(expect.arrayContaining(["main", "turn", "table"]));
    execFileSync("avr-objcopy", ["-O", "ihex", "-R", ".eeprom", built.file, `${built.file}.hex`]);
    const hex = readFirmware(new Uint8Array(readFileSync(`${built.file}.hex`)));
    expect(hex.ok && [...hex.image.flash]).toEqual([...image.flash]);
  });

  test.each([
    ["of the usual format", built],
    ["of the newer format", buildC(source, "atmega328p", 16e6, ["-gdwarf-2"])],
  ])("the source line of an address, %s, is the one the binary tools name", (_, { image, file }) => {
    const code = image.symbols.filter(({ name }) => name === "turn" || name === "main");
    expect(code).toHaveLength(2);
    let compared = 0;
    for (const { at, size } of code)
      for (let address = at; address < at + size; address += 2) {
        const said = execFileSync("avr-addr2line", ["-e", file, address.toString(16)]).toString();
        const line = Number(/:(\d+)/.exec(said)?.[1]);
        if (!(line > 0)) continue;
        const place = placeOf(image, address);
        expect({ address, line: place.line, routine: place.routine }).toEqual({
          address,
          line,
          routine: code.find((one) => address >= one.at && address < one.at + one.size)!.name,
        });
        compared += 1;
      }
    expect(compared).toBeGreaterThan(10);
  });

  test("what a rig keeps of a program is the program", () => {
    const { image } = built;
    const again = imageOf(keptFirmware("turn.elf", image));
    expect(again).toEqual(image);
    expect(
      imageOf(JSON.parse(JSON.stringify(keptFirmware(" ", image))) as ReturnType<typeof keptFirmware>).flash,
    ).toEqual(image.flash);
  });

  const file = new Uint8Array(readFileSync(built.file));
  const changed = (at: number, ...bytes: number[]) => {
    const copy = file.slice();
    copy.set(bytes, at);
    return copy;
  };
  test.each<[string, () => Uint8Array, RegExp]>([
    ["another machine", () => changed(18, 62, 0), /no AVR/],
    ["64 bits", () => changed(4, 2), /32-bit/],
    ["cut off", () => file.slice(0, 80), /cut off/],
    ["a header alone", () => file.slice(0, 20), /cut off/],
    ["parts beyond the file", () => changed(28, 255, 255, 255, 0), /cut off/],
  ])("%s is refused", (_, make, says) => {
    const read = readElf(make());
    expect(read.ok ? "" : read.message).toMatch(says);
  });

  test("whatever bytes a file has, it is read or refused", () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(file.length - 1), fc.nat(255)), { maxLength: 12 }),
        fc.nat(file.length),
        (changes, length) => {
          const copy = file.slice(0, length);
          for (const [at, value] of changes) if (at > 3 && at < length) copy[at] = value;
          const read = readFirmware(copy);
          if (!read.ok) expect(read.message.length).toBeGreaterThanOrEqual(18);
        },
      ),
      { numRuns: 300 },
    ));

  test.each([
    ["nothing", "", /empty/],
    ["a source text", "int main(void) {}", /neither a .hex nor an .elf/],
  ])("%s is no program", (_, text, says) => {
    const read = readFirmware(bytesOf(text));
    expect(read.ok ? "" : read.message).toMatch(says);
  });
});

describe("delays that are gone through at once", () => {
  test("a loop is left with its last turn to do, and nothing beyond the clocks it has", () =>
    fc.assert(
      fc.property(fc.nat(65_535), fc.integer({ min: 0, max: 400_000 }), (count, clocks) => {
        const data = new Uint8Array(32);
        data[24] = count & 255;
        data[25] = count >> 8;
        const turns = skipTurns({ registers: [24, 25], clocks: 4 }, data, clocks);
        const left = data[24]! + 256 * data[25]!;
        expect(turns * 4).toBeLessThanOrEqual(clocks);
        expect(left).toBe((count - turns + 65_536) % 65_536);
        expect(left === 0 && turns > 0).toBe(false);
      }),
    ));

  test("the loops compilers make are found, and nothing else", () => {
    // sbiw r24,1; brne .-4; dec r18; brne .-4; subi r18,1; sbci r24,0; sbci r25,0; brne .-8; rjmp .-2; nop
    const words = Uint16Array.of(0x9701, 0xf7f1, 0x952a, 0xf7f1, 0x5021, 0x4080, 0x4090, 0xf7e1, 0xcfff, 0);
    expect(delayLoops(words).map((loop) => loop && [loop.registers, loop.clocks])).toEqual([
      [[24, 25], 4],
      undefined,
      [[18], 3],
      undefined,
      [[18, 24, 25], 5],
      undefined,
      undefined,
      undefined,
      [[], 2],
      undefined,
    ]);
  });
});
