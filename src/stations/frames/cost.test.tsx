import { screen, waitFor, within } from "@testing-library/react";
import { modelOf, gridOf } from "@/core/address";
import { dotAt } from "@/core/dots";
import { signCost } from "@/core/frames";
import { readPictures } from "@/core/pictures";
import { formatBytes } from "@/core/quantity";
import { signRun } from "@/core/show";
import { demoRig, plainDemoRig } from "@/demo";
import { savedFiles } from "@/ui/fixtures/downloads";
import type { Rig } from "@/core/rig";
import { showStation } from "../fixtures/open";
import { FramesStation } from "./frames";

const wind = demoRig("wind-arrow");
const tide = plainDemoRig("tide-notice");

async function cost(rig: Rig) {
  const shown = showStation(FramesStation, rig);
  await shown.hands.click(screen.getByRole("button", { name: "Cost and bytes" }));
  await screen.findByRole("heading", { name: "On the wires, each frame" });
  const { width, height } = gridOf(modelOf(rig))!;
  const { frames } = signRun(rig, width, height);
  const save = async (format: string) => {
    const before = savedFiles.length;
    const list = screen.getByRole("combobox", { name: "Format" });
    await shown.hands.selectOptions(list, within(list).getByRole("option", { name: format }));
    await shown.hands.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(savedFiles.length).toBe(before + 1));
    return savedFiles.at(-1)!;
  };
  return { ...shown, save, width, height, frames };
}

describe("what a run takes", () => {
  test.each([wind, tide].map((rig) => [rig.name, rig] as const))(
    "%s: each way of keeping it, beside what the board has",
    async (_, rig) => {
      await cost(rig);
      const { kept, memory, frames, different } = signCost(modelOf(rig))!;
      const rows = screen
        .getAllByRole("row")
        .filter((row) => kept.some(({ title }) => row.textContent!.startsWith(title)));
      expect(rows).toHaveLength(kept.length);
      rows.forEach((row, at) => {
        const { flash, ram } = kept[at]!;
        expect(row.textContent).toContain(formatBytes(flash));
        expect(row.textContent).toContain(formatBytes(ram));
        expect(/fits, /.test(row.textContent!)).toBe(flash <= memory.flash && ram <= memory.ram);
      });
      expect(document.body.textContent).toContain(
        `${frames.toLocaleString("en")} frames, ${different.toLocaleString("en")} of them different`,
      );
    },
  );

  test("direct port writes are offered where a chip takes them, and are the faster way", async () => {
    await cost(tide);
    const { byCalls, direct } = signCost(modelOf(tide))!;
    expect(direct!.time).toBeLessThan(byCalls.time);
    expect(screen.getByRole("row", { name: /^with direct port writes/ })).toBeTruthy();
  });
});

describe("frames as files", () => {
  test("a GIF has every frame of the run for its time, each dot as large as asked", async () => {
    const { hands, save, width, height, frames } = await cost(wind);
    await hands.selectOptions(screen.getByRole("combobox", { name: "A dot is" }), "4 × 4");
    const { name, blob } = await save("GIF, animated");
    expect(name).toMatch(/^Wind-arrow.*\.gif$/i);
    expect(blob.type).toBe("image/gif");
    const read = readPictures(new Uint8Array(await blob.arrayBuffer()));
    if (!read.ok) throw new Error(read.message);
    const [first] = read.pictures;
    expect([first!.width, first!.height]).toEqual([width * 4, height * 4]);
    expect(read.pictures.length).toBeGreaterThan(1);
    const bitmap = frames[0]!.bitmap();
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1)
        expect(first!.grey[(y * 4 + 1) * width * 4 + x * 4 + 1]! > 127).toBe(dotAt(bitmap, x, y) === 1);
  });

  test.each([
    ["PNG", ".png"],
    ["PBM", ".pbm"],
    ["C table, stays in flash", ".h"],
    ["bytes alone", ".bin"],
    ["JSON", ".json"],
  ])("%s is handed over as a file that ends in %s", async (format, ending) => {
    const { save } = await cost(wind);
    const { name, blob } = await save(format);
    expect(name.endsWith(ending)).toBe(true);
    expect(blob.size).toBeGreaterThan(0);
    const sizes = screen.queryByRole("combobox", { name: "A dot is" });
    expect(sizes !== null).toBe(format === "PNG");
  });

  test("what JSON tells is what the run shows, frame by frame", async () => {
    const { save, frames, width, height } = await cost(wind);
    const { blob } = await save("JSON");
    const told = JSON.parse(await blob.text()) as {
      frames: Array<{ rows: string; ms: number; bytes: number[] }>;
    };
    expect(told).toMatchObject({ width, height });
    expect(told.frames.map(({ ms }) => ms)).toEqual(frames.map(({ time }) => time));
    told.frames.forEach(({ rows, bytes }, at) => {
      const bitmap = frames[at]!.bitmap();
      // Four dots a hexadecimal digit, the left one highest.
      const lit = [...rows].flatMap((digit) =>
        [8, 4, 2, 1].map((bit) => (parseInt(digit, 16) & bit ? 1 : 0)),
      );
      expect(lit).toEqual(
        Array.from({ length: width * height }, (__, dot) =>
          dotAt(bitmap, dot % width, Math.floor(dot / width)),
        ),
      );
      expect(bytes.length).toBeGreaterThan(0);
    });
  });
});
