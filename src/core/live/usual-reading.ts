import { echoTime, isEcho } from "../inputs";
import { controllerById, partOf, type LiveValue, type Rig, type UnitRef } from "../rig";

type Reading = Extract<LiveValue, { reading: unknown }>["reading"];

/** Of a reading nobody knows a part of. */
const PLAIN: Omit<Reading, "of" | "decimals"> = {
  points: [
    { raw: 0, shows: 0 },
    { raw: 1024, shows: 100 },
  ],
  samples: 4,
  every: 50,
  rounding: "cut",
  hysteresis: 1,
};

/**
 * How a part is usually read, by what its sheet says of it: a knob from 0 to 100, a sensor in its own unit, an echo in
 * centimetres.
 */
export function usualReading(
  { units, plan }: Pick<Rig, "units" | "plan">,
  of: UnitRef,
  decimals: Reading["decimals"] = 0,
): Reading {
  const unit = units.find(({ ref }) => ref === of);
  const part = unit && partOf(unit);
  const { converter } = controllerById(plan.controller);
  const whole = 2 ** (converter?.bits ?? 10);
  const plain: Reading = {
    ...PLAIN,
    of,
    decimals,
    points: [
      { raw: 0, shows: 0 },
      { raw: whole, shows: 100 * 10 ** decimals },
    ],
  };
  if (part?.kind !== "input") return plain;
  const { act } = part;
  if (isEcho(act)) {
    const far = act.sensed.range[1];
    return {
      ...plain,
      points: [
        { raw: 0, shows: 0 },
        { raw: Math.round(echoTime(act, far) / 1000), shows: far * 10 ** decimals },
      ],
      samples: 1,
      every: 100,
      rounding: "round",
      hysteresis: 2,
    };
  }
  if (act.by !== "voltage") return plain;
  // So many volts for each degree: what the whole reference is, from where 0 V is.
  const shows = (volts: number) => Math.round(((volts - act.offset) / act.perUnit) * 10 ** decimals);
  return {
    ...plain,
    points: [
      { raw: 0, shows: shows(0) },
      { raw: whole, shows: shows(converter?.reference ?? 5) },
    ],
    samples: 16,
    every: 500,
    rounding: "round",
    hysteresis: 2,
  };
}
