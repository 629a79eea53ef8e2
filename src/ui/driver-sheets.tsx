import { useModel } from "@/store";
import { fetched } from "./fetched";

/** What a rig's driver chip is set to, and what that comes to; fetched for rigs that have one. */
export const ChipSheet = fetched("The chip's settings", () =>
  import("./chip-sheet").then((module) => module.ChipSheet),
);

const Sinks = fetched("The sinks' settings", () => import("./sink-sheet").then((module) => module.SinkSheet));

/** The same for registers that hold their current, where a rig has them. */
export function SinkSheet() {
  const { rig, part } = useModel();
  const has = rig.units.some(({ ref }) => {
    const one = part(ref);
    return one.kind === "shift-register" && one.constantCurrent !== undefined;
  });
  return has ? <Sinks /> : null;
}
