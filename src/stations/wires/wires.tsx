"use client";
import "./wires.css";
import "./seats.css";
import { useDeferredValue, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import { useHotkeys } from "react-hotkeys-hook";
import { pipsAt, pipsOn } from "@/core/address";
import {
  addWire,
  moveWireEnd,
  removeWire,
  swapWires,
  splitPipId,
  type Edited,
  type Encoding,
  type LegRef,
  type PipId,
  type Rig,
  isOnDigit,
} from "@/core/rig";
import { editRig, editWires, pickPip, spotLegs, useModel, useOpenRig, usePreferences } from "@/store";
import { SelectField, SeverityMark, StationFrame, ViewSwitch, useStable } from "@/ui";
import {
  seatRig,
  wireSeats,
  type BoardSize,
  type RailKind,
  type SeatedWiring,
  type Seating,
} from "@/core/seat";
import { SeatDrawing } from "./seat-drawing";
import { UntanglePanel } from "./untangle-panel";
import { WireActions, type Doing } from "./wire-actions";
import { WireList } from "./wire-list";
import { WiringDrawing } from "./wiring-drawing";

const VIEWS = [
  ["legs", "Leg to leg"],
  ["seats", "On a breadboard"],
] as const;

const WHEN_MOVED = [
  ["follow", "Table follows the wires"],
  ["keep", "Keep the code as it is"],
] as const;

const BOARD_SIZES = [
  [400, "400 points"],
  [830, "830 points"],
] as const satisfies ReadonlyArray<readonly [BoardSize, string]>;

const RAIL_KINDS = [
  ["through", "rails run through"],
  ["broken", "rails broken halfway"],
] as const satisfies ReadonlyArray<readonly [RailKind, string]>;

/** What the seating comes to: how many boards, how much wire, and what had no room. */
function SeatsSay({ seated: { seating, wiring } }: { seated: { seating: Seating; wiring: SeatedWiring } }) {
  const { left, boards, size } = seating;
  const seatedWires = wiring.wires.filter(({ lengthMm }) => lengthMm !== undefined).length;
  return (
    <p className="small mb-1">
      {boards === 1 ? "One board does." : `It takes ${boards} boards of ${size} points.`}{" "}
      {(wiring.totalMm / 1000).toFixed(2)} m of wire in {seatedWires + wiring.feeders.length} pieces,{" "}
      {wiring.crossings} crossings.
      {left.length > 0 && (
        <>
          {" "}
          <SeverityMark
            severity="caution"
            text={`${left.slice(0, 4).join(", ")}${left.length > 4 ? ` and ${left.length - 4} more` : ""} ${left.length === 1 ? "has" : "have"} no room on these boards: wire ${left.length === 1 ? "it" : "them"} from beside. Their wires are not in these figures.`}
          />
        </>
      )}
      {wiring.full.length > 0 && (
        <>
          {" "}
          <SeverityMark severity="caution" text={`No hole left in ${wiring.full.slice(0, 3).join("; ")}`} />
        </>
      )}
    </p>
  );
}

/** Of several LEDs the one on the digit that is picked, or the first. */
function nearest(pips: readonly PipId[], pick: PipId | undefined): PipId | undefined {
  if (!pick) return pips[0];
  const { unit, digit, segment } = splitPipId(pick);
  const sameSegment = pips.find((pip) => splitPipId(pip).segment === segment && pips.length > 8);
  return pips.find((pip) => isOnDigit(pip, { unit, digit })) ?? sameSegment ?? pips[0];
}

/** Wires: every connection leg to leg, ticked as placed; ends moved, wires swapped, and what the code does about it. */
export function WiresStation() {
  const model = useModel();
  // Drawing and list take a while where there are many wires: they follow without holding the page up.
  const drawn = useDeferredValue(model);
  const { rig } = model;
  const pick = useOpenRig((state) => state.pick);
  const spot = useOpenRig((state) => state.spot);
  const school = usePreferences((state) => state.school);
  const [selected, setSelected] = useState<string>();
  const [doing, setDoing] = useState<Doing>({ what: "nothing" });
  const [message, setMessage] = useState<string>();
  const [view, setView] = useState<"legs" | "seats">("legs");
  const [size, setSize] = useState<BoardSize>(830);
  const [rails, setRails] = useState<RailKind>("through");
  const [untangling, setUntangling] = useState(false);
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
  // Escape leaves what was begun, then the wire.
  useHotkeys("escape", () => (doing.what === "nothing" ? close() : setDoing({ what: "nothing" })), {
    enableOnFormTags: true,
    enabled: doing.what !== "nothing" || selected !== undefined,
  });
  const onWire = useStable((id: string) => {
    if (doing.what === "swap" && wire && id !== wire.id)
      return carryOut((before) => swapWires(before, wire.id, id));
    setSelected(id);
    setDoing({ what: "nothing" });
    setMessage(undefined);
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
  const placed = rig.wires.filter((one) => one.placed).length;
  const seated = useMemo(() => {
    if (view !== "seats") return undefined;
    const seating = seatRig(drawn.rig, { size, rails });
    return { seating, wiring: wireSeats(drawn, seating) };
  }, [drawn, view, size, rails]);
  return (
    <StationFrame
      title="Wires"
      lead="Leg to leg, in the order to place them. Take the power off before you move a wire."
      actions={
        <>
          <ViewSwitch label="How the wires are drawn" value={view} views={VIEWS} onView={setView} />
          {view === "seats" && (
            <SelectField
              label="Breadboard"
              labelled="heard"
              size="sm"
              width={128}
              value={size}
              options={BOARD_SIZES}
              onChoose={setSize}
            />
          )}
          {view === "seats" && (
            <SelectField
              label="Rails"
              labelled="heard"
              size="sm"
              width={176}
              title="On some boards the rails are broken in the middle: each half is fed by itself"
              value={rails}
              options={RAIL_KINDS}
              onChoose={setRails}
            />
          )}
          <Button
            variant="plain"
            size="sm"
            onClick={() => (setView("seats"), setUntangling((before) => !before))}
          >
            <i className="bi bi-shuffle me-1" aria-hidden />
            Untangle
          </Button>
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
      {untangling && <UntanglePanel board={{ size, rails }} onClose={() => setUntangling(false)} />}
      <div className={`wires-grid${seated ? " has-seats" : ""}`}>
        {seated && (
          <div className="sheet seats-drawing">
            <SeatsSay seated={seated} />
            <div
              className="seats-scroll"
              tabIndex={0}
              role="region"
              aria-label="Breadboard, scrolls sideways"
            >
              <SeatDrawing
                model={drawn}
                {...seated}
                pick={pick}
                selected={selected}
                onWire={onWire}
                onLeg={onLeg}
              />
            </div>
          </div>
        )}
        <div className="sheet wires-drawing" hidden={seated !== undefined}>
          <WiringDrawing
            model={drawn}
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
            seated={seated}
            model={drawn}
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
  const keep = (code: Encoding) => editRig((now) => ({ ...now, code: { bitOrder, kept: code } }));
  const follow = () => editRig((now) => ({ ...now, code: { bitOrder } }));
  return (
    <div className="code-or-wires">
      <ViewSwitch
        label="When wires move"
        value={kept ? "keep" : "follow"}
        views={WHEN_MOVED}
        onView={(what) => (what === "keep" ? keep(encoding) : follow())}
      />
      <div className="small mt-1">
        {kept ? (
          <>
            <SeverityMark severity="note" text="Kept." /> The face shows what you would really see: old bytes
            through these wires.
          </>
        ) : before ? (
          <>
            <SeverityMark severity="note" text="Wires changed." /> The bytes followed.{" "}
            <button
              type="button"
              className="plain-button text-decoration-underline"
              title="To see what the code from before would show through the wires as they are now"
              onClick={() => keep(before)}
            >
              Take back the code from before
            </button>
          </>
        ) : (
          <span className="quiet">
            Move or swap wires, and the bytes follow. Kept code stays, and the face shows what it does then.
          </span>
        )}
      </div>
    </div>
  );
}
