import { temporal } from "zundo";
import { create } from "zustand";
import { pipId, showsDots, type Encoding, type LegRef, type PipId, type Rig, type Sign } from "@/core/rig";
import { modelOf } from "@/core/address";
import type { Held } from "@/workers";
import { showCells } from "@/core/show";
import { loadCodeBefore, loadRig, saveRig } from "./shelf";

export type SaveState = "saved" | "saving" | "failed";

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
  readonly saved: SaveState;
  /** What the code was before the last change of wires, so that it can be kept. */
  readonly codeBefore: Encoding | undefined;
}

/** From the first edit that is not stored; later ones do not put it off. */
const AUTOSAVE_MS = 400;

export const useOpenRig = create<OpenRig>()(
  temporal(
    (): OpenRig => ({
      rig: undefined,
      pick: undefined,
      glyph: "0",
      spot: [],
      held: undefined,
      saved: "saved",
      codeBefore: undefined,
    }),
    {
      partialize: ({ rig }) => ({ rig }),
      equality: (before, after) => before.rig === after.rig,
      limit: 300,
    },
  ),
);

let timer: ReturnType<typeof setTimeout> | undefined;

/** Writes what is not stored yet. */
export async function saveNow(): Promise<void> {
  clearTimeout(timer);
  timer = undefined;
  const { rig, saved } = useOpenRig.getState();
  if (!rig || saved === "saved") return;
  try {
    await saveRig(rig, useOpenRig.getState().codeBefore);
    if (useOpenRig.getState().rig === rig) useOpenRig.setState({ saved: "saved" });
  } catch {
    useOpenRig.setState({ saved: "failed" });
  }
}

useOpenRig.subscribe(({ rig }, before) => {
  if (!rig || rig === before.rig || rig.id !== before.rig?.id) return;
  useOpenRig.setState({ saved: "saving" });
  timer ??= setTimeout(() => void saveNow(), AUTOSAVE_MS);
});

/** Opens a rig of the shelf; its undo history begins here. @returns false when there is no such rig */
export async function openRig(id: string): Promise<boolean> {
  await saveNow();
  const rig = await loadRig(id);
  if (!rig) return false;
  const display = rig.units.find((unit) => unit.led);
  const codeBefore = await loadCodeBefore(id);
  useOpenRig.setState({
    rig,
    pick: display && pipId(display.ref, 1, showsDots(rig.plan) ? "c1" : "a"),
    glyph: showCells(rig)[0]?.glyph ?? "0",
    spot: [],
    held: undefined,
    saved: "saved",
    codeBefore,
  });
  useOpenRig.temporal.getState().clear();
  return true;
}

/** Changes the open rig; one step of undo. */
export function editRig(change: (rig: Rig) => Rig): void {
  const { rig } = useOpenRig.getState();
  if (!rig) return;
  const changed = change(rig);
  if (changed !== rig) useOpenRig.setState({ rig: changed, held: undefined });
}

/** Changes wires, and remembers the code as it was before them. */
export function editWires(change: (rig: Rig) => Rig): void {
  const { rig } = useOpenRig.getState();
  if (!rig) return;
  const { encoding } = modelOf(rig);
  editRig(change);
  if (!rig.code.kept) useOpenRig.setState({ codeBefore: encoding });
}

/** Changes what a display of dots shows, or how its modules stand. */
export const editSign = (change: (sign: Sign) => Sign): void =>
  editRig((rig) => (rig.sign ? { ...rig, sign: change(rig.sign) } : rig));

export const pickPip = (pick: PipId): void => useOpenRig.setState({ pick, spot: [] });

/** Holds a state on the face until released or until the rig is edited. */
export const holdState = (held: Held | undefined): void => useOpenRig.setState({ held });

export const chooseGlyph = (glyph: string): void => useOpenRig.setState({ glyph });

export const spotLegs = (spot: readonly LegRef[]): void => useOpenRig.setState({ spot });

export function undo(): void {
  useOpenRig.temporal.getState().undo();
  useOpenRig.setState({ codeBefore: undefined });
}

export function redo(): void {
  useOpenRig.temporal.getState().redo();
  useOpenRig.setState({ codeBefore: undefined });
}
