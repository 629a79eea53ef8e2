import "./wires.css";
import "./wire-colours.css";
import { memo, useEffect, useMemo, useRef } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import {
  WIRE_GROUPS,
  digitPathOf,
  pathOf,
  wireColour,
  wireGroup,
  type RigModel,
  type WireGroup,
} from "@/core/address";
import { countLeg, legById, type LegNames } from "@/core/parts";
import {
  insideWires,
  legTitle,
  placeWires,
  splitLegRef,
  type LegRef,
  type Wire,
  type PipId,
  type WireColour,
} from "@/core/rig";
import { holeWords, type End, type SeatedWire } from "@/core/seat";
import { editRig } from "@/store";
import { useMost } from "@/ui";
import type { Seated } from "./breadboard";
import { GroupHead, useTicked } from "./group-head";
import { Feeders, PartSteps } from "./part-steps";

/** What each group of wires is called. */
export const GROUP_TITLES: Readonly<Record<WireGroup, string>> = {
  power: "Power and chip control",
  lines: "Lines from the board",
  common: "Digits and what segments share",
  segments: "Segments",
};

interface Props {
  readonly model: RigModel;
  readonly pick: PipId | undefined;
  readonly spot: readonly LegRef[];
  readonly selected: string | undefined;
  readonly legNames: LegNames;
  readonly onWire: (id: string) => void;
  /** The whole rig, where its modules are opened. */
  readonly opened: RigModel | undefined;
  /** Holes and lengths, where the parts are seated. */
  readonly seated?: Seated;
}

/** Every wire leg to leg, in working order, with the way to count to each leg; ticked as placed. */
export const WireList = memo(function WireList({
  model,
  pick,
  spot,
  selected,
  legNames: legNames,
  onWire,
  opened,
  seated,
}: Props) {
  const whole = opened ?? model;
  const wires = pick ? new Set([...pathOf(whole, pick).wires, ...digitPathOf(whole, pick).wires]) : undefined;
  const list = useRef<HTMLDivElement>(null);
  const first = useRef(spot.length === 0);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    list.current
      ?.querySelector(".is-selected, .is-spotted, .is-picked")
      ?.scrollIntoView({ block: "nearest" });
  }, [pick, spot, selected]);
  const groups = useMemo(() => {
    const grouped = model.rig.wires.map((wire) => ({ wire, group: wireGroup(model, wire) }));
    return WIRE_GROUPS.map((group) => ({
      group,
      inGroup: grouped.filter((one) => one.group === group).map(({ wire }) => wire),
    })).filter(({ inGroup }) => inGroup.length > 0);
  }, [model]);
  const seats = useMemo(() => new Map(seated?.wiring.wires.map((one) => [one.id, one])), [seated]);
  return (
    <div className="wire-list" ref={list}>
      {seated && seated.seating.seats.length > 0 && <PartSteps model={model} {...seated} />}
      {seated && seated.wiring.feeders.length > 0 && <Feeders model={model} seated={seated.wiring} />}
      {groups.map(({ group, inGroup }) => (
        <Group
          key={group}
          title={GROUP_TITLES[group]}
          model={model}
          inGroup={inGroup}
          isPicked={(wire) => wires?.has(wire.id) ?? false}
          isSpotted={(wire) => spot.includes(wire.from) || spot.includes(wire.to)}
          selected={selected}
          legNames={legNames}
          seats={seats}
          onWire={onWire}
        />
      ))}
      {opened && (
        <InsideWires
          model={opened}
          isPicked={(wire) => wires?.has(wire.id) ?? false}
          selected={selected}
          legNames={legNames}
          onWire={onWire}
        />
      )}
    </div>
  );
});

/** What runs on the boards of modules: to read and to follow, and nothing to place. */
function InsideWires({
  model,
  isPicked,
  selected,
  legNames,
  onWire,
}: Pick<GroupProps, "model" | "isPicked" | "selected" | "legNames" | "onWire">) {
  const wires = insideWires(model.rig);
  const isMarked = (wire: Wire) => isPicked(wire) || wire.id === selected;
  const { shown, left, more } = useMost(wires, FIRST_WIRES, isMarked);
  return (
    <section>
      <h3 className="wire-group">
        Inside the module
        <span className="quiet ms-auto fw-normal">{wires.length}, already there</span>
      </h3>
      <ul className="plain-list">
        {shown.map((wire) => (
          <li
            key={wire.id}
            className={`wire-row${isPicked(wire) ? " is-picked" : ""}${selected === wire.id ? " is-selected" : ""}`}
          >
            <button
              type="button"
              className="plain-button wire-ends"
              aria-pressed={selected === wire.id}
              onClick={() => onWire(wire.id)}
            >
              <WireEndText model={model} leg={wire.from} legNames={legNames} />
              <i className="bi bi-arrow-right quiet" aria-label="to" />
              <WireEndText model={model} leg={wire.to} legNames={legNames} />
            </button>
          </li>
        ))}
      </ul>
      {left > 0 && (
        <Button size="sm" variant="plain" onClick={more}>
          {left.toLocaleString("en")} more
        </Button>
      )}
    </section>
  );
}

interface GroupProps {
  readonly title: string;
  readonly model: RigModel;
  readonly inGroup: readonly Wire[];
  readonly isPicked: (wire: Wire) => boolean;
  readonly isSpotted: (wire: Wire) => boolean;
  readonly selected: string | undefined;
  readonly legNames: LegNames;
  readonly seats: ReadonlyMap<string, SeatedWire>;
  readonly onWire: (id: string) => void;
}

/** Wires of a group listed at first; those that are marked are listed always. */
const FIRST_WIRES = 64;

/** Wires that serve the same purpose, each ticked as placed. */
function Group({
  title,
  model,
  inGroup,
  isPicked,
  isSpotted,
  selected,
  legNames: legNames,
  seats,
  onWire,
}: GroupProps) {
  const ticked = useTicked().wires;
  const placed = inGroup.filter(({ id }) => ticked.has(id)).length;
  const isMarked = (wire: Wire) => isPicked(wire) || isSpotted(wire) || wire.id === selected;
  const { shown, left, more } = useMost(inGroup, FIRST_WIRES, isMarked);
  const ids = inGroup.map(({ id }) => id);
  return (
    <section>
      <GroupHead
        title={title}
        placed={placed}
        count={inGroup.length}
        onAll={(all) => editRig((rig) => placeWires(rig, ids, all))}
      />
      <ul className="plain-list">
        {shown.map((wire) => {
          const marks = `${isPicked(wire) ? " is-picked" : ""}${selected === wire.id ? " is-selected" : ""}${isSpotted(wire) ? " is-spotted" : ""}`;
          const seat = seats.get(wire.id);
          return (
            <li key={wire.id} className={`wire-row${ticked.has(wire.id) ? " is-placed" : ""}${marks}`}>
              <Form.Check
                type="checkbox"
                checked={ticked.has(wire.id)}
                aria-label={`Placed: ${wireTitle(model, wire, legNames)}`}
                onChange={(event) => editRig((rig) => placeWires(rig, [wire.id], event.target.checked))}
              />
              <button
                type="button"
                className="plain-button wire-ends"
                aria-pressed={selected === wire.id}
                onClick={() => onWire(wire.id)}
              >
                <WireEndText model={model} leg={wire.from} legNames={legNames} end={seat?.from} />
                <i className="bi bi-arrow-right quiet" aria-label="to" />
                <WireEndText
                  model={model}
                  leg={wire.to}
                  legNames={legNames}
                  end={seat?.to}
                  lengthMm={seat?.lengthMm}
                />
                <span className="wire-look tiny quiet">
                  <WireSwatch colour={wireColour(model, wire)} />
                  {wire.note && <span className="wire-note">{wire.note}</span>}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {left > 0 && (
        <Button size="sm" variant="plain" onClick={more}>
          {left.toLocaleString("en")} more
        </Button>
      )}
    </section>
  );
}

/** A wire's colour as a swatch and in words. */
function WireSwatch({ colour }: { readonly colour: WireColour }) {
  return (
    <>
      <span className={`wire-swatch is-${colour}`} aria-hidden /> {colour}
    </>
  );
}

/** A wire by its two ends, as it is spoken of. */
export const wireTitle = (model: RigModel, wire: Wire, legNames: LegNames): string =>
  `${legTitle(model.rig, wire.from, legNames)} to ${legTitle(model.rig, wire.to, legNames)}`;

interface EndProps {
  readonly model: RigModel;
  readonly leg: LegRef;
  readonly legNames: LegNames;
  readonly end?: End | undefined;
  readonly lengthMm?: number;
}

function WireEndText({ model, leg, legNames: legNames, end, lengthMm }: EndProps) {
  const { unit, leg: id } = splitLegRef(leg);
  const part = model.part(unit);
  const hole = end?.at === "hole" ? holeWords(end.hole) : undefined;
  return (
    <span className="wire-end">
      <span className="wire-leg">{legTitle(model.rig, leg, legNames)}</span>
      <span className="tiny quiet">
        {hole ?? countLeg(part, legById(part, id))}
        {lengthMm !== undefined && ` · ${lengthMm} mm`}
      </span>
    </span>
  );
}
