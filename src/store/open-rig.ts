import { proxy } from "comlink";
import { temporal } from "zundo";
import { create } from "zustand";
import { pipId, showsDots, type Encoding, type LegRef, type PipId, type Rig } from "@/core/rig";
import { showCells } from "@/core/show";
import type { FirmwareSettings } from "@/core/firmware";
import type { Head, StoredRig } from "@/keep";
import { keeper, type Held } from "@/workers";
import { clearJournal, readJournal, writeJournal, type Unsaved } from "./journal";
import { say } from "./messages";
import { storageProblem } from "./storage-problem";

/** Stored; being stored; being stored for longer than one would expect; not stored, and tried again. */
export type SaveState = "saved" | "saving" | "slow" | "failed";

interface OpenRig {
  readonly rig: Rig | undefined;
  /** The picked pip: every screen marks it. */
  readonly pick: PipId | undefined;
  /** The glyph that is looked at, on every screen that looks at one. */
  readonly glyph: string;
  /** Legs somebody asked to be shown: marked until the next pick. */
  readonly spot: readonly LegRef[];
  /** A state held on the face for looking at, instead of the show. */
  readonly held: Held | undefined;
  /** The rig's compiled program runs instead of its own, with these settings; undefined while its own does. */
  readonly compiled: FirmwareSettings | undefined;
  readonly saved: SaveState;
  /** Why the last edit is not stored. */
  readonly problem: string | undefined;
  /** The rig was deleted elsewhere, and is only here. */
  readonly gone: boolean;
  /** The rig is for looking something up: it is on no shelf, and nothing of it is stored. */
  readonly loose: boolean;
  /** What the code was before the last change of wires, so that it can be kept. */
  readonly codeBefore: Encoding | undefined;
}

/** From the first edit that is not stored; later ones do not put it off. */
const AUTOSAVE_MS = 150;
/** From a try to store that failed to the next. */
const AGAIN_MS = 3000;
/** Storing takes longer than one would expect. */
const SLOW_MS = 4000;

export const useOpenRig = create<OpenRig>()(
  temporal(
    (): OpenRig => ({
      rig: undefined,
      pick: undefined,
      glyph: "0",
      spot: [],
      held: undefined,
      compiled: undefined,
      saved: "saved",
      problem: undefined,
      gone: false,
      loose: false,
      codeBefore: undefined,
    }),
    {
      partialize: ({ rig }) => ({ rig }),
      equality: (before, after) => before.rig === after.rig,
      limit: 300,
    },
  ),
);

/** The open rig. Stations are only shown while one is open. */
export function useRig(): Rig {
  const rig = useOpenRig((state) => state.rig);
  if (!rig) throw new Error("no rig is open");
  return rig;
}

let timer: ReturnType<typeof setTimeout> | undefined;
let following: Promise<number> | undefined;
/** What is stored, as far as this tab knows: what the open rig was changed from. */
let stored: StoredRig | undefined;
let storing: Promise<void> | undefined;
/** Something was stored while this tab was storing: it is looked at afterwards. */
let missed = false;

/** Writes what is not stored yet. One write at a time: what is edited meanwhile is written after it. */
export async function saveNow(): Promise<void> {
  clearTimeout(timer);
  timer = undefined;
  while (storing) await storing;
  const { rig, saved, gone, loose } = useOpenRig.getState();
  if (!rig || saved === "saved" || gone || loose || !stored) return;
  storing = store(rig, stored).finally(() => (storing = undefined));
  await storing;
  if (!missed) return;
  missed = false;
  await look(rig.id);
}

async function store(rig: Rig, from: StoredRig): Promise<void> {
  const slow = setTimeout(() => useOpenRig.setState({ saved: "slow" }), SLOW_MS);
  try {
    const { codeBefore } = useOpenRig.getState();
    const saved = await keeper().saveRig(rig, codeBefore, from.revision);
    if (useOpenRig.getState().rig?.id !== rig.id) return;
    if (saved.kind === "gone") return useOpenRig.setState({ gone: true });
    if (saved.kind === "changed") return await meet(saved.there);
    stored = { ...from, rig, revision: saved.revision };
    settle();
  } catch (error) {
    useOpenRig.setState({ saved: "failed", problem: storageProblem(error) });
    timer ??= setTimeout(() => void saveNow(), AGAIN_MS);
  } finally {
    clearTimeout(slow);
  }
}

/** Says how things stand: what is shown is stored, or is to be. */
function settle(): void {
  const { rig, gone, saved } = useOpenRig.getState();
  if (!rig || gone) return;
  if (rig === stored?.rig) {
    clearJournal(rig.id);
    useOpenRig.setState({ saved: "saved", problem: undefined });
  } else {
    // What could not be stored is said until it could: the line does not come and go with every edit.
    if (saved !== "failed") useOpenRig.setState({ saved: "saving", problem: undefined });
    timer ??= setTimeout(() => void saveNow(), AUTOSAVE_MS);
  }
}

/**
 * Another tab has stored a change. Without an edit of one's own it is taken over, as one step of undo; with one the two
 * are joined where they change different parts, and else the other's is shown and undo brings one's own back.
 */
async function meet(there: StoredRig): Promise<void> {
  for (;;) {
    const { rig: mine } = useOpenRig.getState();
    const from = stored;
    if (!mine || !from || mine.id !== there.rig.id) return;
    const edited = mine !== from.rig;
    const merged = edited ? await keeper().mergeRigs(from.rig, mine, there.rig) : there.rig;
    if (stored === from && useOpenRig.getState().rig === mine) return takeOver(there, merged, edited);
    // What was joined has changed meanwhile: either somebody else has met this very revision, or it is joined again.
    if (stored !== from && stored?.revision === there.revision) return;
  }
}

/** Shows what another tab has stored, joined with one's own edit where that could be done. */
function takeOver(there: StoredRig, merged: Rig | undefined, edited: boolean): void {
  stored = there;
  clearJournal(there.rig.id);
  if (merged && edited) say({ text: "Changes from another tab were joined with yours." });
  if (!merged)
    say({
      text: "Another tab changed the same part of this rig at the same time. Its change is shown; Undo restores yours.",
      tone: "trouble",
    });
  const next = merged ?? there.rig;
  const same = JSON.stringify(next) === JSON.stringify(there.rig);
  useOpenRig.setState({ rig: same ? there.rig : next, held: undefined, codeBefore: there.codeBefore });
  settle();
}

useOpenRig.subscribe(({ rig, loose }, before) => {
  if (!rig || loose || rig === before.rig || rig.id !== before.rig?.id || rig === stored?.rig) return;
  writeJournal(rig, stored?.revision ?? 0);
  settle();
});

/** Looks at what is stored of the open rig, now. */
async function look(id: string): Promise<void> {
  const { there, stored: found } = await keeper().standingOf(id);
  const { rig, gone } = useOpenRig.getState();
  if (rig?.id !== id) return;
  // What was read may be older than what is being stored: it is read again afterwards.
  if (storing) return void (missed = true);
  if (there === gone) useOpenRig.setState({ gone: !there });
  if (found && stored && found.revision !== stored.revision) await meet(found);
}

/** Follows what other tabs store of the open rig. */
function follow(id: string): void {
  unfollow();
  const tell = ({ there, revision }: Head) => {
    const { rig, gone } = useOpenRig.getState();
    if (rig?.id === id && (there === gone || revision !== stored?.revision)) void look(id);
  };
  const fail = (problem: Error) => useOpenRig.setState({ problem: storageProblem(problem) });
  following = keeper().follow(id, proxy(tell), proxy(fail));
}

function unfollow(): void {
  void following?.then((by) => keeper().unfollow(by));
  following = undefined;
}

/** Opens a rig of the shelf; its undo history begins here. @returns false when there is no such rig */
export async function openRig(id: string): Promise<boolean> {
  await saveNow();
  const found = await keeper().loadRig(id);
  if (!found) return false;
  const unsaved = await readJournal(id);
  stored = found;
  layOpen(found.rig, found.codeBefore);
  clearJournal(id);
  if (unsaved) takeUp(unsaved, found);
  follow(id);
  return true;
}

/** Puts a rig on the page, its first LED picked; its undo history begins here. */
export function layOpen(rig: Rig, codeBefore?: Encoding): void {
  const display = rig.units.find((unit) => unit.led);
  useOpenRig.setState({
    rig,
    pick: display && pipId(display.ref, 1, showsDots(rig.plan) ? "c1" : "a"),
    glyph: showCells(rig)[0]?.glyph ?? "0",
    spot: [],
    held: undefined,
    compiled: undefined,
    saved: "saved",
    problem: undefined,
    gone: false,
    loose: false,
    codeBefore,
  });
  useOpenRig.temporal.getState().clear();
}

/** Puts a rig on the page that is on no shelf, for looking something up; an open one is stored first. */
export async function openLoose(rig: Rig): Promise<void> {
  await leaveRig();
  layOpen(rig);
  useOpenRig.setState({ loose: true });
}

/** Stores what is not stored yet, and stops following what other tabs do: no rig is looked at any more. */
export async function leaveRig(): Promise<void> {
  unfollow();
  await saveNow();
}

/** An edit that did not reach the database before the page went away: it is made again, and can be undone. */
function takeUp(unsaved: Unsaved, { rig, revision }: StoredRig): void {
  if (JSON.stringify(unsaved.rig) === JSON.stringify(rig)) return;
  if (unsaved.revision === revision) useOpenRig.setState({ rig: unsaved.rig });
  else {
    // The rig was changed since: what was edited then is one step of undo away.
    useOpenRig.setState({ rig: unsaved.rig });
    useOpenRig.setState({ rig });
    say({
      text: "An edit that was not stored when this rig was last open is one Undo away.",
      tone: "trouble",
    });
  }
}

/** Puts a rig that was deleted elsewhere back on the shelf. */
export async function keepOpenRig(): Promise<void> {
  const { rig } = useOpenRig.getState();
  if (!rig) return;
  try {
    await keeper().keepRig(rig);
    const found = await keeper().loadRig(rig.id);
    if (found) stored = { ...found, rig };
    useOpenRig.setState({ gone: false });
    settle();
  } catch (error) {
    useOpenRig.setState({ problem: storageProblem(error), saved: "failed" });
  }
}

/** Whether leaving now would lose an edit. */
export const hasUnsaved = (): boolean => {
  const { rig, saved, gone } = useOpenRig.getState();
  return rig !== undefined && (saved !== "saved" || gone);
};

/** Edits of one gesture follow each other within this time. */
const GESTURE_MS = 1200;

/** The gesture of the last edit, and what it made: a run of typing, a slider drawn along, keys pressed again and again. */
let gesture: { readonly name: string; readonly at: number; readonly made: Rig } | undefined;

/**
 * Changes the open rig; one step of undo.
 * @param name of the gesture the edit is part of: with those of the same name just before it, it is one step together
 */
export function editRig(change: (rig: Rig) => Rig, name?: string): void {
  const { rig } = useOpenRig.getState();
  if (!rig) return;
  const changed = change(rig);
  if (changed === rig) return;
  const now = Date.now();
  const goesOn = gesture?.made === rig && gesture.name === name && now - gesture.at < GESTURE_MS;
  const history = useOpenRig.temporal.getState();
  if (goesOn) history.pause();
  useOpenRig.setState({ rig: changed, held: undefined });
  if (goesOn) history.resume();
  gesture = name === undefined ? undefined : { name, at: now, made: changed };
}

/** Changes how the digits take turns. */
export const editScan = (values: Partial<Rig["scan"]>, gesture?: string): void =>
  editRig((rig) => ({ ...rig, scan: { ...rig.scan, ...values } }), gesture);

/** Picks an LED: what was spotted before is not marked any more. */
export const pickPip = (pick: PipId): void => useOpenRig.setState({ pick, spot: [] });

/** Holds a state on the face until released or until the rig is edited. */
export const holdState = (held: Held | undefined): void => useOpenRig.setState({ held });

/** Whether the rig's compiled program runs instead of its own. */
export const runsCompiled = ({ compiled, rig }: Pick<OpenRig, "compiled" | "rig">): boolean =>
  compiled !== undefined && rig?.firmware !== undefined;

/** Has the rig's compiled program run, or its own again. */
export const runCompiled = (compiled: FirmwareSettings | undefined): void =>
  useOpenRig.setState({ compiled, held: undefined });

/** The character that Glyphs and Writes look at. */
export const chooseGlyph = (glyph: string): void => useOpenRig.setState({ glyph });

/** Marks legs somebody asked to be shown. */
export const spotLegs = (spot: readonly LegRef[]): void => useOpenRig.setState({ spot });

/** Takes the last step back; what is typed next is no part of the gesture before it. */
export function undo(): void {
  gesture = undefined;
  useOpenRig.temporal.getState().undo();
  useOpenRig.setState({ codeBefore: undefined });
}

/** Makes the step again that was taken back. */
export function redo(): void {
  gesture = undefined;
  useOpenRig.temporal.getState().redo();
  useOpenRig.setState({ codeBefore: undefined });
}
