import type { Encoding } from "@/core/rig";
import { editRig, useModel, useOpenRig } from "@/store";
import { SeverityMark, ViewSwitch } from "@/ui";

const WHEN_MOVED = [
  ["follow", "Bytes follow the wires"],
  ["keep", "Keep the code unchanged"],
] as const;

/** Does the byte table follow the wires, or does the code stay as it was? */
export function CodeOrWires() {
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
            <SeverityMark severity="note" text="Kept." /> The face shows what you would really see: the old
            bytes through these wires.
          </>
        ) : before ? (
          <>
            <SeverityMark severity="note" text="Wires changed." /> The bytes followed.{" "}
            <button
              type="button"
              className="plain-button text-decoration-underline"
              title="Shows what the old code would do through the wires as they are now"
              onClick={() => keep(before)}
            >
              Keep the old code
            </button>
          </>
        ) : (
          <span className="quiet">
            Move or swap wires and the bytes change with them. If you keep the code unchanged, the face shows
            what it would really do.
          </span>
        )}
      </div>
    </div>
  );
}
