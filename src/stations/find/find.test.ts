import { modelOf } from "@/core/address";
import type { Finding } from "@/core/check";
import { parseByte } from "@/core/glyph";
import { legRef, type UnitRef } from "@/core/rig";
import { glyphTable, showState, stateOfBytes } from "@/core/sim";
import { DEMO_RIGS, demoRig } from "@/demo";
import { stationFor } from "../registry";
import { findItems, type Item } from "./item";
import { byteItem, partItems, stationItems } from "./rig-items";
import { placesOfShelf } from "./shelf-places";

const itemsOf = (id: string): Item[] => {
  const model = modelOf(demoRig(id));
  return [...stationItems(model, []), ...partItems(model, glyphTable(model), "letters")];
};
const items = itemsOf(DEMO_RIGS[0]!.id);
const first = (query: string, among = items) => findItems(among, query)[0];

const SHELF = placesOfShelf(DEMO_RIGS.map(({ id }) => demoRig(id)));

/** Where an item leads, as one would say it. */
const leads = (item: Item | undefined): string => {
  const target = item?.target;
  if (target?.to === "subject") return stationFor(target.topic).name;
  return target?.to === "place" ? `${target.place.station}: ${target.place.field}` : "nowhere";
};

test.each<[query: string, title: string, station: string]>([
  ["wires", "Wires", "wires"],
  ["leg 14", "U1 SER, leg 14", "wires"],
  ["r3", "R3", "wires"],
  ["oe", "U1 OE̅, leg 13", "wires"],
  ["segment g", "Segment g", "wires"],
  ["glyph 5", "Glyph 5", "glyphs"],
])("“%s” finds %s", (query, title, station) => {
  expect(first(query)).toMatchObject({ title });
  expect(leads(first(query))).toBe(station);
});

/** What makers type who do not know what a field is called here. */
test.each<[rig: string, query: string, leads: string]>([
  ["slip-gate", "pin", "plan: Board"],
  ["river-level", "brightness", "scan: Brightness, same refresh rate"],
  ["water-warmth", "brightness", "scan: Brightness step"],
  ["river-level", "supply", "plan: Powered from"],
  ["tide-notice", "speed", "frames: Time per"],
  ["tide-notice", "font", "frames: Font"],
  ["river-level", "level", "current: Levels"],
  ["river-level", "clock", "show: Ready-made starts"],
  ["crew-tally", "keypad", "writes: Keypad"],
  ["river-level", "library", "code: Written as"],
  ["river-level", "dim", "scan: Brightness, same refresh rate"],
  ["river-level", "flicker", "scan: On-time"],
  ["tide-notice", "upside down", "frames: Find the orientation"],
  ["tide-notice", "scroll", "frames: Motion"],
  ["slip-gate", "junk", "bench: Most useful next test"],
  ["slip-gate", "battery", "plan: Powered from"],
  ["slip-gate", "common anode", "plan: Polarity"],
  ["slip-gate", "lookup table", "code: Paste it here"],
  ["river-level", "ghosting", "scan: Blanking time"],
  ["river-level", "interrupt", "scan: Timing method"],
  ["slip-gate", "parts list", "plan: Shopping list"],
  ["slip-gate", "logic analyser", "writes: Open a capture"],
  ["slip-gate", "hex file", "code: Open a .hex or .elf file"],
  ["slip-gate", "relay", "show: Ready-made starts"],
  ["slip-gate", "spi", "code: How bytes are sent"],
  ["slip-gate", "pinout", "bench: What it looks like"],
  ["slip-gate", "multimeter", "bench: Write down what was measured"],
  ["tide-notice", "upload picture", "frames: Pictures"],
])("on %s “%s” leads to %s", (rig, query, where) => {
  const found = findItems(itemsOf(rig), query).slice(0, 5).map(leads);
  expect(found).toContain(where);
});

/** And on a page without a rig: where on the shelf. */
test.each<[query: string, title: string, of: string]>([
  ["flicker", "On-time per digit", "River level"],
  ["upside down", "Order of the outputs", "Slip gate"],
  ["upside down", "Orientation of the modules", "Tide notice"],
  ["battery", "Power supply", "Slip gate"],
  ["ESP32", "Board", "Slip gate"],
  ["ghosting", "Blanking time", "River level"],
  ["speed", "Step time", "Tide notice"],
  ["scroll", "Motion", "Tide notice"],
  ["junk", "Find the fault", "Slip gate"],
])("with no rig open “%s” finds %s of %s", (query, title, of) => {
  const found = findItems(SHELF, query).slice(0, 5);
  expect(found.map((one) => `${one.title} of ${one.of}`)).toContain(`${title} of ${of}`);
});

test("what is offered of a shelf is there once, and of a rig that has it", () => {
  expect(new Set(SHELF.map(({ id }) => id)).size).toBe(SHELF.length);
  const dotless = placesOfShelf([demoRig("slip-gate")]);
  expect(dotless.map(({ title }) => title)).not.toContain("Frames");
  expect(dotless.map(({ title }) => title)).not.toContain("Blanking time");
  expect(placesOfShelf([])).toEqual([]);
});

test("a byte says what it shows on the rig's wires", () => {
  const model = modelOf(DEMO_RIGS[0]!);
  const byteOf = (query: string) => {
    const byte = parseByte(query);
    if (!byte.ok) throw new Error(byte.message);
    return byteItem(byte.value, showState(model, stateOfBytes(model, [byte.value])).segments, []);
  };
  expect(byteOf("0x6D")).toMatchObject({ title: "Byte 0x6D", detail: expect.stringContaining("reads 5") });
  expect(byteOf("102")).toMatchObject({ detail: expect.stringContaining("reads 4") });
  expect(byteOf("$80")).toMatchObject({ detail: expect.stringContaining("blank on this wiring: dp") });
});

test("nothing is found for what is not there; special characters are just characters", () => {
  expect(first("quaver")).toBeUndefined();
  expect(() => findItems(items, "([*")).not.toThrow();
  expect(findItems(items, "")).toHaveLength(14);
});

test("a segment is picked, a part marks all its legs", () => {
  expect(first("segment dp")?.target).toMatchObject({ pip: "DS1.1.dp", legs: ["DS1.5"] });
  const part = first("u1")?.target;
  expect(part?.to === "subject" && part.legs).toHaveLength(16);
});

test("what was found against the rig is found by its words", () => {
  const model = modelOf(DEMO_RIGS[0]!);
  const finding = {
    id: "x",
    severity: "fault",
    title: "U1 has no power",
    reason: "",
    remedy: "",
    topic: "wiring",
    legs: [legRef("U1" as UnitRef, "16")],
    pips: [],
  } as Finding;
  const [found] = findItems(stationItems(model, [finding]), "no power");
  expect(found).toMatchObject({
    detail: "fault",
    target: { to: "subject", topic: "wiring", legs: ["U1.16"] },
  });
});
