import Button from "react-bootstrap/Button";
import type { Probe } from "@/core/bench";
import { parseQuantity } from "@/core/quantity";
import { BENCH_LIMITS } from "@/core/rig";
import { spotLegs } from "@/store";
import { CommitField } from "@/ui";
import { OnBoard } from "./hand/on-board";
import { StandInMeter } from "./hand/stand-in-meter";
import { HeldSketch } from "./held-sketch";

interface Props {
  readonly probe: Probe;
  /** Where its leg sits on the breadboard. */
  readonly hole: string | undefined;
  readonly before: number | undefined;
  readonly onTake: (volts: number) => void;
}

const [LEAST, MOST] = BENCH_LIMITS.volts;

/** A leg to measure at: the black lead on ground, the red one on the leg itself. */
export function MeasurePanel({ probe, hole, before, onTake }: Props) {
  return (
    <>
      <p className="mb-2">
        Measure <strong>{probe.says}</strong>
        {hole ? `, in hole ${hole} as Wires seats it` : ""}. Black lead on the controller’s ground, red on the
        leg itself, not in the hole beside it.
        {probe.hold.high?.length ? " The line goes high and low by its sketch: read while it is high." : ""}
      </p>
      <div className="bench-answers">
        <CommitField
          label="Reading"
          shown={before === undefined ? "" : `${before} V`}
          hint="0.02 V, 4.9 V; Enter takes it"
          width={150}
          read={(text) => {
            const read = parseQuantity(text, "V");
            if (!read.ok || (read.value >= LEAST && read.value <= MOST)) return read;
            return { ok: false, message: `from ${LEAST} V to ${MOST} V` };
          }}
          onCommit={onTake}
        />
        <Button variant="plain" onClick={() => spotLegs([probe.leg])}>
          Mark the leg on Wires
        </Button>
        <OnBoard what={{ hold: probe.hold.id }} />
        <StandInMeter probe={probe} onTake={onTake} />
        <HeldSketch held={{ hold: probe.hold.id }} name={probe.hold.id} />
      </div>
    </>
  );
}
