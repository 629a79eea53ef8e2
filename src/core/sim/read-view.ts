import { gridOf, type RigModel } from "../address";
import { VISIBLE, type FaceView } from "./face";
import type { ReadFace } from "./face-shape";
import { readCurrents } from "./record";

/** Reads a view of a face, for people who hear the page and for tests. */
export function readView(model: RigModel, view: FaceView): ReadFace {
  return { ...view, reads: readsAs(model, view) };
}

function readsAs(model: RigModel, { currents, unknown, text }: FaceView): string {
  if (currents.length === 0) return "starting";
  if (unknown.includes(1)) return "unknown";
  // What runs across many dots is read from the program's text: the picture changes sixty times a second.
  if (gridOf(model)) return currents.some((current) => current > VISIBLE) ? (text ?? "") : "blank";
  const read = readCurrents(
    model,
    new Map(model.addresses.map(({ pip }, at) => [pip, currents[at]!] as const)),
  );
  if (read.trim() === "") return "blank";
  return read === "�" ? "no character" : read;
}
