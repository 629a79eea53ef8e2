import { chipOn, type RigModel } from "@/core/address";
import type { EncodedBus } from "@/core/rig";
import type { BusTrace } from "@/core/sim";
import { BusWave, IconButton } from "@/ui";
import type { PickedBit } from "./bus-lanes";
import { tickText } from "./tick-text";
import { useLanes } from "./use-lanes";
import type { TapeInSight } from "./use-tape";

interface Props {
  readonly model: RigModel;
  readonly bus: EncodedBus;
  readonly trace: BusTrace;
  readonly picked: PickedBit;
  readonly tape: TapeInSight;
}

/** The lines of the bus under the tape: the write in sight, gone through edge by edge. */
export function TapeWave({ model, bus, trace, picked, tape }: Props) {
  const { now, entry, step, stages, done, moment, range, setRange, go, edgeBack, edgeOn } = tape;
  const chip = chipOn(model, bus);
  const { lanes, bits, samples } = useLanes(model, trace, picked);
  return (
    <section className="sheet">
      <BusWave
        label={`Lines of the bus, ${entry.says[0]?.title ?? "write"} in sight`}
        lanes={lanes}
        writes={trace.entries.map(({ at: from, until, says }, place) => ({
          from,
          to: until,
          label: says[0]?.title ?? "",
          picked: place === now,
        }))}
        bits={bits}
        samples={samples}
        steady={chip.transport.times}
        whole={[0, trace.duration * 1.01]}
        range={range}
        onRange={setRange}
        now={moment}
      />
      <div className="row-line mt-1 chip-step">
        <IconButton
          icon="bi-skip-backward"
          label="Write before"
          disabled={now === 0}
          onClick={() => go(now - 1)}
        />
        <IconButton
          icon="bi-caret-left"
          label="One edge back"
          disabled={step === entry.ticks[0]}
          onClick={edgeBack}
        />
        <IconButton
          icon="bi-caret-right"
          label="One edge on"
          disabled={done && step !== undefined}
          onClick={edgeOn}
        />
        <IconButton
          icon="bi-skip-forward"
          label="Next write"
          disabled={now === trace.entries.length - 1}
          onClick={() => go(now + 1)}
        />
        <span className="small" role="status">
          {step ? tickText(trace, step, bus) : `${entry.says[0]?.title}: ${entry.says[0]?.says}`}
        </span>
      </div>
      {stages.length > 0 && (
        <div className="row-line flex-wrap mono tiny mt-1" aria-label="Shift stages">
          {stages.slice(0, 8).map((one) => (
            <span key={one.unit}>
              <strong>{one.unit}</strong> {one.stages.map((bit) => (bit === 2 ? "?" : bit)).join("")}
            </span>
          ))}
        </div>
      )}
    </section>
  );
}
