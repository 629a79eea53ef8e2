import type { Rig } from "@/core/rig";
import { modelFor } from "./derived";
import { editRig, useOpenRig } from "./open-rig";

/** Changes wires, and remembers the code as it was before them. */
export function editWires(change: (rig: Rig) => Rig): void {
  const { rig } = useOpenRig.getState();
  if (!rig) return;
  const { encoding } = modelFor(rig);
  editRig(change);
  if (!rig.code.kept) useOpenRig.setState({ codeBefore: encoding });
}
