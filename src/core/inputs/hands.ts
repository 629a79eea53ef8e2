import type { InputPart } from "../parts";
import type { Nanoseconds, Ohms } from "../quantity";
import type { PartMove } from "./tape";
import { partOf, type Rig, type Unit } from "../rig";

/** Where every input part stands: a contact 0 or 1, a keypad a bit for each key, a wiper in per cent, a sensor at what it senses. */
export type Hands = Readonly<Record<string, number>>;

/** What a hand has on an input part. */
export type Grip =
  | { readonly kind: "button" }
  | { readonly kind: "switch" }
  | { readonly kind: "steps" }
  /** A time of day, in seconds since midnight. */
  | { readonly kind: "time" }
  | { readonly kind: "keys"; readonly faces: readonly string[]; readonly columns: number }
  | {
      readonly kind: "slider";
      readonly range: readonly [number, number];
      readonly unit: "%" | "°C" | "cm";
      readonly what: string;
    };

/** A unit that hands move. */
export interface InputUnit {
  readonly unit: Unit;
  readonly part: InputPart;
}

/** The units of a rig that hands move. */
export const inputUnits = ({ units }: Pick<Rig, "units">): InputUnit[] =>
  units.flatMap((unit) => {
    const part = partOf(unit);
    return part.kind === "input" ? [{ unit, part }] : [];
  });

/** How an input part is taken hold of. */
export function gripOf({ act }: InputPart): Grip {
  switch (act.by) {
    case "contact":
      return act.stays ? { kind: "switch" } : { kind: "button" };
    case "steps":
      return { kind: "steps" };
    case "keys":
      return { kind: "keys", faces: act.faces, columns: act.columns.length };
    case "clock":
      return { kind: "time" };
    case "wiper":
      return { kind: "slider", range: [0, 100], unit: "%", what: "turned to" };
    default:
      return { kind: "slider", range: act.sensed.range, unit: act.sensed.unit, what: act.sensed.what };
  }
}

/** A clock chip was set some day: half past twelve at power-up, unless its maker says another time. */
const USUAL_TIME = 45_000;

/** Where an input part stands before anybody touches it, as a hand sets it. */
export function restOf({ hand }: Pick<Unit, "hand">, { act }: InputPart): number {
  if (hand?.rests !== undefined) return hand.rests;
  if (act.by === "contact" || act.by === "keys" || act.by === "steps") return 0;
  if (act.by === "clock") return USUAL_TIME;
  return act.by === "wiper" || act.by === "light" ? 50 : 20;
}

/** Speed of sound in m/s at 20 °C: 331.3 + 0.606 × °C. */
const SOUND = 331.3 + 0.606 * 20;

/**
 * How long an echo's pulse lasts for a distance, in ns: the flight of sound there and back, 58 µs a centimetre.
 * @param distance cm; beyond the sensor's range nothing comes back, and it gives up
 */
export function echoTime({ givesUp, sensed }: EchoAct, distance: number): Nanoseconds {
  const [near, far] = sensed.range;
  if (distance > far) return givesUp;
  return Math.round(((2 * Math.max(near, distance)) / 100 / SOUND) * 1e9);
}

/** What a distance sensor does to its legs. */
export type EchoAct = Extract<InputPart["act"], { by: "echo" }>;
export const isEcho = (act: InputPart["act"]): act is EchoAct => act.by === "echo";

/** What a clock chip does to its legs. */
export type ClockAct = Extract<InputPart["act"], { by: "clock" }>;

/** The answer of a clock chip among hands: 1 while it holds its data line low. */
export const answerOf = (unit: string): string => `${unit} answers`;

/** An echo among hands: 1 while its pulse is high. */
export const echoOf = (unit: string): string => `${unit} echo`;

/** What moves with a part's hand, among hands, and where it stands at its ends; of a keypad, each key by itself. */
export function handEnds({ unit: { ref }, part }: InputUnit): {
  readonly mover: string;
  readonly ends: readonly number[];
} {
  const { act } = part;
  const grip = gripOf(part);
  if (act.by === "echo") return { mover: echoOf(ref), ends: [0, 1] };
  if (act.by === "clock") return { mover: answerOf(ref), ends: [0, 1] };
  if (grip.kind === "slider") return { mover: ref, ends: grip.range };
  if (grip.kind === "keys") return { mover: ref, ends: [0, ...grip.faces.map((_, key) => 1 << key)] };
  // Between two rests of an encoder both contacts close.
  return { mover: ref, ends: grip.kind === "steps" ? [0, 2] : [0, 1] };
}

/** Resistance of a part that senses, in Ω, by the formula of its kind. */
export function ohmsAt(act: Extract<InputPart["act"], { by: "thermistor" | "light" }>, sensed: number): Ohms {
  if (act.by === "light")
    return act.dark * (act.bright / act.dark) ** (Math.min(100, Math.max(0, sensed)) / 100);
  // R = R25 · e^(B · (1/T − 1/298.15 K))
  return act.ohms * Math.exp(act.b * (1 / (sensed + 273.15) - 1 / 298.15));
}

/** A hand moves: where its part stands from then on. */
export function moveHand(hands: Record<string, number>, { unit, to, key, moves }: PartMove): void {
  const was = hands[unit] ?? 0;
  if (moves) hands[unit] = was + to;
  else if (key === undefined) hands[unit] = to;
  else hands[unit] = to ? was | (1 << key) : was & ~(1 << key);
}
