import "fake-indexeddb/auto";
import { swapWires } from "@/core/rig";
import { loadRig, prepareShelf } from "@/keep";
import { database } from "@/keep/database";
import { editWires } from "./edit-wires";
import { editRig, leaveRig, openRig, redo, saveNow, undo, useOpenRig } from "./open-rig";

afterAll(async () => {
  await leaveRig();
  database().close();
});

beforeEach(async () => {
  await database().rigs.clear();
  await database().settings.clear();
  await prepareShelf();
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

  test("edits of one gesture are one step of undo; another gesture, undo and a pause begin a new one", async () => {
    await openRig("slip-gate");
    const level = (brightness: number, gesture = "brightness") =>
      editRig((rig) => ({ ...rig, scan: { ...rig.scan, level: brightness } }), gesture);
    const now = () => useOpenRig.getState().rig!.scan.level;
    for (const step of [1, 2, 3, 4]) level(step);
    expect(now()).toBe(4);
    undo();
    expect(now()).toBeUndefined();
    redo();
    expect(now()).toBe(4);
    level(5);
    level(6, "another");
    level(7, "another");
    undo();
    expect(now()).toBe(5);
    undo();
    expect(now()).toBe(4);
    level(8);
    const later = jest.spyOn(Date, "now").mockReturnValue(Date.now() + 60_000);
    level(9);
    later.mockRestore();
    undo();
    expect(now()).toBe(8);
    rename("No gesture");
    level(10);
    undo();
    expect(now()).toBe(8);
    undo();
    expect(name()).toBe("Slip gate");
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
