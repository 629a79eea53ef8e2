import { transportOf } from "@/core/bus";
import { LIMITS, driverChipOf, schemeOf, type ModuleSheet } from "@/core/rig";
import { QuantityField } from "../fields";
import type { PartProps } from "./header-fields";

type Values = Pick<ModuleSheet["bought"], "setOhms" | "ohms" | "pullOhms" | "filterFarads">;

/** What else is on the board: resistors and capacitors, where its chip has any; 0 stands for none. */
export function PartFields({ sheet, onChange }: PartProps) {
  const { bought, inside } = sheet;
  const driver = driverChipOf(inside.scheme);
  const { chip } = schemeOf(inside.scheme);
  const pulled = chip !== undefined && transportOf(chip.protocol).openDrain;
  const put = (name: keyof Values, value: number) => {
    const { [name]: _, ...rest } = bought;
    onChange({ ...sheet, bought: value === 0 ? rest : { ...rest, [name]: value } });
  };
  const field = (name: keyof Values, label: string, unit: "Ω" | "F", range: readonly [number, number]) => (
    <QuantityField
      label={label}
      unit={unit}
      value={bought[name] ?? 0}
      range={[0, range[1]]}
      onCommit={(value) => put(name, value)}
      width={170}
    />
  );
  return (
    <div className="field-row">
      {driver?.setCurrent && field("setOhms", "Current-setting resistor", "Ω", LIMITS.ohms)}
      {field("ohms", "In each line of a segment", "Ω", LIMITS.ohms)}
      {pulled && field("pullOhms", "Pull-ups on its lines", "Ω", LIMITS.ohms)}
      {pulled && field("filterFarads", "Capacitors on its lines", "F", LIMITS.farads)}
    </div>
  );
}
