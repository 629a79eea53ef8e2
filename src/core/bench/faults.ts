import { swappedPolarity } from "./other-polarity";
import {
  legRef,
  partOf,
  splitLegRef,
  type Encoding,
  type LegRef,
  type Rig,
  type Unit,
  type UnitRef,
  type Wire,
} from "../rig";
import type { Leg, Part } from "../parts";

/** Something that may be wrong on the table or in the code. */
export interface Fault {
  readonly id: string;
  /** In words. */
  readonly says: string;
  /** The legs it is at. */
  readonly legs: readonly LegRef[];
  /** How often it happens, against the others. */
  readonly weight: number;
  /** The rig with it, and the code it runs, which was written for the rig without it. */
  readonly made: () => { readonly rig: Rig; readonly code: Encoding };
}

/** How often each kind happens at benches, by experience: a wire one hole off more than a dead chip. */
const WEIGHTS = {
  missing: 3,
  beside: 3,
  exchanged: 2,
  shorted: 1,
  turned: 1,
  reversed: 1,
  resistor: 1,
  polarity: 1,
  dead: 0.5,
  order: 1.5,
} as const;

/** Single faults of a rig: each is made in its wires, its parts or its code. @param code how its program reaches each LED */
export const singleFaults = (rig: Rig, code: Encoding): Fault[] => [
  ...missingWires(rig, code),
  ...besideWires(rig, code),
  ...exchangedWires(rig, code),
  ...shortedLegs(rig, code),
  ...turnedParts(rig, code),
  ...wrongResistors(rig, code),
  ...otherDisplays(rig, code),
  ...deadLeds(rig, code),
  ...otherOrders(rig, code),
];

const of = (rig: Rig, wires: readonly Wire[]): Rig => ({ ...rig, wires });
const leg = (at: LegRef): string => {
  const { unit, leg: own } = splitLegRef(at);
  return `${unit} leg ${own}`;
};

const missingWires = (rig: Rig, code: Encoding): Fault[] =>
  rig.wires.map((wire) => ({
    id: `missing ${wire.id}`,
    says: `the wire from ${leg(wire.from)} to ${leg(wire.to)} is missing or makes no contact`,
    legs: [wire.from, wire.to],
    weight: WEIGHTS.missing,
    made: () => ({
      rig: of(
        rig,
        rig.wires.filter(({ id }) => id !== wire.id),
      ),
      code,
    }),
  }));

/** Legs side by side on one edge of a part: where a wire slips to. */
function besides(part: Part): ReadonlyArray<readonly [Leg, Leg]> {
  const { outline, legs } = part;
  const row =
    outline.style === "dual-in-line"
      ? legs.length / 2
      : outline.style === "two-rows"
        ? outline.perRow
        : legs.length;
  return legs.slice(1).flatMap((one, at) => ((at + 1) % row === 0 ? [] : [[legs[at]!, one] as const]));
}

const manyLegged = (rig: Rig): Unit[] => rig.units.filter((unit) => partOf(unit).legs.length > 2);

/** A leg's neighbours. */
function neighbours(rig: Rig, at: LegRef): LegRef[] {
  const { unit: ref, leg: own } = splitLegRef(at);
  const unit = rig.units.find((one) => one.ref === ref);
  if (!unit) return [];
  return besides(partOf(unit)).flatMap(([one, other]) =>
    one.id === own ? [legRef(ref, other.id)] : other.id === own ? [legRef(ref, one.id)] : [],
  );
}

const besideWires = (rig: Rig, code: Encoding): Fault[] =>
  rig.wires.flatMap((wire) =>
    (["from", "to"] as const).flatMap((end) =>
      neighbours(rig, wire[end]).map((beside): Fault => ({
        id: `beside ${wire.id} ${end} ${beside}`,
        says: `the wire to ${leg(wire[end])} is one hole off, at ${leg(beside)}`,
        legs: [wire[end], beside],
        weight: WEIGHTS.beside / 4,
        made: () => ({
          rig: of(
            rig,
            rig.wires.map((one) => (one.id === wire.id ? { ...one, [end]: beside } : one)),
          ),
          code,
        }),
      })),
    ),
  );

/** The ends of wires at a leg, each with the wire. */
const endsAt = (rig: Rig, at: LegRef): ReadonlyArray<readonly [Wire, "from" | "to"]> =>
  rig.wires.flatMap((wire) =>
    (["from", "to"] as const).flatMap((end) => (wire[end] === at ? [[wire, end] as const] : [])),
  );

const exchangedWires = (rig: Rig, code: Encoding): Fault[] =>
  manyLegged(rig).flatMap((unit) =>
    besides(partOf(unit)).flatMap(([one, other]): Fault[] => {
      const [here, there] = [legRef(unit.ref, one.id), legRef(unit.ref, other.id)];
      if (endsAt(rig, here).length === 0 || endsAt(rig, there).length === 0) return [];
      const swap = (at: LegRef): LegRef => (at === here ? there : at === there ? here : at);
      return [
        {
          id: `exchanged ${here} ${there}`,
          says: `the wires at ${leg(here)} and ${leg(there)} are exchanged`,
          legs: [here, there],
          weight: WEIGHTS.exchanged,
          made: () => ({
            rig: of(
              rig,
              rig.wires.map((wire) => ({ ...wire, from: swap(wire.from), to: swap(wire.to) })),
            ),
            code,
          }),
        },
      ];
    }),
  );

const shortedLegs = (rig: Rig, code: Encoding): Fault[] =>
  manyLegged(rig)
    .filter((unit) => unit.part !== rig.plan.controller)
    .flatMap((unit) =>
      besides(partOf(unit)).map(([one, other]): Fault => {
        const [here, there] = [legRef(unit.ref, one.id), legRef(unit.ref, other.id)];
        return {
          id: `shorted ${here} ${there}`,
          says: `${leg(here)} and ${leg(there)} touch: solder, or a strand of wire`,
          legs: [here, there],
          weight: WEIGHTS.shorted,
          made: () => ({
            rig: of(rig, [...rig.wires, { id: "short", from: here, to: there, placed: false } as Wire]),
            code,
          }),
        };
      }),
    );

/** Turned by half a turn every leg is where the one across was; of two legs each is where the other was. */
const turnedParts = (rig: Rig, code: Encoding): Fault[] =>
  rig.units.flatMap((unit): Fault[] => {
    const { legs, outline, kind } = partOf(unit);
    if (
      kind === "resistor" ||
      kind === "capacitor" ||
      kind === "crystal" ||
      unit.part === rig.plan.controller
    )
      return [];
    if (legs.length > 2 && outline.style !== "dual-in-line" && outline.style !== "two-rows") return [];
    const half = legs.length / 2;
    const turned = new Map(
      legs.map(({ id }, at) => [legRef(unit.ref, id), legRef(unit.ref, legs[(at + half) % legs.length]!.id)]),
    );
    const swap = (at: LegRef): LegRef => turned.get(at) ?? at;
    return [
      {
        id: `turned ${unit.ref}`,
        says: legs.length > 2 ? `${unit.ref} is turned by half a turn` : `${unit.ref} is the wrong way round`,
        legs: [...turned.keys()],
        weight: legs.length > 2 ? WEIGHTS.turned : WEIGHTS.reversed,
        made: () => ({
          rig: of(
            rig,
            rig.wires.map((wire) => ({ ...wire, from: swap(wire.from), to: swap(wire.to) })),
          ),
          code,
        }),
      },
    ];
  });

const withUnit = (rig: Rig, ref: UnitRef, values: Partial<Unit>): Rig => ({
  ...rig,
  units: rig.units.map((unit) => (unit.ref === ref ? { ...unit, ...values } : unit)),
});

/** Two rings off: what is smaller hardly shows. */
const TOO_LARGE = 100;

const wrongResistors = (rig: Rig, code: Encoding): Fault[] =>
  rig.units.flatMap((unit): Fault[] =>
    unit.ohms === undefined
      ? []
      : [
          {
            id: `resistor ${unit.ref}`,
            says: `${unit.ref} is far too large: its rings were read wrongly`,
            legs: [],
            weight: WEIGHTS.resistor,
            made: () => ({ rig: withUnit(rig, unit.ref, { ohms: unit.ohms! * TOO_LARGE }), code }),
          },
        ],
  );

const otherDisplays = (rig: Rig, code: Encoding): Fault[] =>
  rig.units.flatMap((unit): Fault[] => {
    const part = swappedPolarity(unit.part);
    return part === undefined
      ? []
      : [
          {
            id: `polarity ${unit.ref}`,
            says: `${unit.ref} is of the other polarity: common anode instead of cathode, or the other way`,
            legs: [],
            weight: WEIGHTS.polarity,
            made: () => ({ rig: withUnit(rig, unit.ref, { part }), code }),
          },
        ];
  });

const deadLeds = (rig: Rig, code: Encoding): Fault[] =>
  code.pips.map(({ pip }) => ({
    id: `dead ${pip}`,
    says: `the LED ${pip} is dead, or its leg has no contact inside`,
    legs: [],
    weight: WEIGHTS.dead,
    made: () => ({ rig: { ...rig, leftOut: [...(rig.leftOut ?? []), pip] }, code }),
  }));

/** The code sends in another order, or on other lines, than the wires are laid for. */
function otherOrders(rig: Rig, code: Encoding): Fault[] {
  const { chain } = code;
  if (!chain) return [];
  const lines = Object.entries(chain) as Array<[string, string]>;
  const exchanged = lines.flatMap(([one, line], at) =>
    lines.slice(at + 1).map(([other, more]): Fault => ({
      id: `lines ${one} ${other}`,
      says: `the code has the ${one} line and the ${other} line exchanged`,
      legs: [],
      weight: WEIGHTS.order,
      made: () => ({ rig, code: { ...code, chain: { ...chain, [one]: more, [other]: line } } }),
    })),
  );
  return [
    {
      id: "bit order",
      says: "the code sends the bits of each byte in the opposite order",
      legs: [],
      weight: WEIGHTS.order,
      made: () => ({
        rig,
        code: { ...code, bitOrder: code.bitOrder === "msb-first" ? "lsb-first" : "msb-first" },
      }),
    },
    ...exchanged,
  ];
}
