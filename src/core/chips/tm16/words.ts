import { bits, litIn, times, unreadable, type Explained, type Field } from "../words";
import { TM16, TM16_PULSES } from "./registers";

const SEGMENTS_BY_BIT = ["a", "b", "c", "d", "e", "f", "g", "dp"] as const;

/**
 * A transfer to a chip of the family in words, as the command tables of the sheets say.
 * @param wide each grid has two addresses, the second one for segments 9 and 10
 */
export function explainTm16(bytes: readonly number[], wide: boolean): Explained {
  const command = bytes[0] ?? -1;
  if (command < 0) return unreadable("one bit of the command could not be read");
  const kind = (says: string): Field => ({
    byte: 0,
    high: 7,
    low: 6,
    name: "command",
    value: command >> 6,
    says,
  });
  switch (command >> 6) {
    case 1: {
      const read = (command & 0x02) !== 0;
      const fixed = (command & 0x04) !== 0;
      const says = read
        ? "asks for the keys: the chip answers on the data line"
        : fixed
          ? "data goes to the one address that is given with it"
          : "data goes to one address after the other by itself";
      return {
        title: read ? "read keys" : fixed ? "data, fixed address" : "data, next address",
        says,
        fields: [
          kind("how data is moved"),
          {
            byte: 0,
            high: 2,
            low: 2,
            name: "address",
            value: bits(command, 2, 2),
            says: fixed ? "fixed" : "counts on",
          },
          {
            byte: 0,
            high: 1,
            low: 0,
            name: "direction",
            value: command & 3,
            says: read ? "read keys" : "write",
          },
        ],
      };
    }
    case 2: {
      const on = (command & TM16.DISPLAY_ON) !== 0;
      const level = command & 7;
      return {
        title: "display control",
        says: on
          ? `display on, level ${level} of 7: ${TM16_PULSES[level]}/16 of each digit's slot`
          : "display off; the memory is kept",
        fields: [
          kind("display control"),
          { byte: 0, high: 3, low: 3, name: "on", value: on ? 1 : 0, says: on ? "on" : "off" },
          { byte: 0, high: 2, low: 0, name: "level", value: level, says: `${TM16_PULSES[level]}/16` },
        ],
      };
    }
    case 3: {
      const address = command & 0x0f;
      const data = bytes.slice(1);
      return {
        title: data.length === 0 ? `address ${address}` : `data from address ${address}`,
        says:
          data.length === 0
            ? "the next data goes there"
            : `${times(data.length, "byte")} of display memory, from address ${address} on`,
        fields: [
          kind("address"),
          { byte: 0, high: 3, low: 0, name: "address", value: address, says: placeName(address, wide) },
          ...data.map((value, at): Field => ({
            byte: at + 1,
            high: 7,
            low: 0,
            name: placeName(address + at, wide),
            value,
            says:
              value < 0
                ? "unreadable"
                : wide && (address + at) % 2
                  ? litIn(value & 3, ["segment 9", "segment 10"])
                  : litIn(value, SEGMENTS_BY_BIT),
          })),
        ],
      };
    }
    default:
      return {
        strange: true,
        title: "no command",
        says: "bits 7 and 6 are 0: the chip has no such command",
        fields: [kind("none")],
      };
  }
}

/** What an address of display memory is for. */
export const placeName = (address: number, wide: boolean): string =>
  wide
    ? `grid ${(address >> 1) + 1}${address % 2 ? ", segments 9 and 10" : ", segments 1 to 8"}`
    : `grid ${address + 1}`;
