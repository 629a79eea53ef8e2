import { memo, useEffect, useMemo, useRef } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { WIRE_GROUPS, digitPathOf, pathOf, wireGroup, type RigModel, type WireGroup } from "@/core/address";
import { countLeg, legById, type LegNames } from "@/core/parts";
import {
  insideWires,
  legTitle,
  placeUnits,
  placeWires,
  splitLegRef,
  unitValue,
  type LegRef,
  type Wire,
  type PipId,
} from "@/core/rig";
import { holeName, type End, type SeatedWire, type SeatedWiring, type Seating } from "@/core/seat";
import { editRig, useRig } from "@/store";
import { useMost } from "@/ui";
import type { Seated } from "./breadboard";

const GROUP_TITLES: Readonly<Record<WireGroup, string>> = {
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

/** What is ticked now: a tick is seen at once, whatever the drawing is still at. */
function useTicked() {
  const { wires, units } = useRig();
  return useMemo(
    () => ({
      wires: new Set(wires.filter(({ placed }) => placed).map(({ id }) => id)),
      units: new Set(units.filter(({ placed }) => placed).map(({ ref }) => ref)),
    }),
    [wires, units],
  );
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

interface HeadProps {
  readonly title: string;
  readonly placed: number;
  readonly count: number;
  readonly onAll: (placed: boolean) => void;
}

/** The head of a group of steps: how many are done, and the way to tick them all or none. */
function GroupHead({ title, placed, count, onAll }: HeadProps) {
  return (
    <h3 className="wire-group">
      {title}
      <span className="quiet ms-auto fw-normal">
        {placed} of {count}
      </span>
      <button
        type="button"
        className="plain-button text-decoration-underline quiet fw-normal"
        onClick={() => onAll(placed < count)}
      >
        {placed < count ? "tick all" : "clear"}
      </button>
    </h3>
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
  const hole = end?.at === "hole" ? `hole ${holeName(end.hole)}` : undefined;
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

/** The parts in the order to push them in, each with the holes of its first and last leg; ticked as seated. */
function PartSteps({ model, seating, wiring }: { model: RigModel; seating: Seating; wiring: SeatedWiring }) {
  const steps = [
    ...seating.seats.map(({ ref, legs }) => {
      const holes = [...legs].map(([leg, hole]) => ({ leg: splitLegRef(leg).leg, hole }));
      const [first, last] = [holes[0]!, holes.at(-1)!];
      return {
        ref,
        where: `leg ${first.leg} in ${holeName(first.hole)}, leg ${last.leg} in ${holeName(last.hole)}`,
      };
    }),
    ...wiring.capacitors.map(({ ref, from, to }) => ({
      ref,
      where: `from ${holeName(from)} to ${holeName(to)}`,
    })),
  ];
  const ticked = useTicked().units;
  const placed = steps.filter(({ ref }) => ticked.has(ref)).length;
  return (
    <section>
      <GroupHead
        title="Parts"
        placed={placed}
        count={steps.length}
        onAll={(all) =>
          editRig((rig) =>
            placeUnits(
              rig,
              steps.map(({ ref }) => ref),
              all,
            ),
          )
        }
      />
      <ul className="plain-list small">
        {steps.map(({ ref, where }) => (
          <li key={ref} className={`wire-row${ticked.has(ref) ? " is-placed" : ""}`}>
            <Form.Check
              type="checkbox"
              checked={ticked.has(ref)}
              aria-label={`Seated: ${ref}`}
              onChange={(event) => editRig((rig) => placeUnits(rig, [ref], event.target.checked))}
            />
            <span>
              <strong>{ref}</strong> {unitValue(model.unit(ref)) ?? model.part(ref).title}{" "}
              <span className="quiet">{where}</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What brings supply and ground to the rails: first of all, and not among the rig's own wires. */
function Feeders({ model, seated }: { model: RigModel; seated: SeatedWiring }) {
  const name = (end: End) =>
    end.at === "hole" ? holeName(end.hole) : legTitle(model.rig, end.leg, "letters");
  return (
    <section>
      <h3 className="wire-group">Rails, and where a strip goes on</h3>
      <ul className="plain-list small wire-feeders">
        {seated.feeders.map(({ id, from, to, lengthMm }) => (
          <li key={id}>
            {name(from)} → {name(to)} <span className="quiet">· {lengthMm} mm</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
