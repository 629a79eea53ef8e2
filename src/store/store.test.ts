import "fake-indexeddb/auto";
import { swapWires, writeRig, asLeg } from "@/core/rig";
import { DEMO_RIGS } from "@/demo";
import { database } from "./database";
import { addDemoRigs, addRig, binRig, importRig, prepareShelf, shelfEntries, unbinRig } from "./shelf";
import { loadRig } from "./stored";
import { editWires } from "./edit-wires";
import { editRig, leaveRig, openRig, redo, saveNow, undo, useOpenRig } from "./open-rig";

const names = async () => (await shelfEntries()).map(({ record }) => record.rig.name);

afterAll(async () => {
  await leaveRig();
  database().close();
});

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
    const imported = await importRig(writeRig(DEMO_RIGS[0]!));
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
    expect((await importRig('{"format":"bold-pip-rig","version":1}')).ok).toBe(false);
    expect(await shelfEntries()).toEqual(before);
  });
});

describe("the open rig", () => {
  const rename = (name: string) => editRig((rig) => ({ ...rig, name }));
  const name = () => useOpenRig.getState().rig?.name;

  test("edits are undone and redone step by step, and a newly opened rig starts without a past", async () => {
    expect(await openRig("slip-gate")).toBe(true);
    rename("One");
    rename("Two");
    undo();
    expect(name()).toBe("One");
    undo();
    undo();
    expect(name()).toBe("Slip gate");
    redo();
    redo();
    expect(name()).toBe("Two");
    await openRig("ladder-step");
    undo();
    expect(name()).toBe("Ladder step");
  });

  test("what was edited is stored, without being asked for", async () => {
    await openRig("slip-gate");
    rename("Stored");
    expect(useOpenRig.getState().saved).toBe("saving");
    await new Promise((resolve) => setTimeout(resolve, 900));
    expect((await loadRig("slip-gate"))?.rig.name).toBe("Stored");
    expect(useOpenRig.getState().saved).toBe("saved");
    for (let edit = 0; edit < 9; edit += 1) {
      rename(`Busy ${edit}`);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    expect((await loadRig("slip-gate"))?.rig.name).toMatch(/^Busy/);
    rename("At once");
    await saveNow();
    expect((await loadRig("slip-gate"))?.rig.name).toBe("At once");
  });

  test("the code as it was before the wires moved is remembered, so that it can be kept", async () => {
    await openRig("slip-gate");
    editWires((rig) => {
      const edited = swapWires(rig, "output-a", "output-b");
      return edited.ok ? edited.rig : rig;
    });
    expect(useOpenRig.getState().codeBefore?.pips.find(({ pip }) => pip === "DS1.1.a")?.needs).toEqual([
      { byte: 0, bit: 0, is: 1 },
    ]);
  });

  test("a rig that is not there does not open", async () => expect(await openRig("nothing")).toBe(false));
});
