"use client";
import "./wires.css";
import "./wire-colours.css";
import "./seats.css";
import "./parts/parts.css";
import { useDeferredValue, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import { seatRig, wireSeats, type Breadboard } from "@/core/seat";
import { outsideModel } from "@/core/address";
import { movedWires, outsideOf, partTitle, relay, schemeOf } from "@/core/rig";
import { editRig, editWires, useModel, useOpenRig, usePreferences } from "@/store";
import { OrderDialog, SelectField, StationFrame, ViewSwitch, fetched } from "@/ui";
import { BreadboardChoice, SeatsSay } from "./breadboard";
import { CodeOrWires } from "./code-or-wires";
import { SeatDrawing } from "./seat-drawing";
import { UntanglePanel } from "./untangle-panel";
import { useWireHands } from "./use-wire-hands";
import { WireActions } from "./wire-actions";
import { WireList } from "./wire-list";
import { WiringDrawing } from "./wiring-drawing";

const AddPart = fetched("The parts", () => import("./parts/add-part").then((module) => module.AddPart));
const OneWire = fetched("One wire at a time", () =>
  import("./one-wire/one-wire").then((module) => module.OneWire),
);
const PartActions = fetched("What can be done to the part", () =>
  import("./parts/part-actions").then((module) => module.PartActions),
);

const VIEWS = [
  ["legs", "Leg to leg"],
  ["seats", "On a breadboard"],
] as const;

/** Wires: every connection leg to leg, ticked as placed; ends moved, wires swapped, and what the code does about it. */
export function WiresStation() {
  const model = useModel();
  // Drawing and list take a while where there are many wires: they follow without holding the page up.
  const drawn = useDeferredValue(model);
  const { rig } = model;
  const pick = useOpenRig((state) => state.pick);
  const spot = useOpenRig((state) => state.spot);
  const legNames = usePreferences((state) => state.legNames);
  const [view, setView] = useState<"legs" | "seats">("legs");
  const [board, setBoard] = useState<Breadboard>({ size: 830, rails: "through" });
  const [untangling, setUntangling] = useState(false);
  const [ordering, setOrdering] = useState(false);
  const { free } = schemeOf(rig.plan.scheme);
  const { wire, doing, message, ...hands } = useWireHands(model, pick);
  const [opened, setOpened] = useState(false);
  const [adding, setAdding] = useState(false);
  const [oneByOne, setOneByOne] = useState(false);
  const [inHand, setInHand] = useState<string>();
  const part = rig.units.find(({ ref }) => ref === inHand);
  const toPlace = outsideOf(rig).wires;
  const placed = toPlace.filter((one) => one.placed).length;
  const closed = outsideModel(drawn);
  const shown = opened && view === "legs" ? drawn : closed;
  const seated = useMemo(() => {
    if (view !== "seats") return undefined;
    const seating = seatRig(closed.rig, board);
    return { seating, wiring: wireSeats(closed, seating) };
  }, [closed, view, board]);
  return (
    <StationFrame
      title="Wires"
      lead="From leg to leg, in the order to place them. Switch the power off before you move a wire."
      actions={
        <>
          <ViewSwitch label="How the wires are drawn" value={view} views={VIEWS} onView={setView} />
          {closed !== drawn && view === "legs" && (
            <Button variant="plain" size="sm" aria-pressed={opened} onClick={() => setOpened(!opened)}>
              <i className={`bi ${opened ? "bi-box-arrow-in-down" : "bi-box-arrow-up"} me-1`} aria-hidden />
              {opened ? "Close the module" : "Open the module"}
            </Button>
          )}
          <Button variant="plain" size="sm" onClick={() => setOneByOne(true)}>
            <i className="bi bi-card-text me-1" aria-hidden />
            One at a time
          </Button>
          {view === "seats" && <BreadboardChoice board={board} onBoard={setBoard} />}
          {!rig.plan.bought && (
            <Button
              variant="plain"
              size="sm"
              onClick={() => (setView("seats"), setUntangling((before) => !before))}
            >
              <i className="bi bi-shuffle me-1" aria-hidden />
              Untangle
            </Button>
          )}
          {(free.segments || free.digits) && !rig.plan.bought && (
            <Button variant="plain" size="sm" onClick={() => setOrdering(true)}>
              <i className="bi bi-list-ol me-1" aria-hidden />
              Order
            </Button>
          )}
          <Button variant="plain" size="sm" onClick={() => window.print()}>
            <i className="bi bi-printer me-1" aria-hidden />
            Print
          </Button>
          <Button variant="plain" size="sm" onClick={hands.beginWire}>
            <i className="bi bi-plus-lg me-1" aria-hidden />
            Add a wire
          </Button>
          <Button variant="plain" size="sm" onClick={() => setAdding(true)}>
            <i className="bi bi-plus-lg me-1" aria-hidden />
            Add a part
          </Button>
        </>
      }
    >
      {ordering && (
        <OrderDialog
          plan={rig.plan}
          moved={movedWires(rig).length}
          onClose={() => setOrdering(false)}
          onTake={(plan) => editWires((before) => relay(before, plan))}
        />
      )}
      {oneByOne && <OneWire model={closed} board={board} onClose={() => setOneByOne(false)} />}
      {adding && <AddPart onClose={() => setAdding(false)} onAdded={setInHand} />}
      {untangling && <UntanglePanel board={board} onClose={() => setUntangling(false)} />}
      <div className={`wires-grid${seated ? " has-seats" : ""}`}>
        {seated && (
          <div className="sheet seats-drawing">
            <SeatsSay seated={seated} />
            {seated.seating.seats.length > 0 && (
              <div
                className="seats-scroll"
                tabIndex={0}
                role="region"
                aria-label="Breadboard, scrolls sideways"
              >
                <SeatDrawing
                  model={closed}
                  {...seated}
                  pick={pick}
                  selected={wire?.id}
                  onWire={hands.onWire}
                  onLeg={hands.onLeg}
                  onUnit={setInHand}
                  part={inHand}
                />
              </div>
            )}
          </div>
        )}
        <div className="sheet wires-drawing" hidden={seated !== undefined}>
          <WiringDrawing
            model={shown}
            pick={pick}
            spot={spot}
            selected={wire?.id}
            legNames={legNames}
            asking={doing.what === "move" || doing.what === "add"}
            onLeg={hands.onLeg}
            onWire={hands.onWire}
            onUnit={setInHand}
            part={inHand}
          />
        </div>
        <div className="sheet wires-side">
          <CodeOrWires />
          <PlacedLine placed={placed} of={toPlace.length} />
          <div className="wire-rule">
            <SelectField
              label="Colours"
              labelled="before"
              size="sm"
              title="A colour chosen for a wire by hand stays"
              value={rig.wireColours ?? "habit"}
              options={[
                ["habit", "usual colours"],
                ["net", "one colour per net"],
              ]}
              onChoose={(wireColours) => editRig((before) => ({ ...before, wireColours }))}
            />
            <SelectField
              label="Part"
              labelled="before"
              size="sm"
              title="Change its value, replace it or move it; clicking it in the drawing does the same"
              value={part?.ref ?? ""}
              options={[
                ["", "choose…"],
                ...outsideOf(rig).units.map((unit) => [unit.ref, `${unit.ref} ${partTitle(unit)}`] as const),
              ]}
              onChoose={(ref) => setInHand(ref === "" ? undefined : ref)}
            />
          </div>
          {part && (
            <PartActions
              model={model}
              unit={part}
              board={board}
              seating={seated?.seating}
              onClose={() => setInHand(undefined)}
            />
          )}
          <WireActions
            model={model}
            wire={wire}
            doing={doing}
            legNames={legNames}
            message={message}
            onDo={hands.begin}
            onLeg={hands.onLeg}
            onRemove={hands.remove}
            onClose={hands.close}
          />
          <WireList
            seated={seated}
            model={closed}
            opened={shown === closed ? undefined : drawn}
            pick={pick}
            spot={spot}
            selected={wire?.id}
            legNames={legNames}
            onWire={hands.onWire}
          />
        </div>
      </div>
    </StationFrame>
  );
}

/** How far the wiring has got. */
function PlacedLine({ placed, of }: { placed: number; of: number }) {
  return (
    <div className="placed-line" aria-label={`${placed} of ${of} placed`}>
      <span>
        <strong>{placed}</strong> of {of} placed
      </span>
      <span className="meter-track" aria-hidden>
        <span className="meter-fill meter-good" style={{ width: `${(placed / Math.max(1, of)) * 100}%` }} />
      </span>
    </div>
  );
}
