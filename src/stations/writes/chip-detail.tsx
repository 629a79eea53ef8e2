import type { UnitRef } from "@/core/rig";
import { hex } from "@/core/bus";
import { formatByte } from "@/core/glyph";
import type { BusChip } from "@/core/chips";
import type { ChipMemory, TapeEntry } from "@/core/sim";

/** The fields of a write, byte by byte. */
export function Fields({ entry }: { entry: TapeEntry }) {
  return (
    <table className="fields-table">
      <thead>
        <tr>
          <th>byte</th>
          <th>bits</th>
          <th>field</th>
          <th>value</th>
          <th>says</th>
        </tr>
      </thead>
      <tbody>
        {entry.says.flatMap(({ fields, unit }) =>
          fields.map((field) => (
            <tr key={`${field.byte}-${field.high}`}>
              <td>{field.byte + 1}</td>
              <td>{field.high === field.low ? field.low : `${field.high}–${field.low}`}</td>
              <td>
                {entry.says.length > 1 && field.byte % 2 === 0 ? `${unit}: ` : ""}
                {field.name}
              </td>
              <td className="mono">{field.high - field.low >= 7 ? hex(field.value) : field.value}</td>
              <td>{field.says}</td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}

interface Props {
  readonly chip: BusChip;
  readonly unit: UnitRef;
  readonly now: ChipMemory;
  readonly before: ChipMemory | undefined;
}

/** What every register of a chip holds now; what the last write changed stands out with what it was. */
export function Registers({ chip, unit, now, before }: Props) {
  const was = new Map(before?.map(({ address, value }) => [address, value]));
  return (
    <table className="registers" aria-label={`Registers of ${unit}`}>
      <tbody>
        {now.map(({ address, value }) => {
          const changed = was.has(address) && was.get(address) !== value;
          return (
            <tr key={address} className={changed ? "is-moved" : undefined}>
              <th>{chip.registerName(address)}</th>
              <td className="mono">{hex(value)}</td>
              <td className="mono quiet">
                {value < 0 ? "not known" : formatByte(value, "binary").replace("0b", "")}
              </td>
              <td className="tiny quiet">{changed ? `was ${hex(was.get(address)!)}` : ""}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
