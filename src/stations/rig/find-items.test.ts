import { stationFor } from "../registry";
import { DEMO_RIGS } from "@/demo";
import { modelOf } from "@/core/address";
import { parseByte } from "@/core/glyph";
import { glyphTable, showState, stateOfBytes } from "@/core/sim";
import { findItems, itemsOf } from "./find-items";

const model = modelOf(DEMO_RIGS[0]!);
const items = itemsOf(model, glyphTable(model), "letters");
/** A byte that was typed, as the finder asks for it. */
function byteOf(query: string) {
  const byte = parseByte(query);
  return byte.ok
    ? { value: byte.value, segments: showState(model, stateOfBytes(model, [byte.value])).segments }
    : undefined;
}
const first = (query: string) => findItems(items, query, byteOf(query))[0];

test.each<[query: string, title: string, station: string]>([
  ["wires", "Wires", "wires"],
  ["leg 14", "U1 SER, leg 14", "wires"],
  ["r3", "R3", "wires"],
  ["oe", "U1 OE̅, leg 13", "wires"],
  ["segment g", "Segment g", "wires"],
  ["glyph 5", "Glyph 5", "glyphs"],
  ["0x6D", "Byte 0x6D", "glyphs"],
  ["0b01100110", "Byte 0x66", "glyphs"],
])("“%s” finds %s", (query, title, station) => {
  expect(first(query)).toMatchObject({ title });
  expect(stationFor(first(query)!.topic).name).toBe(station);
});

test("a byte says what it shows; nothing is found for what is not there; special characters are just characters", () => {
  expect(first("102")).toMatchObject({ detail: expect.stringContaining("reads 4") });
  expect(first("$80")).toMatchObject({ detail: expect.stringContaining("blank on this wiring: dp") });
  expect(first("quaver")).toBeUndefined();
  expect(() => findItems(items, "([*")).not.toThrow();
});

test("a segment is picked, a unit marks all its legs", () => {
  expect(first("segment dp")).toMatchObject({ pip: "DS1.1.dp", legs: ["DS1.5"] });
  expect(first("u1")?.legs).toHaveLength(16);
});
