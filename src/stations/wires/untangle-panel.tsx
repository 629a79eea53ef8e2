import { useState } from "react";
import Button from "react-bootstrap/Button";
import { movedWires, relay } from "@/core/rig";
import { planFromWires, type Breadboard, type Untangled, type Wish } from "@/core/seat";
import { editRig, editWires, useModel, useRig } from "@/store";
import { SelectField, PlannerProgress, usePlanner } from "@/ui";

/** Chooses which output serves which segment and digit so that the wires lie better; the bytes follow by themselves. */
export function UntanglePanel({ board, onClose }: { board: Breadboard; onClose: () => void }) {
  const rig = useRig();
  const [wish, setWish] = useState<Wish>("fewest crossings");
  const model = useModel();
  const moved = movedWires(rig).length;
  const takenUp = moved > 0 ? planFromWires(model) : undefined;
  const key =
    moved > 0
      ? undefined
      : JSON.stringify([rig.plan, rig.units, rig.wires.map(({ from, to }) => [from, to]), board, wish]);
  const untangling = usePlanner<Untangled | undefined>(key, (planner, report) =>
    planner.untangle(rig, board, wish, report),
  );
  const { result, stale, failed } = untangling;
  const found = stale ? undefined : result;
  const nothing = found && found.moved === 0;
  return (
    <div className="untangle" role="region" aria-label="Untangle">
      <div className="spread flex-wrap">
        <strong>Untangle</strong>
        <SelectField<Wish>
          label="Untangle for"
          labelled="heard"
          size="sm"
          width={190}
          value={wish}
          options={[
            ["fewest crossings", "fewest crossings"],
            ["shortest", "shortest wires"],
          ]}
          onChoose={setWish}
        />
        <PlannerProgress work={untangling} label="Untangling" />
        <Button size="sm" variant="plain" className="ms-auto" onClick={onClose}>
          Close
        </Button>
      </div>
      {moved > 0 && (
        <div className="small mt-2">
          <p className="mb-1">
            {moved} wire{moved === 1 ? " was" : "s were"} moved by hand.{" "}
            {takenUp
              ? "Untangling can start from your wires, or from the wires as they were planned."
              : "These wires fit no order of outputs, so they can only be laid again as planned."}
          </p>
          {takenUp && (
            <Button
              size="sm"
              variant="plain"
              onClick={() => editRig((before) => ({ ...before, plan: takenUp }))}
            >
              Start from my wires
            </Button>
          )}
          <Button
            size="sm"
            variant="plain"
            className="ms-2"
            onClick={() => editWires((before) => relay(before, before.plan))}
          >
            Lay them again as planned
          </Button>
        </div>
      )}
      {failed && <p className="small severity-fault mb-0 mt-2">That failed: {failed}</p>}
      {found && (
        <div className="spread flex-wrap mt-2">
          <span className="small" role="status">
            {nothing ? (
              "The outputs are already in the best order."
            ) : (
              <>
                Crossings <strong>{found.before.crossings}</strong> → <strong>{found.after.crossings}</strong>
                , wire <strong>{(found.before.totalMm / 1000).toFixed(2)} m</strong> →{" "}
                <strong>{(found.after.totalMm / 1000).toFixed(2)} m</strong>; {found.moved} wires lead
                elsewhere, the bytes follow.{" "}
                <span className="quiet">
                  {found.exact ? "No wires cross." : "The best arrangement found; there may be a better one."}
                </span>
              </>
            )}
          </span>
          {!nothing && (
            <Button
              size="sm"
              variant="primary"
              onClick={() => {
                editWires((before) => relay(before, found.plan));
                onClose();
              }}
            >
              Take it
            </Button>
          )}
        </div>
      )}
    </div>
  );
}
