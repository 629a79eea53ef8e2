import { ledThreshold } from "../sheet";
import { neighbours, type ESeries, type Milliamps, type Ohms, type Volts, type Watts } from "../quantity";

/** A string of LEDs with one resistor on a supply that does not give way. */
export interface ResistorQuestion {
  /** V, above 0 */
  readonly supply: Volts;
  /** V across one LED at the current its sheet gives them for, 10 mA where it names none */
  readonly forward: Volts;
  readonly testCurrent?: Milliamps;
  /** Ω by which that rises with the current */
  readonly slope: Ohms;
  /** LEDs one behind the other, 1 or more */
  readonly count: number;
  /** mA wanted, above 0 */
  readonly current: Milliamps;
}

/** A value one can buy, and what it gives. */
export interface ResistorChoice {
  readonly ohms: Ohms;
  readonly current: Milliamps;
  /** W the resistor turns into heat */
  readonly heat: Watts;
}

export type ResistorAnswer =
  | { readonly ok: true; readonly exact: Ohms; readonly choices: readonly ResistorChoice[] }
  | { readonly ok: false; readonly message: string };

/**
 * The resistor for a current: R = (supply − n × knee) ÷ I − n × slope, by Ohm's law on the straight-line model of an LED
 * the rigs are solved with;
 * and the values of a series on either side of it.
 */
export function resistorFor(question: ResistorQuestion, series: ESeries): ResistorAnswer {
  const { supply, forward, slope, count, current } = question;
  const left = supply - count * ledThreshold(question);
  const plural = count === 1 ? "" : "s";
  if (left <= 0)
    return {
      ok: false,
      message: `${count} LED${plural} of ${forward} V need about ${Number((count * forward).toFixed(2))} V, and the supply gives ${supply} V. Take a higher supply, or fewer LEDs in series.`,
    };
  const exact = left / (current / 1000) - count * slope;
  if (exact <= 0) {
    const most = (left / (count * slope)) * 1000;
    return {
      ok: false,
      message: `Even without a resistor only ${most.toPrecision(3)} mA would flow. Take a higher supply, or less current.`,
    };
  }
  const { below, above } = neighbours(series, exact);
  const choices = [...new Set([below, above])].map((ohms) => {
    const flows = left / (ohms + count * slope);
    return { ohms, current: flows * 1000, heat: flows ** 2 * ohms };
  });
  return { ok: true, exact, choices };
}
