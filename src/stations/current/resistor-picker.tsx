import { useState } from "react";
import Button from "react-bootstrap/Button";
import { isMultiplexed, ledResistors, withLedResistors } from "@/core/address";
import type { LitWhen } from "@/core/audit";
import { formatMilliamps, formatQuantity, type ESeries } from "@/core/quantity";
import { STEADY } from "@/core/scan";
import { editRig, useAtDesk, useModel, useRig } from "@/store";
import { SelectField, QuantityField, SeverityMark } from "@/ui";

const WHEN: ReadonlyArray<readonly [LitWhen, string]> = [
  ["average", "everything lit, on average"],
  ["alone", "one segment lit"],
  ["in-eight", "an 8 lit"],
  ["together", "everything lit"],
];
const SERIES: readonly ESeries[] = ["E12", "E24", "E96"];

/** The resistor for a wanted current, exact and as one buys it, with what each value gives. */
export function ResistorPicker() {
  const rig = useRig();
  const [wanted, setWanted] = useState(6);
  const [when, setWhen] = useState<LitWhen>("in-eight");
  const [series, setSeries] = useState<ESeries>("E12");
  const model = useModel();
  const multiplexed = isMultiplexed(model);
  const led = ledResistors(model);
  const now = rig.units.find(({ ref }) => led.has(ref))?.ohms;
  const asked = { current: wanted, when, series, ...(now === undefined ? {} : { now }) };
  const picked = useAtDesk((desk) => desk.resistors(asked), [asked]);
  const offers = picked?.offers ?? [];
  const take = (ohms: number) => editRig((before) => withLedResistors(before, ohms));
  return (
    <section className="sheet">
      <h2>Resistor for a target current</h2>
      <div className="field-row">
        <QuantityField
          label="Current"
          unit="A"
          value={wanted / 1000}
          range={[0.00005, 0.1]}
          onCommit={(amps) => setWanted(amps * 1000)}
          width={78}
        />
        <SelectField
          label="LED current, with"
          value={when}
          options={WHEN.filter(([value]) => multiplexed || value !== "average")}
          onChoose={setWhen}
        />
        <SelectField
          label="Series"
          width={84}
          value={series}
          options={SERIES.map((one) => [one, one] as const)}
          onChoose={setSeries}
        />
      </div>
      <p className="small mt-2 mb-1" role="status">
        {picked?.exact !== undefined ? (
          <>
            Exact value <strong>{formatQuantity(picked.exact, "Ω", 4)}</strong>;{" "}
            {when === "average" || !multiplexed
              ? `${Math.round((wanted / STEADY) * 100)} % as bright as ${STEADY} mA steady.`
              : `${formatMilliamps(wanted)} at the peak.`}
          </>
        ) : (
          <span className="severity-fault">{picked?.message}</span>
        )}
      </p>
      <table className="rule-table offers-table" aria-label="Standard values">
        <thead>
          <tr>
            <th>Value</th>
            {!multiplexed && <th className="number">Alone</th>}
            <th className="number">In an 8</th>
            {multiplexed && <th className="number">Average</th>}
            <th className="number">Chip</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {offers.map((offer) => (
            <tr key={offer.ohms}>
              <td>
                <strong className="text-nowrap">{formatQuantity(offer.ohms, "Ω")}</strong>
              </td>
              {!multiplexed && <td className="number">{formatMilliamps(offer.alone)}</td>}
              <td className="number">{formatMilliamps(offer.inEight)}</td>
              {multiplexed && <td className="number">{formatMilliamps(offer.average)}</td>}
              <td className="number">{formatMilliamps(offer.inPackage)}</td>
              <td className="number">
                {offer.over.length > 0 ? (
                  <span title={`Above the absolute maximum: ${offer.over.join(", ")}`}>
                    <SeverityMark severity="fault" text="over" />
                  </span>
                ) : offer.ohms === now ? (
                  <span className="quiet">fitted</span>
                ) : (
                  <Button size="sm" variant="plain" onClick={() => take(offer.ohms)}>
                    Take
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
