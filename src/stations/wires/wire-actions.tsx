import { CommitField, SelectField, asTyped } from "@/ui";
import Button from "react-bootstrap/Button";
import { wireColour, type RigModel } from "@/core/address";
import type { LegNames } from "@/core/parts";
import {
  LIMITS,
  WIRE_COLOURS,
  legRef,
  legTitle,
  noteWire,
  paintWires,
  type LegRef,
  type Wire,
  type WireColour,
} from "@/core/rig";
import { editRig } from "@/store";
import type { Doing } from "./use-wire-hands";
import { wireTitle } from "./wire-list";

interface Props {
  readonly model: RigModel;
  readonly wire: Wire | undefined;
  readonly doing: Doing;
  readonly legNames: LegNames;
  readonly message: string | undefined;
  readonly onDo: (doing: Doing) => void;
  readonly onLeg: (leg: LegRef) => void;
  readonly onRemove: () => void;
  readonly onClose: () => void;
}

/** What can be done to the selected wire; while a leg or a wire is wanted, what to click. */
export function WireActions({
  model,
  wire,
  doing,
  legNames: legNames,
  message,
  onDo,
  onLeg,
  onRemove,
  onClose,
}: Props) {
  const name = (leg: LegRef) => legTitle(model.rig, leg, legNames);
  const asks =
    doing.what === "move" && wire
      ? `Click the leg where the end at ${name(wire[doing.end])} is to go, or choose it:`
      : doing.what === "add"
        ? doing.from
          ? `From ${name(doing.from)}: click the other leg, or choose it:`
          : "Click the leg the new wire begins at, or choose it:"
        : doing.what === "swap"
          ? "Click the wire to swap with, in the list or in the drawing."
          : undefined;
  if (!wire && doing.what !== "add") return null;
  return (
    <div className="wire-actions" role="region" aria-label="Selected wire">
      <div className="spread">
        <strong>{doing.what === "add" ? "New wire" : wire && wireTitle(model, wire, legNames)}</strong>
        <button type="button" className="plain-button px-1" aria-label="Close" onClick={onClose}>
          <i className="bi bi-x-lg" aria-hidden />
        </button>
      </div>
      {asks ? (
        <>
          <div className="small mb-1">{asks}</div>
          <div className="row-line">
            {doing.what !== "swap" && <LegChooser model={model} legNames={legNames} onLeg={onLeg} />}
            <Button
              size="sm"
              variant="plain"
              onClick={() => (doing.what === "add" ? onClose() : onDo({ what: "nothing" }))}
            >
              Cancel
            </Button>
          </div>
        </>
      ) : (
        wire && (
          <>
            <div className="row-line flex-wrap">
              <Button size="sm" variant="plain" onClick={() => onDo({ what: "move", end: "from" })}>
                Move end at {name(wire.from)}
              </Button>
              <Button size="sm" variant="plain" onClick={() => onDo({ what: "move", end: "to" })}>
                Move end at {name(wire.to)}
              </Button>
              <Button size="sm" variant="plain" onClick={() => onDo({ what: "swap" })}>
                Swap with another
              </Button>
              <Button size="sm" variant="plain" onClick={onRemove}>
                Remove
              </Button>
            </div>
            <WireLook model={model} wire={wire} />
          </>
        )
      )}
      {message && (
        <div className="field-error" role="alert">
          {message}
        </div>
      )}
    </div>
  );
}

/** The colour of a wire, and what its maker says of it. */
function WireLook({ model, wire }: { readonly model: RigModel; readonly wire: Wire }) {
  const { colour: _, ...plain } = wire;
  return (
    <div className="field-row mt-2">
      <SelectField<WireColour | "">
        label="Colour"
        size="sm"
        value={wire.colour ?? ""}
        options={[
          ["", `usual colour: ${wireColour(model, plain)}`],
          ...WIRE_COLOURS.map((one) => [one, one] as const),
        ]}
        onChoose={(colour) =>
          editRig((rig) => paintWires(rig, [wire.id], colour === "" ? undefined : colour))
        }
      />
      <CommitField
        key={wire.id}
        label="Note on this wire"
        shown={wire.note ?? ""}
        maxLength={LIMITS.shortNote}
        read={asTyped}
        onCommit={(note) => editRig((rig) => noteWire(rig, wire.id, note))}
      />
    </div>
  );
}

/** Every leg by its name, for those who cannot point at the drawing. */
function LegChooser({
  model,
  legNames: legNames,
  onLeg,
}: {
  model: RigModel;
  legNames: LegNames;
  onLeg: (leg: LegRef) => void;
}) {
  return (
    <SelectField<LegRef | "">
      label="Leg"
      labelled="heard"
      size="sm"
      width={260}
      value=""
      options={[
        ["", "Choose a leg…"],
        ...model.rig.units.map((unit) => ({
          group: `${unit.ref} ${model.part(unit.ref).title}`,
          options: model.part(unit.ref).legs.map(({ id }) => {
            const leg = legRef(unit.ref, id);
            return [leg, legTitle(model.rig, leg, legNames)] as const;
          }),
        })),
      ]}
      onChoose={(leg) => leg !== "" && onLeg(leg)}
    />
  );
}
