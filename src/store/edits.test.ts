import "fake-indexeddb/auto";
import { asLeg, asPip, asUnit, runsAlike } from "@/core/rig";
import { demoRig, plainDemoRig } from "@/demo";
import { database } from "@/keep/database";
import { keeper } from "@/workers";
import { keeper as kept } from "@/workers/fixtures/inside";
import { editScene, editSign } from "./edit-sign";
import { editWires } from "./edit-wires";
import { clearJournal, readJournal, writeJournal } from "./journal";
import { dismiss, say, useMessages } from "./messages";
import {
  chooseGlyph,
  editRig,
  editScan,
  hasUnsaved,
  holdState,
  keepOpenRig,
  layOpen,
  leaveRig,
  pickPip,
  redo,
  saveNow,
  spotLegs,
  undo,
  useOpenRig,
  openRig,
} from "./open-rig";
import { closeRefusal, refuse, useRefusal } from "./refusals";
import { storageProblem } from "./storage-problem";

const slip = demoRig("slip-gate");
const tide = plainDemoRig("tide-notice");
const here = () => useOpenRig.getState();
const past = () => useOpenRig.temporal.getState().pastStates.length;
const written = new Map<string, string>();
const storage = {
  getItem: (key: string) => written.get(key) ?? null,
  setItem: (key: string, value: string) => void written.set(key, value),
  removeItem: (key: string) => void written.delete(key),
};
Object.assign(globalThis, { localStorage: storage });

/** Lays a rig open that is no edit of the one before. */
const lay = (rig: typeof slip) => {
  useOpenRig.setState({ rig: undefined });
  layOpen(rig);
};
const openStored = async () => {
  await database().rigs.clear();
  await database().settings.clear();
  await keeper().prepareShelf();
  await openRig("slip-gate");
};

afterAll(async () => {
  await leaveRig();
  database().close();
});
beforeEach(() => {
  written.clear();
  lay(slip);
});

describe("a rig laid open", () => {
  test.each([
    ["slip-gate", "DS1.1.a"],
    ["river-level", "DS1.1.a"],
    ["tide-notice", "DS1.1.c1"],
  ])("%s begins with its first LED picked, %s, and without a past", (name, pip) => {
    holdState({} as never);
    spotLegs([asLeg("U1.1")]);
    editRig((rig) => ({ ...rig, note: "x" }));
    lay(demoRig(name));
    expect(here()).toMatchObject({
      pick: pip,
      spot: [],
      held: undefined,
      saved: "saved",
      problem: undefined,
      gone: false,
      codeBefore: undefined,
    });
    expect(past()).toBe(0);
    undo();
    expect(here().rig).toBe(demoRig(name));
  });

  test("looks at the first glyph of its show, or at 0 where it shows none", () => {
    layOpen({ ...slip, show: { ...slip.show, mode: "count", texts: ["A", "b"] } });
    expect(here().glyph).toBe("A");
    layOpen({ ...slip, show: { ...slip.show, mode: "count", texts: [] } });
    expect(here().glyph).toBe("0");
  });

  test("of which no display is left nothing is picked", () => {
    layOpen({ ...slip, units: slip.units.filter(({ led }) => !led) });
    expect(here().pick).toBeUndefined();
  });
});

describe("an edit", () => {
  test("lets go what is held on the face; one that changes nothing is no step and holds on", () => {
    const held = { bytes: [1] } as never;
    holdState(held);
    editRig((rig) => rig);
    expect([here().held, past()]).toEqual([held, 0]);
    editRig((rig) => ({ ...rig, note: "moved" }));
    expect([here().held, past()]).toEqual([undefined, 1]);
  });

  test("without a rig does nothing", () => {
    useOpenRig.setState({ rig: undefined });
    const change = jest.fn();
    editRig(change);
    editWires(change);
    expect(change).not.toHaveBeenCalled();
    expect(hasUnsaved()).toBe(false);
  });

  test("is taken back and made again by step; looking elsewhere is no step", () => {
    editScan({ blank: 77 });
    pickPip(asPip("DS1.1.c"));
    chooseGlyph("7");
    spotLegs([asLeg("U1.2")]);
    expect(past()).toBe(1);
    undo();
    expect(here()).toMatchObject({ rig: slip, pick: "DS1.1.c", glyph: "7", spot: ["U1.2"] });
    redo();
    expect(here().rig!.scan.blank).toBe(77);
  });

  test("picking an LED ends what was spotted", () => {
    spotLegs([asLeg("U1.2")]);
    pickPip(asPip("DS1.1.d"));
    expect(here().spot).toEqual([]);
  });

  test("waits to be stored, is asked about, and one that was stored is not", () => {
    editRig((rig) => ({ ...rig, note: "not stored" }));
    expect(here().saved).toBe("saving");
    expect(hasUnsaved()).toBe(true);
    useOpenRig.setState({ saved: "slow" });
    expect(hasUnsaved()).toBe(true);
    useOpenRig.setState({ saved: "saved" });
    expect(hasUnsaved()).toBe(false);
    useOpenRig.setState({ gone: true });
    expect(hasUnsaved()).toBe(true);
  });

  test("of wires remembers the code as it was, unless code is kept anyway", () => {
    editWires((rig) => ({ ...rig, wires: rig.wires.slice(1) }));
    expect(here().codeBefore).toBeDefined();
    undo();
    expect(here().codeBefore).toBeUndefined();
    const { codeBefore } = (editWires((rig) => ({ ...rig, wires: rig.wires.slice(1) })), here());
    layOpen({ ...slip, code: { ...slip.code, kept: codeBefore! } });
    editWires((rig) => ({ ...rig, wires: rig.wires.slice(1) }));
    expect(here().codeBefore).toBeUndefined();
  });
});

describe("the sign of a rig", () => {
  test("of digits there is none: nothing is changed and nobody asked", () => {
    const change = jest.fn();
    editSign(change);
    expect(change).not.toHaveBeenCalled();
    expect(here().rig).toBe(slip);
  });

  test("one scene takes the place of another, and only of that one", () => {
    layOpen(tide);
    const scene = { ...tide.sign!.scenes[0]!, repeat: 7 };
    editScene(0, scene);
    expect(here().rig!.sign!.scenes).toEqual([scene, ...tide.sign!.scenes.slice(1)]);
    expect(past()).toBe(1);
  });
});

describe("storing", () => {
  afterEach(() => {
    jest.restoreAllMocks();
    jest.useRealTimers();
  });

  test("that takes long is said to be slow, and is not any more once it is done", async () => {
    await openStored();
    let letGo = (_: unknown) => {};
    const { saveRig } = kept;
    jest.spyOn(kept, "saveRig").mockImplementation(async (...given) => {
      await new Promise((resolve) => (letGo = resolve));
      return saveRig(...given);
    });
    jest.useFakeTimers({ doNotFake: ["setImmediate", "nextTick", "queueMicrotask"] });
    editRig((rig) => ({ ...rig, note: "on its way" }));
    const stored = saveNow();
    for (let turn = 0; turn < 50; turn += 1) await new Promise((resolve) => setImmediate(resolve));
    jest.advanceTimersByTime(3_999);
    expect(here().saved).toBe("saving");
    jest.advanceTimersByTime(2);
    expect(here().saved).toBe("slow");
    jest.useRealTimers();
    letGo(undefined);
    await stored;
    expect(here().saved).toBe("saved");
  });

  test("a rig that was put away meanwhile is left alone", async () => {
    await openStored();
    editRig((rig) => ({ ...rig, note: "of the slip gate" }));
    const stored = saveNow();
    layOpen(tide);
    await stored;
    expect(here()).toMatchObject({ rig: tide, saved: "saved", gone: false });
    expect((await keeper().loadRig("slip-gate"))!.rig.note).toBe("of the slip gate");
  });

  test("to keep a rig without one open does nothing", async () => {
    useOpenRig.setState({ rig: undefined });
    await expect(keepOpenRig()).resolves.toBeUndefined();
  });
});

describe("what was written down in case the page goes away", () => {
  test("is read as it was written, and gone when it is cleared", async () => {
    writeJournal({ ...slip, note: "half a word" }, 5);
    expect(await readJournal(slip.id)).toEqual({ rig: { ...slip, note: "half a word" }, revision: 5 });
    clearJournal(slip.id);
    expect(await readJournal(slip.id)).toBeUndefined();
  });

  test("too large for it is not written, and takes what was there with it", async () => {
    writeJournal(slip, 1);
    writeJournal({ ...slip, note: "x".repeat(1_500_000) }, 2);
    expect(written.size).toBe(0);
  });

  test("a browser that forbids it loses nothing else", async () => {
    const forbid = () => {
      throw new Error("forbidden");
    };
    Object.assign(globalThis, { localStorage: { getItem: forbid, setItem: forbid, removeItem: forbid } });
    expect(() => writeJournal(slip, 1)).not.toThrow();
    expect(() => clearJournal(slip.id)).not.toThrow();
    expect(await readJournal(slip.id)).toBeUndefined();
    Object.assign(globalThis, { localStorage: storage });
  });
});

test("the last three messages stand, each with a tone; a dismissed one goes", () => {
  useMessages.setState({ messages: [] });
  for (const text of ["one", "two", "three"]) say({ text });
  say({ text: "four", tone: "trouble" });
  const texts = () => useMessages.getState().messages.map(({ text, tone }) => `${text} ${tone}`);
  expect(texts()).toEqual(["two plain", "three plain", "four trouble"]);
  dismiss(useMessages.getState().messages[1]!.id);
  expect(texts()).toEqual(["two plain", "four trouble"]);
});

test("what is refused has a title, a reason and its problems, until it is closed", () => {
  refuse("Not taken", "It is no rig.");
  expect(useRefusal.getState().refusal).toEqual({ title: "Not taken", says: "It is no rig.", problems: [] });
  closeRefusal();
  expect(useRefusal.getState().refusal).toBeUndefined();
});

test.each([
  ["QuotaExceededError", /full\. Free some room/],
  ["DatabaseClosedError", /closed its storage\. Reload/],
  ["InvalidStateError", /closed its storage\. Reload/],
  ["TimeoutError", /does not answer$/],
  ["UnknownError", /refused it \(disk\)$/],
])("%s is said as %s", (name, says) => {
  expect(storageProblem(Object.assign(new Error("disk"), { name }))).toMatch(says);
});

test("what is thrown without a name is said as it is, and not at length", () => {
  expect(storageProblem(undefined)).toBe("the browser’s storage refused it (undefined)");
  expect(storageProblem("x".repeat(500))).toHaveLength("the browser’s storage refused it ()".length + 120);
});

describe("whether two states of a rig are the same to every check", () => {
  const [wire] = slip.wires;
  test.each<[string, Partial<typeof slip>, boolean]>([
    ["another name and note", { name: "A", note: "B" }, true],
    ["a wire ticked", { wires: [{ ...wire!, placed: !wire!.placed }, ...slip.wires.slice(1)] }, true],
    ["a part ticked", { units: slip.units.map((unit) => ({ ...unit, placed: true })) }, true],
    ["a wire fewer", { wires: slip.wires.slice(1) }, false],
    ["a wire elsewhere", { wires: [{ ...wire!, to: asLeg("MCU1.12") }, ...slip.wires.slice(1)] }, false],
    [
      "a wire from elsewhere",
      { wires: [{ ...wire!, from: asLeg("MCU1.12") }, ...slip.wires.slice(1)] },
      false,
    ],
    ["a part fewer", { units: slip.units.slice(1) }, false],
    [
      "another resistor",
      { units: slip.units.map((unit) => (unit.ohms ? { ...unit, ohms: 1 } : unit)) },
      false,
    ],
    ["another show", { show: { ...slip.show, interval: 1 } }, false],
    ["another scan", { scan: { ...slip.scan, blank: 1 } }, false],
    [
      "a seat moved and a chip in a socket",
      { units: slip.units.map((unit) => ({ ...unit, socket: true, seat: { board: 0, column: 3 } })) },
      true,
    ],
    ["colours by another rule", { wireColours: "net" as const }, true],
    [
      "a display beside it",
      { beside: [{ colour: "red" as const, units: [asUnit("DS1")], shows: ["1"] }] },
      false,
    ],
    ["LEDs left out", { leftOut: [asPip("DS1.1.dp")] }, false],
  ])("%s: %p", (_, values, same) => {
    expect(runsAlike(slip, { ...slip, ...values })).toBe(same);
    expect(runsAlike({ ...slip, ...values }, slip)).toBe(same);
  });
});
