import type { BusChip } from "../chips";
import { capital } from "../quantity";
import type { DecodedWrite } from "./decoded";
import type { Difference } from "./difference";

/** What the rig's own program sets up on a bus and a capture never does. */
export function missing(
  { actionsOf, actions }: BusChip["capture"],
  expected: ReadonlyArray<readonly number[]>,
  writes: readonly DecodedWrite[],
): Difference[] {
  const wanted = [...new Set(expected.flatMap(actionsOf))];
  const done = new Set(writes.flatMap(({ bytes }) => actionsOf(bytes)));
  return wanted
    .filter((action) => !done.has(action))
    .map((action): Difference => {
      const { name, harm, vital } = actions[action]!;
      return {
        kind: "missing set-up",
        severity: vital ? "fault" : "caution",
        at: undefined,
        title: `${capital(name)} is never written`,
        remedy: `${capital(harm)}. Add the write to the set-up.`,
      };
    });
}
