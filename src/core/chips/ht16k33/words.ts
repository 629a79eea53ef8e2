import { hex } from "../../bus";
import { bits, percent, times, unreadable, type Explained, type Field } from "../words";
import { HT16K33_BLINK } from "./behaviour";

/** A transfer in words, as the sheet's command summary says; the first byte is the bus address. */
export function explainHt16k33(bytes: readonly number[]): Explained {
  const [address = -1, command = -1, ...data] = bytes;
  if (address < 0) return unreadable("one bit of the address could not be read");
  const head: Field[] = [
    { byte: 0, high: 7, low: 1, name: "bus address", value: address >> 1, says: hex(address >> 1) },
    { byte: 0, high: 0, low: 0, name: "direction", value: address & 1, says: address & 1 ? "read" : "write" },
  ];
  const made = (title: string, says: string, ...fields: Field[]): Explained => ({
    title,
    says,
    fields: [...head, ...fields],
  });
  const field = (high: number, low: number, name: string, says: string): Field => ({
    byte: 1,
    high,
    low,
    name,
    value: bits(command, high, low),
    says,
  });
  if (command < 0) return made("address only", "asks whether a chip is there");
  switch (command >> 4) {
    case 0x0:
      return made(
        data.length === 0 ? "memory address" : `memory from ${hex(command)}`,
        data.length === 0
          ? "the next data goes there"
          : `${times(data.length, "byte")} of display memory, two for each common`,
        field(
          3,
          0,
          "memory address",
          `common ${command >> 1}, ${command & 1 ? "rows 8 to 15" : "rows 0 to 7"}`,
        ),
        ...data.map((value, at): Field => {
          const place = (command + at) & 0x0f;
          return {
            byte: at + 2,
            high: 7,
            low: 0,
            name: `common ${place >> 1}, ${place & 1 ? "rows 8 to 15" : "rows 0 to 7"}`,
            value,
            says:
              value < 0
                ? "unreadable"
                : value === 0
                  ? "all dark"
                  : `rows ${Array.from({ length: 8 }, (_, bit) => bit)
                      .filter((bit) => (value >> bit) & 1)
                      .map((bit) => bit + (place & 1) * 8)
                      .join(" ")}`,
          };
        }),
      );
    case 0x2:
      return made(
        "system set-up",
        command & 1
          ? "starts the oscillator: without it nothing is scanned"
          : "stops the oscillator: standby",
        field(0, 0, "oscillator", command & 1 ? "on" : "off"),
      );
    case 0x8: {
      const blink = HT16K33_BLINK[(command >> 1) & 3]!;
      return made(
        "display set-up",
        command & 1
          ? `display on, ${blink ? `blinking at ${blink} Hz` : "without blinking"}`
          : "display off; the memory is kept",
        field(2, 1, "blink", blink ? `${blink} Hz` : "none"),
        field(0, 0, "on", command & 1 ? "on" : "off"),
      );
    }
    case 0xa:
      return made(
        "row or interrupt",
        command & 1 ? "the last row leg is an interrupt output" : "the last row leg is a row",
        field(1, 0, "leg", command & 1 ? "interrupt" : "row"),
      );
    case 0xe:
      return made(
        "brightness",
        `step ${command & 15} of 15: ${(command & 15) + 1}/16 of each common's slot`,
        field(3, 0, "step", percent(((command & 15) + 1) / 16)),
      );
    case 0x4:
      return made(
        "key memory",
        "the next read gives the keys",
        field(3, 0, "key address", String(command & 15)),
      );
    default:
      return {
        ...made("no command", "the chip has no such command", field(7, 0, "byte", "ignored")),
        strange: true,
      };
  }
}
