import "fake-indexeddb/auto";
import { swapWires, writeRig, type Rig } from "@/core/rig";
import { demoRig } from "@/demo";
import { binRig, loadRig, mergeRigs, prepareShelf, saveRig, unbinRig } from "@/keep";
import { database } from "@/keep/database";
import { editSign } from "./edit-sign";
import { useMessages } from "./messages";
import {
  editRig,
  hasUnsaved,
  keepOpenRig,
  leaveRig,
  openRig,
  redo,
  saveNow,
  undo,
  useOpenRig,
} from "./open-rig";
import { useRefusal } from "./refusals";

const store = new Map<string, string>();
Object.assign(globalThis, {
  localStorage: {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => void store.set(key, value),
    removeItem: (key: string) => void store.delete(key),
  },
});

const here = () => useOpenRig.getState();
const note = (text: string) => editRig((rig) => ({ ...rig, note: text }));
const soon = (until: () => boolean) =>
  new Promise<void>((resolve, reject) => {
    const end = Date.now() + 5000;
    const look = () =>
      until() ? resolve() : Date.now() > end ? reject(new Error("it never came")) : setTimeout(look, 20);
    look();
  });
/** What another tab does: it stores a change of what is stored. */
const elsewhere = async (change: (rig: Rig) => Rig) => {
  const there = (await loadRig("slip-gate"))!;
  return saveRig(change(there.rig), undefined, there.revision);
};

afterAll(async () => {
  await leaveRig();
  database().close();
});

beforeEach(async () => {
  store.clear();
  useMessages.setState({ messages: [] });
  await database().rigs.clear();
  await database().settings.clear();
  await prepareShelf();
  await openRig("slip-gate");
});

describe("a rig in two tabs", () => {
  test("the second follows the first, and what it followed can be undone", async () => {
    await elsewhere((rig) => ({ ...rig, name: "From elsewhere" }));
    await soon(() => here().rig!.name === "From elsewhere");
    expect(here().saved).toBe("saved");
    undo();
    expect(here().rig!.name).toBe("Slip gate");
    await saveNow();
    expect((await loadRig("slip-gate"))!.rig.name).toBe("Slip gate");
  });

  test("edits of different parts are joined, whoever was first", async () => {
    note("mine");
    await elsewhere((rig) => ({ ...rig, name: "Theirs" }));
    await saveNow();
    await saveNow();
    expect(here().rig).toMatchObject({ name: "Theirs", note: "mine" });
    expect((await loadRig("slip-gate"))!.rig).toMatchObject({ name: "Theirs", note: "mine" });
    expect(useMessages.getState().messages.at(-1)!.text).toMatch(/joined/);
  });

  test("edits of the same part: the stored one is shown, with a word, and undo brings one's own back", async () => {
    note("mine");
    await elsewhere((rig) => ({ ...rig, note: "theirs" }));
    await saveNow();
    expect(here().rig!.note).toBe("theirs");
    expect(useMessages.getState().messages.at(-1)!.text).toMatch(/Undo restores yours/);
    undo();
    expect(here().rig!.note).toBe("mine");
    await saveNow();
    expect((await loadRig("slip-gate"))!.rig.note).toBe("mine");
    redo();
    await saveNow();
    expect((await loadRig("slip-gate"))!.rig.note).toBe("theirs");
  });

  test("a hundred edits in turn, and at once: the last of each stands in both, and none overwrote another unseen", async () => {
    for (let edit = 0; edit < 50; edit += 1) {
      note(`mine ${edit}`);
      await elsewhere((rig) => ({ ...rig, name: `Theirs ${edit}` }));
      await saveNow();
      await saveNow();
    }
    const { rig } = (await loadRig("slip-gate"))!;
    expect(rig).toMatchObject({ name: "Theirs 49", note: "mine 49" });
    await soon(() => writeRig(here().rig!) === writeRig(rig));
  });

  test("deleted elsewhere: it is said, nothing brings it back unasked, and it can be kept", async () => {
    await binRig("slip-gate");
    await soon(() => here().gone);
    note("still here");
    await saveNow();
    expect(await loadRig("slip-gate")).toBeUndefined();
    expect(hasUnsaved()).toBe(true);
    await keepOpenRig();
    await saveNow();
    expect((await loadRig("slip-gate"))!.rig.note).toBe("still here");
    expect(hasUnsaved()).toBe(false);
  });

  test("emptied from the bin and brought back from a back-up elsewhere: the edit of this tab still finds its way", async () => {
    for (const name of ["One", "Two", "Three"]) {
      editRig((rig) => ({ ...rig, name }));
      await saveNow();
    }
    await database().rigs.put({
      id: "slip-gate",
      rig: demoRig("slip-gate"),
      created: 1,
      changed: 1,
      revision: 1,
    });
    await soon(() => here().rig!.name === "Slip gate");
    note("after it");
    await saveNow();
    expect((await loadRig("slip-gate"))!.rig.note).toBe("after it");
  });

  test("deleted and put back elsewhere: the line goes by itself", async () => {
    await binRig("slip-gate");
    await soon(() => here().gone);
    await unbinRig("slip-gate");
    await soon(() => !here().gone);
  });
});

describe("parts of a document that two have changed", () => {
  const base = demoRig("slip-gate");
  const swapped = () => {
    const edited = swapWires(base, "output-a", "output-b");
    return edited.ok ? edited.rig : base;
  };
  test.each<[string, Partial<Rig>, Partial<Rig>, Partial<Rig> | undefined]>([
    ["different parts", { note: "a" }, { name: "b" }, { note: "a", name: "b" }],
    ["the same in the same way", { note: "a" }, { note: "a" }, { note: "a" }],
    ["the same in two ways", { note: "a" }, { note: "b" }, undefined],
    [
      "wires and a show",
      { wires: swapped().wires },
      { show: { ...base.show, interval: 77 } },
      { wires: swapped().wires },
    ],
    [
      "units taken away and wires to them moved",
      { units: base.units.slice(0, -1) },
      { wires: swapped().wires },
      undefined,
    ],
  ])("%s", (_, mine, theirs, merged) => {
    const found = mergeRigs(base, { ...base, ...mine }, { ...base, ...theirs });
    if (merged) expect(found).toMatchObject(merged);
    else expect(found).toBeUndefined();
  });
});

describe("what cannot be stored", () => {
  afterEach(() => jest.restoreAllMocks());

  test("stays on the page, is said, is tried again, and is asked about before leaving", async () => {
    const full = Object.assign(new Error("full"), { name: "QuotaExceededError" });
    const put = jest.spyOn(database().rigs, "put").mockRejectedValue(full as never);
    note("does not fit");
    await saveNow();
    expect(here()).toMatchObject({ saved: "failed", problem: expect.stringContaining("storage is full") });
    expect(here().rig!.note).toBe("does not fit");
    expect(hasUnsaved()).toBe(true);
    put.mockRestore();
    await soon(() => here().saved === "saved");
    expect((await loadRig("slip-gate"))!.rig.note).toBe("does not fit");
    expect(hasUnsaved()).toBe(false);
  });

  test("an edit the database never got is made again when the rig is next opened, and can be undone", async () => {
    jest.spyOn(database().rigs, "put").mockRejectedValue(new Error("gone") as never);
    note("typed just before the page went away");
    await saveNow();
    jest.restoreAllMocks();
    // The page is gone: the state with it, not what was written down.
    useOpenRig.setState({ rig: undefined });
    await openRig("slip-gate");
    expect(here().rig!.note).toBe("typed just before the page went away");
    await saveNow();
    expect((await loadRig("slip-gate"))!.rig.note).toBe("typed just before the page went away");
    expect(store.size).toBe(0);
    undo();
    expect(here().rig!.note).toBe(demoRig("slip-gate").note);
  });

  test.each([
    ["no JSON", "{"],
    ["no rig", '{"rig":{"id":"slip-gate"},"revision":0}'],
    ["another rig", JSON.stringify({ rig: demoRig("oar-rack"), revision: 0 })],
  ])("what was written down and is damaged is passed over: %s", async (_, text) => {
    store.set("bold-pip-unsaved-slip-gate", text);
    await openRig("slip-gate");
    expect(here().rig!.name).toBe("Slip gate");
  });

  test("texts that would take gigabytes are refused with a dialog", async () => {
    await openRig("tide-notice");
    const before = here().rig;
    editSign((sign) => ({
      ...sign,
      scenes: Array.from({ length: 64 }, () => ({
        ...(sign.scenes[0] as Extract<(typeof sign.scenes)[number], { kind: "text" }>),
        text: `${"a".repeat(1999)}\n`.repeat(2),
      })),
    }));
    expect(here().rig).toBe(before);
    expect(useRefusal.getState().refusal?.says).toMatch(/texts of the sign take .* at most 16,000,000/);
  });
});
