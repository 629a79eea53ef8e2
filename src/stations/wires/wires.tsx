"use client";
import "./wires.css";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import ButtonGroup from "react-bootstrap/ButtonGroup";
import { pipsAt, pipsOn } from "@/core/address";
import {
  addWire,
  moveWireEnd,
  removeWire,
  swapWires,
  splitPipId,
  type Edited,
  type LegRef,
  type PipId,
  type Rig,
} from "@/core/rig";
import { editRig, editWires, pickPip, spotLegs, useModel, useOpenRig, usePreferences } from "@/store";
import { SeverityMark, StationFrame } from "@/ui";
import { WireActions, type Doing } from "./wire-actions";
import { WireList } from "./wire-list";
import { WiringDrawing } from "./wiring-drawing";

/** Of several LEDs the one on the digit that is picked, or the first. */
function nearest(pips: readonly PipId[], pick: PipId | undefined): PipId | undefined {
  if (!pick) return pips[0];
  const { unit, digit, segment } = splitPipId(pick);
  const sameSegment = pips.find((pip) => pip.endsWith(`.${segment}`) && pips.length > 8);
  return pips.find((pip) => pip.startsWith(`${unit}.${digit}.`)) ?? sameSegment ?? pips[0];
}

/** Wires: every connection leg to leg, ticked as placed; ends moved, wires swapped, and what the code does about it. */
export function WiresStation() {
  const model = useModel();
  const { rig } = model;
  const pick = useOpenRig((state) => state.pick);
  const spot = useOpenRig((state) => state.spot);
  const school = usePreferences((state) => state.school);
  const [selected, setSelected] = useState<string>();
  const [doing, setDoing] = useState<Doing>({ what: "nothing" });
  const [message, setMessage] = useState<string>();
  const wire = rig.wires.find(({ id }) => id === selected);

  const carryOut = (change: (rig: Rig) => Edited) => {
    const edited = change(rig);
    if (!edited.ok) return setMessage(edited.message);
    editWires(() => edited.rig);
    setMessage(undefined);
    setDoing({ what: "nothing" });
  };
  const close = () => {
    setSelected(undefined);
    setDoing({ what: "nothing" });
    setMessage(undefined);
  };
  const onWire = (id: string) => {
    if (doing.what === "swap" && wire && id !== wire.id)
      return carryOut((before) => swapWires(before, wire.id, id));
    setSelected(id);
    setDoing({ what: "nothing" });
    setMessage(undefined);
    const pip = nearest(pipsOn(model, id), pick);
    if (pip) pickPip(pip);
  };
  const onLeg = (leg: LegRef) => {
    if (doing.what === "move" && wire)
      return carryOut((before) => moveWireEnd(before, wire.id, doing.end, leg));
    if (doing.what === "add") {
      const { from } = doing;
      return from ? carryOut((before) => addWire(before, from, leg)) : setDoing({ what: "add", from: leg });
    }
    const pip = nearest(pipsAt(model, leg), pick);
    if (pip) pickPip(pip);
    else spotLegs([leg]);
  };
  const placed = rig.wires.filter((one) => one.placed).length;
  return (
    <StationFrame
      title="Wires"
      lead="Leg to leg, in the order to place them. Take the power off before you move a wire."
      actions={
        <>
          <Button variant="plain" size="sm" onClick={() => window.print()}>
            <i className="bi bi-printer me-1" aria-hidden />
            Print
          </Button>
          <Button
            variant="plain"
            size="sm"
            onClick={() => (setSelected(undefined), setDoing({ what: "add" }))}
          >
            <i className="bi bi-plus-lg me-1" aria-hidden />
            Add a wire
          </Button>
        </>
      }
    >
      <div className="wires-grid">
        <div className="sheet wires-drawing">
          <WiringDrawing
            model={model}
            pick={pick}
            spot={spot}
            selected={selected}
            school={school}
            asking={doing.what === "move" || doing.what === "add"}
            onLeg={onLeg}
            onWire={onWire}
          />
        </div>
        <div className="sheet wires-side">
          <CodeOrWires />
          <div className="placed-line" aria-label={`${placed} of ${rig.wires.length} placed`}>
            <span>
              <strong>{placed}</strong> of {rig.wires.length} placed
            </span>
            <span className="meter-track" aria-hidden>
              <span
                className="meter-fill meter-good"
                style={{ width: `${(placed / Math.max(1, rig.wires.length)) * 100}%` }}
              />
            </span>
          </div>
          <WireActions
            model={model}
            wire={wire}
            doing={doing}
            school={school}
            message={message}
            onDo={(next) => (setDoing(next), setMessage(undefined))}
            onLeg={onLeg}
            onRemove={() => {
              if (wire) editWires((before) => removeWire(before, wire.id));
              close();
            }}
            onClose={close}
          />
          <WireList
            model={model}
            pick={pick}
            spot={spot}
            selected={selected}
            school={school}
            onWire={onWire}
          />
        </div>
      </div>
    </StationFrame>
  );
}

/** Does the byte table follow the wires, or does the code stay as it was? */
function CodeOrWires() {
  const { rig, encoding } = useModel();
  const before = useOpenRig((state) => state.codeBefore);
  const { kept, bitOrder } = rig.code;
  const keep = () => editRig((now) => ({ ...now, code: { bitOrder, kept: before ?? encoding } }));
  const follow = () => editRig((now) => ({ ...now, code: { bitOrder } }));
  return (
    <div className="code-or-wires">
      <ButtonGroup size="sm" aria-label="When wires move">
        <Button variant="plain" active={!kept} aria-pressed={!kept} onClick={follow}>
          Table follows the wires
        </Button>
        <Button variant="plain" active={!!kept} aria-pressed={!!kept} onClick={() => !kept && keep()}>
          Keep the code as it was
        </Button>
      </ButtonGroup>
      <div className="small mt-1">
        {kept ? (
          <>
            <SeverityMark severity="note" text="Kept." /> The face shows what you would really see: old bytes
            through these wires.
          </>
        ) : before ? (
          <>
            <SeverityMark severity="note" text="Wires changed." /> The bytes followed. Keep the old code to
            see what it would show.
          </>
        ) : (
          <span className="quiet">Move or swap wires, and the bytes follow by themselves.</span>
        )}
      </div>
    </div>
  );
}
