import "fake-indexeddb/auto";
import { LIMITS, asLeg, writeRig } from "@/core/rig";
import { DEMO_RIGS } from "@/demo";
import { database } from "./database";
import {
  addDemoRigs,
  addRig,
  binRig,
  importRig,
  prepareShelf,
  saveRig,
  shelfEntries,
  unbinRig,
} from "./shelf";
import { loadRig, standingOf } from "./stored";

const names = async () => (await shelfEntries()).map(({ name }) => name);
const fileOf = (text: string) => new Blob([text]);

beforeEach(async () => {
  await database().rigs.clear();
  await database().settings.clear();
  await prepareShelf();
});

describe("the shelf", () => {
  test("demo rigs are there on the first visit only", async () => {
    expect(await names()).toEqual(DEMO_RIGS.map(({ name }) => name));
    await binRig("slip-gate");
    await prepareShelf();
    expect(await names()).toEqual(DEMO_RIGS.slice(1).map(({ name }) => name));
    expect(await addDemoRigs()).toBe(1);
    expect(await names()).toHaveLength(DEMO_RIGS.length);
  });

  test("a deleted rig can be taken back as it was; after a month it is gone", async () => {
    await binRig("slip-gate");
    expect(await loadRig("slip-gate")).toBeUndefined();
    await unbinRig("slip-gate");
    expect((await loadRig("slip-gate"))?.rig).toEqual(DEMO_RIGS[0]);
    await database().rigs.update("slip-gate", { deleted: Date.now() - 31 * 86_400_000 });
    await prepareShelf();
    expect(await database().rigs.get("slip-gate")).toBeUndefined();
  });

  test("a duplicate and an import get an id and a name of their own", async () => {
    await addRig(DEMO_RIGS[0]!);
    const imported = await importRig(fileOf(writeRig(DEMO_RIGS[0]!)));
    expect(imported.ok).toBe(true);
    expect(await names()).toEqual([...DEMO_RIGS.map(({ name }) => name), "Slip gate 2", "Slip gate 3"]);
  });

  test("a record that cannot be read stands on the shelf with its reason, and the others beside it", async () => {
    const spoilt = {
      ...DEMO_RIGS[0]!,
      id: "spoilt",
      wires: [{ ...DEMO_RIGS[0]!.wires[0]!, to: asLeg("U9.1") }],
    };
    await database().rigs.put({ id: "spoilt", rig: spoilt, created: 1, changed: 1 });
    const entries = await shelfEntries();
    expect(entries.map(({ kind }) => kind)).toEqual(["unreadable", ...DEMO_RIGS.map(() => "rig")]);
    expect(entries[0]).toMatchObject({ problem: { path: "wires[0].to" } });
    expect((await database().rigs.get("spoilt"))?.rig).toEqual(spoilt);
  });

  test("a broken file stores nothing", async () => {
    const before = await shelfEntries();
    expect((await importRig(fileOf('{"format":"bold-pip-rig","version":1}'))).ok).toBe(false);
    expect(await shelfEntries()).toEqual(before);
  });

  test("a file that is too large is refused before it is read", async () => {
    const file = fileOf("");
    Object.defineProperty(file, "size", { value: LIMITS.fileBytes + 1 });
    const text = jest.spyOn(file, "text");
    expect(await importRig(file)).toMatchObject({ ok: false, problems: [{ path: "file" }] });
    expect(text).not.toHaveBeenCalled();
  });

  test("storing on a revision: what was changed or deleted meanwhile is never overwritten", async () => {
    const slip = DEMO_RIGS[0]!;
    const { revision } = (await loadRig(slip.id))!;
    expect(await saveRig({ ...slip, note: "one" }, undefined, revision)).toEqual({
      kind: "stored",
      revision: revision + 1,
    });
    const late = await saveRig({ ...slip, note: "two" }, undefined, revision);
    expect(late).toMatchObject({ kind: "changed", there: { rig: { note: "one" }, revision: revision + 1 } });
    await binRig(slip.id);
    expect(await saveRig(slip, undefined, revision + 1)).toEqual({ kind: "gone" });
    expect(await standingOf(slip.id)).toEqual({ there: false, stored: undefined });
  });

  test("what cannot be read is not kept in the place of what can", async () => {
    const slip = DEMO_RIGS[0]!;
    await database().rigs.put({
      id: slip.id,
      rig: { ...slip, units: 3 } as never,
      created: 1,
      changed: 1,
      revision: 9,
    });
    expect(await standingOf(slip.id)).toEqual({ there: true, stored: undefined });
    expect(await saveRig(slip, undefined, 1)).toEqual({ kind: "stored", revision: 10 });
  });
});
