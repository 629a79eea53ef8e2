import Button from "react-bootstrap/Button";
import type { Probe } from "@/core/bench";
import { faultDeskOfPage, usePreferences, useRig } from "@/store";
import { useHandLink } from "./link";

/** A meter at the stand-in: it shows what stands on the leg with the fault that is in it. */
export function StandInMeter({ probe, onTake }: { probe: Probe; onTake: (volts: number) => void }) {
  const rig = useRig();
  const legNames = usePreferences((state) => state.legNames);
  const { kind, fault } = useHandLink();
  if (kind !== "stand-in") return null;
  const read = async () =>
    onTake(await faultDeskOfPage().reads(rig, legNames, fault, { held: probe.hold.id, leg: probe.leg }));
  return (
    <Button variant="plain" onClick={() => void read()}>
      Measure on the simulated board
    </Button>
  );
}
