import { isMultiplexed, type RigModel } from "@/core/address";
import type { ShiftRegisterPart } from "@/core/parts";
import { formatMilliamps, formatQuantity, neighbours } from "@/core/quantity";
import { LIMITS, withSetOhms, type UnitRef } from "@/core/rig";
import { STEADY } from "@/core/scan";
import { editRig, useAtDesk, useModel } from "@/store";
import { QuantityField } from "./fields";

interface Sink {
  readonly ref: UnitRef;
  readonly part: ShiftRegisterPart;
  readonly current: NonNullable<ShiftRegisterPart["constantCurrent"]>;
}

/** The registers of a rig whose outputs hold the current one resistor sets. */
const sinksOf = (model: RigModel): Sink[] =>
  model.rig.units.flatMap(({ ref }): Sink[] => {
    const part = model.part(ref);
    return part.kind === "shift-register" && part.constantCurrent
      ? [{ ref, part, current: part.constantCurrent }]
      : [];
  });

/** Constant-current sinks, where a rig has them: the one resistor that sets every segment, and what that comes to. */
export function SinkSheet() {
  const model = useModel();
  const sinks = sinksOf(model);
  const [sink] = sinks;
  const driving = useAtDesk((desk) => desk.driving());
  if (!sink || !driving) return null;
  const { factor, range, tolerance } = sink.current;
  const set = driving.sinks.find(({ ref }) => ref === sink.ref)?.set ?? 0;
  const { mostLed } = driving.figures;
  const duty = isMultiplexed(model) ? driving.duty : 1;
  const facts: ReadonlyArray<readonly [string, string]> = [
    ["Set", `${factor} V ÷ ${set > 0 ? formatQuantity((factor / set) * 1000, "Ω") : "the resistor"}`],
    ["A segment, at least", `${formatMilliamps(mostLed)} (± ${tolerance * 100} % from chip to chip)`],
    [
      "Average",
      `${formatMilliamps(mostLed * duty, 2)}, as bright as ${Math.round(((mostLed * duty) / STEADY) * 100)} % of ${STEADY} mA steady`,
    ],
  ];
  return (
    <section className="sheet">
      <h2>
        {sinks.length > 1 ? `${sinks.length} × ` : ""}
        {sink.part.id}
      </h2>
      {set > 0 ? (
        <div className="field-row mb-2">
          <QuantityField
            label="Setting resistor"
            unit="Ω"
            value={(factor / set) * 1000}
            range={LIMITS.ohms}
            onCommit={(ohms) => editRig((rig) => withSetOhms(rig, ohms))}
            width={110}
          />
          <QuantityField
            label="or for"
            unit="A"
            value={Number((set / 1000).toPrecision(3))}
            range={[range[0] / 1000, range[1] / 1000]}
            onCommit={(amps) => editRig((rig) => withSetOhms(rig, neighbours("E24", factor / amps).above))}
            width={110}
          />
        </div>
      ) : (
        <p className="severity-fault small">No resistor sets the current: nothing lights.</p>
      )}
      <dl className="facts">
        {facts.map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      <p className="tiny quiet mb-0">
        Every segment gets the same, whatever the supply and however many are lit. What the supply gives
        beyond the LED&apos;s drop becomes heat in the chip: Current has it against its limit.
      </p>
    </section>
  );
}
