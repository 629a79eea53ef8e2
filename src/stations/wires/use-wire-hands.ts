import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { pipsAt, pipsOn, type RigModel } from "@/core/address";
import {
  addWire,
  isOnDigit,
  moveWireEnd,
  removeWire,
  splitPipId,
  swapWires,
  type Edited,
  type LegRef,
  type PipId,
  type Rig,
  type WireEnd,
} from "@/core/rig";
import { editWires, pickPip, spotLegs } from "@/store";
import { useStable } from "@/ui";

/** What is being done to the wires just now. */
export type Doing =
  | { readonly what: "nothing" }
  | { readonly what: "move"; readonly end: WireEnd }
  | { readonly what: "swap" }
  | { readonly what: "add"; readonly from?: LegRef };

/** Of several LEDs the one on the digit that is picked, or the first. */
function nearest(pips: readonly PipId[], pick: PipId | undefined): PipId | undefined {
  if (!pick) return pips[0];
  const { unit, digit, segment } = splitPipId(pick);
  const sameSegment = pips.find((pip) => splitPipId(pip).segment === segment && pips.length > 8);
  return pips.find((pip) => isOnDigit(pip, { unit, digit })) ?? sameSegment ?? pips[0];
}

/**
 * The wire in hand and what is being done to it: clicks on wires and legs pick the LED they serve, or end what was
 * begun. What cannot be done is said (`message`) and leaves the rig as it was.
 */
export function useWireHands(model: RigModel, pick: PipId | undefined) {
  const [selected, setSelected] = useState<string>();
  const [doing, setDoing] = useState<Doing>({ what: "nothing" });
  const [message, setMessage] = useState<string>();
  const wire = model.rig.wires.find(({ id }) => id === selected);

  const take = (id: string | undefined, next: Doing = { what: "nothing" }) => {
    setSelected(id);
    setDoing(next);
    setMessage(undefined);
  };
  const close = () => take(undefined);
  const carryOut = (change: (rig: Rig) => Edited) => {
    const edited = change(model.rig);
    if (!edited.ok) return setMessage(edited.message);
    editWires(() => edited.rig);
    take(selected);
  };
  // Escape leaves what was begun, then the wire.
  useHotkeys("escape", () => (doing.what === "nothing" ? close() : setDoing({ what: "nothing" })), {
    enableOnFormTags: true,
    enabled: doing.what !== "nothing" || selected !== undefined,
  });
  const onWire = useStable((id: string) => {
    if (doing.what === "swap" && wire && id !== wire.id)
      return carryOut((before) => swapWires(before, wire.id, id));
    take(id);
    const pip = nearest(pipsOn(model, id), pick);
    if (pip) pickPip(pip);
  });
  const onLeg = useStable((leg: LegRef) => {
    if (doing.what === "move" && wire)
      return carryOut((before) => moveWireEnd(before, wire.id, doing.end, leg));
    if (doing.what === "add") {
      const { from } = doing;
      return from ? carryOut((before) => addWire(before, from, leg)) : setDoing({ what: "add", from: leg });
    }
    const pip = nearest(pipsAt(model, leg), pick);
    if (pip) pickPip(pip);
    else spotLegs([leg]);
  });
  return {
    wire,
    doing,
    message,
    onWire,
    onLeg,
    close,
    begin: (next: Doing) => take(selected, next),
    beginWire: () => take(undefined, { what: "add" }),
    remove: () => {
      if (wire) editWires((before) => removeWire(before, wire.id));
      close();
    },
  };
}
