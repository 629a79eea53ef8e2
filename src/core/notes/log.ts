import { formatQuantity, type Ohms, type Volts } from "../quantity";
import { changeUnits, type LogEntry, type Rig, type UnitRef } from "../rig";

/** A value of the rig that would make what was measured what is foretold. */
export type Fit =
  | { readonly kind: "resistor"; readonly unit: UnitRef; readonly ohms: Ohms }
  | { readonly kind: "supply"; readonly unit: UnitRef; readonly volts: Volts }
  | { readonly kind: "drop"; readonly unit: UnitRef; readonly forward: Volts; readonly milliamps: number };

/** A value with its unit, as one reads it off a meter. */
export const formatLogged = (value: number, unit: LogEntry["unit"]): string =>
  unit === "mA" ? formatQuantity(value / 1000, "A") : `${Number(value.toPrecision(4))} ${unit}`;

/** A share without its sign. */
export const formatShare = (share: number): string => `${Number((Math.abs(share) * 100).toPrecision(2))} %`;

const round = (value: number, digits: number): number => Number(value.toPrecision(digits));

/** The rig with a fitted value. */
export function applyFit(rig: Rig, fit: Fit): Rig {
  switch (fit.kind) {
    case "resistor":
      return changeUnits(rig, ({ ref }) => ref === fit.unit, { ohms: fit.ohms });
    case "supply":
      return changeUnits(rig, ({ ref }) => ref === fit.unit, { volts: fit.volts });
    case "drop":
      return {
        ...rig,
        units: rig.units.map((unit) =>
          unit.ref === fit.unit && unit.led
            ? { ...unit, led: { ...unit.led, forward: fit.forward, testCurrent: round(fit.milliamps, 3) } }
            : unit,
        ),
      };
  }
}

/** A range as one holds a meter's reading against it. */
export const rangeWords = ({
  unit,
  from,
  to,
}: {
  readonly unit: LogEntry["unit"];
  readonly from: number;
  readonly to: number;
}): string => {
  const shown = (value: number) => String(Number(value.toPrecision(2)));
  return from <= 0 ? `less than ${shown(to)} ${unit}` : `${shown(from)} to ${shown(to)} ${unit}`;
};
