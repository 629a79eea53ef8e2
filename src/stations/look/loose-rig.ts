import { useEffect, useState } from "react";
import {
  CHIP_PLANS,
  DEFAULT_PLAN,
  STRAIGHT_OUTPUTS,
  ledValues,
  newRig,
  withDisplay,
  type Plan,
  type Rig,
} from "@/core/rig";
import { leaveRig, openLoose, useOpenRig } from "@/store";

const ruled = (plan: Plan, name: string): Rig =>
  newRig({ id: "look-up", name }, plan, { ohms: 470, led: ledValues("red") });

/** A digit on a shift register: what bytes of segments are usually made for. @param lowest the segment of bit 0 */
export const digitRig = (polarity: Plan["polarity"], name: string, lowest: "a" | "dp" = "a"): Rig =>
  ruled(
    {
      ...DEFAULT_PLAN,
      polarity,
      outputs: lowest === "a" ? STRAIGHT_OUTPUTS : [...STRAIGHT_OUTPUTS].reverse(),
    },
    name,
  );

/** A block of dots on a chip that scans it. */
export const dotsRig = (name: string): Rig =>
  ruled(withDisplay({ ...DEFAULT_PLAN, scheme: "max7219" }, { display: "dots", digits: 8 }), name);

/** Chips whose lines are captured most, each with as many digits as it scans. */
export const CAPTURED: ReadonlyArray<readonly [id: string, title: string]> = [
  ["74HC595", "74HC595, one digit"],
  ...[...CHIP_PLANS].filter(([, { digits }]) => digits > 1).map(([id]) => [id, id] as const),
];

/** A rig whose lines are those of a chip. */
export function capturedRig(id: string, name: string): Rig {
  const plan = CHIP_PLANS.get(id);
  return plan ? ruled(plan, name) : digitRig("common-cathode", name);
}

/** Puts a rig on the page for as long as it is looked at; it is on no shelf. @returns whether it is there */
export function useLooseRig(rig: Rig): boolean {
  const [there, setThere] = useState<Rig>();
  const open = useOpenRig((state) => state.rig);
  useEffect(() => {
    let current = true;
    void openLoose(rig).then(() => current && setThere(rig));
    return () => {
      current = false;
    };
  }, [rig]);
  useEffect(() => () => void leaveRig(), []);
  return there === rig && open !== undefined;
}
