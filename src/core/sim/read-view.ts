import { besideDigits, besideShow, gridOf, type RigModel } from "../address";
import type { PipName } from "../glyph";
import { digitKey, digitOf, splitPipId } from "../rig";
import { readFace } from "../show";
import { VISIBLE, type FaceView } from "./face";
import type { ReadFace } from "./face-shape";
import { readCurrents } from "./read-currents";

/** Reads a view of a face, for people who hear the page and for tests. */
export function readView(model: RigModel, view: FaceView): ReadFace {
  return { ...view, reads: readsAs(model, view) };
}

function readsAs(model: RigModel, view: FaceView): string {
  const own = readsOwn(model, view);
  if (!model.rig.beside || view.currents.length === 0) return own;
  const lit = new Map<string, PipName[]>();
  model.addresses.forEach(({ pip }, at) => {
    if (view.currents[at]! <= VISIBLE) return;
    const list = lit.get(digitOf(pip)) ?? [];
    list.push(splitPipId(pip).segment);
    lit.set(digitOf(pip), list);
  });
  const others = model.rig.beside.map((group) => {
    const digits = besideDigits(model, group);
    return readFace(
      digits.map((id) => lit.get(digitKey(id)) ?? []),
      model.rig,
    ).trim();
  });
  return [own, ...others.filter((text) => text !== "")].join(" · ");
}

function readsOwn(model: RigModel, { currents, unknown, text }: FaceView): string {
  if (currents.length === 0) return "starting";
  const beside = besideShow(model);
  const isOwn = (at: number) => !beside.has(splitPipId(model.addresses[at]!.pip).unit);
  if (unknown.includes(1) && (beside.size === 0 || unknown.some((one, at) => one === 1 && isOwn(at))))
    return "unknown";
  // What runs across many dots is read from the program's text: the picture changes sixty times a second.
  if (gridOf(model)) return currents.some((current) => current > VISIBLE) ? (text ?? "") : "blank";
  const read = readCurrents(
    model,
    new Map(model.addresses.map(({ pip }, at) => [pip, currents[at]!] as const)),
  );
  if (read.trim() === "") return "blank";
  return read === "�" ? "no character" : read;
}
