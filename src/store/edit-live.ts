import type { Live } from "@/core/rig";
import { editRig } from "./open-rig";

/** Changes what a rig does that reacts. */
export const editLive = (change: (live: Live) => Live, gesture?: string): void =>
  editRig((rig) => (rig.live ? { ...rig, live: change(rig.live) } : rig), gesture);
