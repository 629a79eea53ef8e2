import { readBdf } from "@/core/dots";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { demoRig, plainDemoRig } from "@/demo";
import { useOpenRig } from "@/store";
import type { Rig } from "@/core/rig";
import { loose, showStation } from "../../fixtures/open";
import { CodeStation } from "../code";

async function reader(rig: Rig, text: string, kind?: string) {
  const shown = showStation(CodeStation, rig);
  await shown.hands.click(screen.getByRole("button", { name: "Read a byte table" }));
  if (kind) await shown.hands.click(await screen.findByRole("button", { name: kind }));
  fireEvent.change(await screen.findByRole("textbox", { name: "Paste it here" }), {
    target: { value: text },
  });
  return shown;
}

describe("Reading a table", () => {
  test("the example: an odd entry is named, and each byte is shown on the rig and held on the face", async () => {
    const { hands } = await reader(demoRig("slip-gate"), "");
    await hands.click(screen.getByRole("button", { name: "Try one" }));
    const odd = await screen.findByRole("list", { name: "Suspicious entries" });
    expect(odd.textContent).toMatch(/Entry 13, “d” 0x5A c is missing; it should be 0x5E \(line 4\)/);
    const order = screen.getByRole("table", { name: "Segment of each bit" });
    expect(
      within(order)
        .getAllByRole("cell")
        .map(({ textContent }) => textContent)
        .slice(8),
    ).toEqual(["dark", "g", "f", "e", "d", "c", "b", "a"]);
    await hands.click(screen.getByRole("button", { name: "Entry 3, 0x4F, reads 3" }));
    expect(useOpenRig.getState().held).toMatchObject({ bytes: [0x4f] });
    await hands.click(screen.getByRole("button", { name: "Clear" }));
    await waitFor(() => expect(screen.queryByRole("list", { name: "Suspicious entries" })).toBeNull());
  });

  test("a table in another order: the wires are laid in it, or its shapes are taken", async () => {
    const { hands, now, undo } = await reader(
      loose(plainDemoRig("slip-gate")),
      // a in bit 7, and a 6 and a 9 without their tails
      "{252, 96, 218, 242, 102, 182, 62, 224, 254, 230}",
    );
    expect(await screen.findByText("Made for other wires:")).toBeTruthy();
    const before = now();
    await hands.click(screen.getByRole("button", { name: "Use its shapes for the rig’s characters" }));
    expect(now().glyphs.map(({ glyph }) => glyph)).toEqual(["6", "9"]);
    undo();
    expect(now().glyphs).toEqual(before.glyphs);
    await hands.click(await screen.findByRole("button", { name: "Change the wires to its order" }));
    expect(now().plan.outputs).not.toEqual(before.plan.outputs);
    expect(await screen.findByText("Made for wires like these:")).toBeTruthy();
    expect(await screen.findByRole("button", { name: "Entry 2, 0xDA, reads 2" })).toBeTruthy();
  });

  test("dots are guessed, set otherwise, and taken into Frames", async () => {
    const { hands, now } = await reader(demoRig("wind-arrow"), "");
    await hands.click(screen.getByRole("button", { name: "Try one" }));
    expect(await screen.findByText("2 pictures of 8 × 8")).toBeTruthy();
    const scenes = now().sign!.scenes.length;
    await hands.click(screen.getByRole("button", { name: "Take them into Frames" }));
    expect(now().sign!.scenes).toHaveLength(scenes + 1);
    expect(now().sign!.scenes.at(-1)).toMatchObject({ kind: "pictures", name: "OARS", width: 8, height: 8 });
    await hands.selectOptions(screen.getByRole("combobox", { name: "Its first character" }), "A");
    await hands.click(screen.getByRole("button", { name: "Take them as a font" }));
    const kept = readBdf(Object.values(now().sign!.fonts).at(-1)!, "own");
    if (!kept.ok) throw new Error("not read");
    expect([...kept.font.glyphs.keys()]).toEqual([65, 66]);
    const width = screen.getByRole("textbox", { name: "Width" });
    await hands.clear(width);
    await hands.type(width, "4{Enter}");
    expect(await screen.findByText("2 pictures of 4 × 8")).toBeTruthy();
  });

  test("a list of writes is played into the chips, line for line", async () => {
    await reader(plainDemoRig("oar-rack"), "E0 21\nE0 81\nE0 00 3F 00 06 00", "A list of writes");
    expect(await screen.findByText("Sent to HT16K33")).toBeTruthy();
    expect(screen.getAllByText("01").length).toBeGreaterThan(0);
    fireEvent.change(screen.getByRole("textbox", { name: "Paste it here" }), { target: { value: "E0 2" } });
    fireEvent.change(screen.getByRole("textbox", { name: "Paste it here" }), { target: { value: "E0 XX" } });
    expect(await screen.findByText(/Line 1: “XX” is no hexadecimal byte/)).toBeTruthy();
  });

  test("what is no table is told in words", async () => {
    await reader(demoRig("slip-gate"), "hello");
    expect(await screen.findByText(/There is no number in it/)).toBeTruthy();
  });
});
