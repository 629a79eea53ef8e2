import "fake-indexeddb/auto";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { modelOf } from "@/core/address";
import { readRig, writeRig } from "@/core/rig";
import { DEMO_RIGS, demoRig } from "@/demo";
import { backupReminder, remindLater } from "./backup-reminder";
import { makeBackup, restoreBackup, type Restored } from "./backup";
import { database } from "./database";
import {
  addDemoRigs,
  addRig,
  binRig,
  binnedRigs,
  emptyBin,
  prepareShelf,
  readSetting,
  recordName,
  saveRig,
  shelfEntries,
  unbinRig,
  writeSetting,
} from "./shelf";
import { loadRig } from "./stored";

const DAY = 86_400_000;
const names = async () => (await shelfEntries()).map(({ record }) => recordName(record));
/** Restores what a back-up holds, as a file. */
const restore = (bytes: Uint8Array) => restoreBackup(new Blob([bytes as Uint8Array<ArrayBuffer>]));
const become = (restored: Restored) =>
  restored.ok ? restored.rigs.map(({ name, as }) => `${name}: ${as}`) : [restored.problem];

beforeEach(async () => {
  await database().rigs.clear();
  await database().settings.clear();
  await prepareShelf();
});

describe("the bin", () => {
  test("shows what was deleted, last first, with the day it goes; puts back; is emptied", async () => {
    await binRig("slip-gate");
    await database().rigs.update("slip-gate", { deleted: Date.now() - 3 * DAY });
    await binRig("oar-rack");
    const binned = await binnedRigs();
    expect(binned.map(({ id }) => id)).toEqual(["oar-rack", "slip-gate"]);
    expect((binned[1]!.goes - Date.now()) / DAY).toBeCloseTo(27, 1);
    await unbinRig("slip-gate");
    expect(await loadRig("slip-gate")).toBeDefined();
    expect(await emptyBin()).toBe(1);
    expect(await database().rigs.get("oar-rack")).toBeUndefined();
    expect(await names()).toHaveLength(DEMO_RIGS.length - 1);
  });

  test("bringing the demo rigs back never touches an edited one, on the shelf or in the bin", async () => {
    await saveRig({ ...demoRig("oar-rack"), note: "mine" });
    await saveRig({ ...demoRig("slip-gate"), note: "also mine" });
    await binRig("slip-gate");
    expect(await addDemoRigs()).toBe(1);
    expect((await loadRig("oar-rack"))?.rig.note).toBe("mine");
    expect((await loadRig("slip-gate"))?.rig.note).toBe(demoRig("slip-gate").note);
    const [kept] = await binnedRigs();
    await unbinRig(kept!.id);
    expect((await loadRig(kept!.id))?.rig.note).toBe("also mine");
  });
});

describe("a back-up", () => {
  test("brings everything back into an empty browser: rigs, the bin, settings", async () => {
    await saveRig({ ...demoRig("slip-gate"), note: "mine" });
    await binRig("oar-rack");
    await writeSetting("school", "numbers");
    const before = await database().rigs.toArray();
    const codeBefore = modelOf(demoRig("slip-gate")).encoding;
    await database().rigs.update("slip-gate", { codeBefore });
    const { bytes, name } = await makeBackup(Date.parse("2026-05-04T10:00:00Z"));
    expect(name).toBe("bold-pip-2026-05-04.zip");
    await database().rigs.clear();
    await database().settings.clear();
    const restored = await restore(bytes);
    expect(restored.ok && restored.settings).toBe(1);
    expect(become(restored)).toContain("Oar rack: in the bin");
    const after = await database().rigs.toArray();
    const bare = (list: typeof before) =>
      list.map(({ id, rig, deleted, created }) => ({ id, rig: writeRig(rig), deleted, created }));
    expect(bare(after)).toEqual(bare(before));
    expect((await loadRig("slip-gate"))!.codeBefore).toEqual(JSON.parse(JSON.stringify(codeBefore)));
    expect(await readSetting("school")).toBe("numbers");
  });

  test("is rig files in an archive anybody can open", async () => {
    const { bytes } = await makeBackup();
    const files = unzipSync(bytes);
    const rigs = Object.keys(files).filter((file) => file.startsWith("rigs/"));
    expect(rigs).toHaveLength(DEMO_RIGS.length);
    for (const file of rigs) expect(readRig(strFromU8(files[file]!)).ok).toBe(true);
  });

  test("overwrites nothing: the same stays, another state comes beside it, what is binned comes back", async () => {
    const { bytes } = await makeBackup();
    await saveRig({ ...demoRig("slip-gate"), note: "changed since" });
    await binRig("oar-rack");
    const report = become(await restore(bytes));
    expect(report).toEqual(
      expect.arrayContaining(["Slip gate: added", "Oar rack: restored", "Tide notice: there already"]),
    );
    expect((await loadRig("slip-gate"))?.rig.note).toBe("changed since");
    expect(await names()).toContain("Slip gate 2");
  });

  test("one damaged rig keeps none of the others, and says why", async () => {
    await database().rigs.put({ id: "spoilt", rig: { name: "Spoilt" } as never, created: 1, changed: 1 });
    await database().rigs.put({ id: "empty", rig: undefined as never, created: NaN, changed: NaN });
    const { bytes } = await makeBackup();
    await database().rigs.clear();
    const restored = await restore(bytes);
    const leftOut = restored.ok ? restored.rigs.filter(({ as }) => as === "left out") : [];
    expect(leftOut.map(({ says }) => says)).toEqual([
      expect.stringContaining("rig document is a JSON object"),
      expect.stringContaining("format"),
    ]);
    expect(await names()).toEqual(DEMO_RIGS.map(({ name }) => name));
  });

  const archive = (contents: unknown, more: Record<string, Uint8Array> = {}) =>
    zipSync({ "contents.json": strToU8(JSON.stringify(contents)), ...more });
  const bomb = () =>
    zipSync({ "contents.json": strToU8("{}"), "rigs/big.pip.json": new Uint8Array(13 * 1024 * 1024) });
  test.each<[string, () => Uint8Array, RegExp]>([
    ["nothing", () => new Uint8Array(), /no ZIP archive/],
    ["text", () => strToU8("hello, this is no archive at all"), /no ZIP archive/],
    ["an archive cut in half", () => archive({}).slice(0, 60), /no ZIP archive/],
    ["another archive", () => zipSync({ "a.txt": strToU8("a") }), /none of Bold Pip/],
    ["contents of something else", () => archive({ format: "x", rigs: [] }), /none of a back-up/],
    ["contents too deep", () => zipSync({ "contents.json": strToU8("[".repeat(99)) }), /brackets/],
    ["a newer one", () => archive({ format: "bold-pip-backup", version: 2, rigs: [] }), /newer/],
    ["one that unpacks to more than a rig", bomb, /more than a back-up/],
  ])("%s is refused and changes nothing", async (_, bytes, says) => {
    const before = await database().rigs.toArray();
    const restored = await restore(bytes());
    expect(restored.ok ? "" : restored.problem).toMatch(says);
    expect(await database().rigs.toArray()).toEqual(before);
  });

  test("names from an archive never reach a prototype", async () => {
    const bytes = archive({
      format: "bold-pip-backup",
      version: 1,
      rigs: [{ file: "constructor", id: "__proto__" }, { file: "__proto__" }, null, 7, "x"],
      settings: [{ key: "constructor", value: 1 }, null, { key: "theme", value: { evil: 1 } }],
    });
    const restored = await restore(bytes);
    expect(restored.ok && restored.rigs.every(({ as }) => as === "left out")).toBe(true);
    expect(restored.ok && restored.settings).toBe(0);
  });

  test("one is reminded of it once three rigs of one's own are not in one, and not for a week after", async () => {
    const now = Date.now() + 1000;
    const reminder = (at = now) => backupReminder(at);
    await addRig(demoRig("slip-gate"));
    await addRig(demoRig("slip-gate"));
    expect(await reminder()).toBeUndefined();
    await saveRig({ ...demoRig("oar-rack"), note: "mine" });
    expect(await reminder()).toEqual({ rigs: 3, last: undefined });
    await remindLater(now);
    expect(await reminder(now + 6 * DAY)).toBeUndefined();
    expect(await reminder(now + 8 * DAY)).toEqual({ rigs: 3, last: undefined });
    await makeBackup(now);
    expect(await reminder(now + 8 * DAY)).toBeUndefined();
  });
});
