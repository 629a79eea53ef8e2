import { screen, waitFor, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { formatByte } from "@/core/glyph";
import { glyphTable } from "@/core/sim";
import { demoRig } from "@/demo";
import { useMessages, useOpenRig } from "@/store";
import { showStation } from "../fixtures/open";
import { GlyphsStation } from "./glyphs";

const slip = demoRig("slip-gate");
const rows = glyphTable(modelOf(slip), { unit: modelOf(slip).digits[0]!.unit, digit: 1 });
const byteOf = (glyph: string) => rows.find(({ cell }) => cell.glyph === glyph)!.bytes[0]!;
const byteField = () => screen.getByRole<HTMLInputElement>("textbox", { name: /^Byte/ });

describe("Glyphs", () => {
  test("the alphabet stands there in this wiring's bytes, and a click shows a character", async () => {
    const { hands } = showStation(GlyphsStation, slip);
    const alphabet = within(screen.getByRole("region", { name: /alphabet/ }));
    const shown = () => alphabet.getAllByRole("button").filter((one) => one.className.includes("glyph-tile"));
    await waitFor(() => expect(shown()).toHaveLength(rows.length));
    const tiles = shown();
    tiles.forEach((tile, at) => expect(tile.textContent).toContain(formatByte(rows[at]!.bytes[0]!)));
    await hands.click(tiles[rows.findIndex(({ cell }) => cell.glyph === "5")]!);
    expect(byteField().value).toBe(formatByte(byteOf("5")));
    expect(screen.getByText("“5”")).toBeTruthy();
  });

  test("a byte that is typed is read through the wires while it is typed", async () => {
    const { hands } = showStation(GlyphsStation, slip);
    await hands.clear(byteField());
    await hands.type(byteField(), String(byteOf("3")));
    expect(screen.getByText("A pattern of your own")).toBeTruthy();
    await waitFor(() => expect(screen.getByText("Lights").nextElementSibling?.textContent).toBe("abcdg"));
    expect(screen.getByText("Reads as").nextElementSibling?.textContent).toBe("3");
  });

  test("what is no byte is refused in words, and kept as it was typed", async () => {
    const { hands } = showStation(GlyphsStation, slip);
    await hands.clear(byteField());
    await hands.type(byteField(), "300");
    expect((await screen.findByRole("alert")).textContent).toMatch(/255|byte/);
    expect(byteField().value).toBe("300");
  });

  test("a segment is flipped by a click on it, and its bit with it", async () => {
    const { hands } = showStation(GlyphsStation, slip);
    await hands.click(screen.getByRole("button", { name: /^Flip segment g/ }));
    expect(useOpenRig.getState().pick).toBe("DS1.1.g");
    expect(byteField().value).toBe(formatByte(byteOf("8")));
  });

  test("a pattern becomes the shape of a character, can be undone, and goes back to the usual one", async () => {
    const { hands, now, undo } = showStation(GlyphsStation, slip);
    await hands.click(screen.getByRole("button", { name: /^Flip segment d/ }));
    const keep = screen.getByRole("textbox", { name: "Character to give this shape" });
    await hands.clear(keep);
    await hands.type(keep, "Q");
    await hands.click(screen.getByRole("button", { name: "Keep" }));
    expect(now().glyphs).toEqual([{ glyph: "Q", segments: ["a", "b", "c", "e", "f"] }]);
    await hands.click(await screen.findByRole("button", { name: "Back to the usual shape" }));
    expect(now().glyphs).toEqual([]);
    undo();
    expect(now().glyphs).toHaveLength(1);
  });

  test("bytes are shown as one asks for them", async () => {
    const { hands } = showStation(GlyphsStation, slip);
    await hands.click(screen.getByRole("button", { name: "Binary" }));
    expect(byteField().value).toBe(formatByte(byteOf("0"), "binary"));
    await hands.click(screen.getByRole("button", { name: "Decimal" }));
    expect(byteField().value).toBe(String(byteOf("0")));
  });

  test("on a driver chip the bits are those of its memory", async () => {
    const oar = demoRig("oar-rack");
    const { hands } = showStation(GlyphsStation, oar);
    expect(screen.getByText(/In the chip’s memory, bit by bit, for digit 1/)).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: /^Flip segment g/ }));
    expect(screen.getByText("A pattern of your own")).toBeTruthy();
  });

  test("a segment behind a decoder says why it cannot be flipped", async () => {
    const rig = demoRig("boats-out");
    const { encoding } = modelOf(rig);
    const coded = encoding.pips.some(({ needs }) => needs.some((need) => "decoder" in need));
    const { hands } = showStation(GlyphsStation, rig);
    await hands.click(screen.getByRole("button", { name: /^Flip segment a/ }));
    const said = useMessages.getState().messages.some(({ text }) => /decoder|reaches/.test(text));
    expect(said).toBe(coded && !encoding.pips.some(({ needs }) => needs.some((need) => "line" in need)));
  });
});
