import Button from "react-bootstrap/Button";
import { ledResistors, scanningChip } from "@/core/address";
import { formatMilliamps, formatQuantity } from "@/core/quantity";
import { changeUnits } from "@/core/rig";
import { STEADY } from "@/core/scan";
import { editRig, useAtDesk, useModel } from "@/store";

/** Both places for resistors in numbers, base resistors, what the supply has to give, and what is easily forgotten. */
export function Advice() {
  const model = useModel();
  const advice = useAtDesk((desk) => desk.advice());
  if (!advice) return null;
  const { placings, bases, supply } = advice;
  const haveResistors = !scanningChip(model) && ledResistors(model).size > 0;
  const [base] = bases;
  const light = (current: number) => `${Math.round((current / STEADY) * 100)} %`;
  return (
    <>
      {haveResistors && (
        <section className="sheet small">
          <h2>One resistor or seven: brightness of a 1 and an 8</h2>
          <table
            className="rule-table"
            aria-label="Brightness of a 1 and an 8 under both places for resistors"
          >
            <thead>
              <tr>
                <th>Resistors</th>
                <th className="number">In a 1</th>
                <th className="number">In an 8</th>
              </tr>
            </thead>
            <tbody>
              {placings.map(({ placing, resistors, inOne, inEight }) => (
                <tr key={placing}>
                  <td>
                    {resistors}, {placing === "per-segment" ? "one per segment" : "one in the common leg"}
                    {placing === model.rig.plan.resistors && <span className="quiet"> · now</span>}
                  </td>
                  <td className="number" title={formatMilliamps(inOne)}>
                    {light(inOne)}
                  </td>
                  <td className="number" title={formatMilliamps(inEight)}>
                    {light(inEight)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {base && (
        <section className="sheet small">
          <h2>Base resistors</h2>
          <p className="mb-1">
            Each transistor carries up to {formatMilliamps(base.collector)}; {formatQuantity(base.ohms, "Ω")}{" "}
            gives its base {formatMilliamps(base.base)},{" "}
            {Number((base.collector / Math.max(base.base, 1e-6)).toPrecision(2))} times less. A tenth is safe:{" "}
            {formatQuantity(base.advised, "Ω")}.
          </p>
          {base.advised < base.ohms && (
            <Button
              size="sm"
              variant="plain"
              onClick={() => {
                const refs = new Set(bases.map(({ resistor }) => resistor));
                editRig((rig) => changeUnits(rig, ({ ref }) => refs.has(ref), { ohms: base.advised }));
              }}
            >
              Take {formatQuantity(base.advised, "Ω")}
            </Button>
          )}
        </section>
      )}
      <section className="sheet small">
        <h2>Supply, and what is easily forgotten</h2>
        <ul className="plain-list mb-0">
          <li>
            The rig draws up to {formatMilliamps(supply.most)}
            {supply.full > supply.most * 1.01 &&
              `, and ${formatMilliamps(supply.full)} at full brightness or under display test`}
            : a supply for {formatMilliamps(supply.take, 2)} or more
            {supply.limit !== undefined && `; this board’s leg gives ${formatMilliamps(supply.limit)}`}.
          </li>
          <li>
            At the digits’ supply, about {formatQuantity(Math.max(supply.bulk, 10e-6), "F", 2)}: it covers the
            surge when a digit lights. Also put 100 nF at each chip.
          </li>
          {model.chain.chips.length > 0 && (
            <li>
              Outputs are unknown at power-up. 10 kΩ from the enable leg to the supply and 100 nF to ground
              keep them off for a millisecond; a line can then pull it low.
            </li>
          )}
        </ul>
      </section>
    </>
  );
}
