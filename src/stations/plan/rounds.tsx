import { LIMITS } from "@/core/rig";
import { editRig, useModel } from "@/store";
import { WholeField } from "@/ui";

/** How often the rig's show is gone through. */
export function RoundsField({ width }: { readonly width: number }) {
  const { rounds } = useModel().rig.show;
  return (
    <WholeField
      label="Repeats"
      value={rounds}
      range={LIMITS.rounds}
      named={{ value: 0, name: "forever" }}
      onCommit={(value) => editRig((rig) => ({ ...rig, show: { ...rig.show, rounds: value } }))}
      width={width}
    />
  );
}
