import { gridOf } from "@/core/address";
import { formatQuantity } from "@/core/quantity";
import { titleOf } from "@/core/show";
import { useAtDesk, useModel } from "@/store";
import { RoundsField } from "./rounds";
import { StationLink } from "@/ui";

/** What a display of dots is to show, in short; it is made on the Frames station. */
export function PlanSign() {
  const model = useModel();
  const { rig } = model;
  const grid = gridOf(model)!;
  const run = useAtDesk((desk) => desk.runLength());
  return (
    <section className="sheet">
      <h2>Show</h2>
      <ol className="plain-list small plan-scenes">
        {(rig.sign?.scenes ?? []).map((scene, at) => (
          <li key={at}>
            <strong>{titleOf(scene) || "nothing"}</strong>{" "}
            <span className="quiet">
              {scene.kind === "text"
                ? scene.motion
                : `${scene.frames.length} picture${scene.frames.length === 1 ? "" : "s"}`}
            </span>
          </li>
        ))}
      </ol>
      <p className="small quiet mb-2">
        {run
          ? `${run.frames} frames of ${grid.width} × ${grid.height} dots, ${formatQuantity(run.time / 1000, "s", 3)} a round`
          : `${grid.width} × ${grid.height} dots`}
      </p>
      <div className="field-row">
        <RoundsField width={110} />
        <StationLink className="btn btn-plain align-self-end" href={`/rig/${rig.id}/frames`}>
          Texts and pictures
        </StationLink>
      </div>
    </section>
  );
}
