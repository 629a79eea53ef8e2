import type { Remote } from "comlink";
import type { Rig } from "@/core/rig";
import type { Desk } from "./desk";

/** The desk with a rig on it: what is asked of it then is about that rig. A rig is handed over once while it stays there. */
export function deskTaking(desk: () => Remote<Desk>): (rig: Rig) => Remote<Desk> {
  let taken: Rig | undefined;
  return (rig) => {
    if (rig !== taken) {
      taken = rig;
      void desk().take(rig);
    }
    return desk();
  };
}
