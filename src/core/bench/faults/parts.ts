import { isChip } from "../../parts";
import {
  legRef,
  noteDead,
  partOf,
  type Encoding,
  type LegRef,
  type Rig,
  type Unit,
  type UnitRef,
} from "../../rig";
import { WEIGHTS, type Fault, type Made } from "./fault";
import type { InHand } from "./legs";
import { swappedPolarity } from "./other-polarity";
import { swapped } from "./wires";

/** Parts that are turned, broken, or others than they should be. */
export const partFaults = (hand: InHand, code: Encoding): Fault[] => [
  ...turned(hand),
  ...resistors(hand),
  ...otherDisplays(hand),
  ...broken(hand),
  ...deadLeds(code),
  ...weakSupplies(hand),
];

/** Parts that can be put in either way round without looking different, or that one does not turn. */
const EITHER_WAY = ["resistor", "capacitor", "crystal", "supply", "module"];

/** Turned by half a turn every leg is where the one across was; of two legs each is where the other was. */
const turned = ({ rig }: InHand): Fault[] =>
  rig.units.flatMap((unit): Fault[] => {
    const { legs, outline, kind } = partOf(unit);
    if (EITHER_WAY.includes(kind) || unit.part === rig.plan.controller) return [];
    if (legs.length > 2 && outline.style !== "dual-in-line" && outline.style !== "two-rows") return [];
    const half = legs.length / 2;
    const across = new Map(
      legs.map(({ id }, at) => [legRef(unit.ref, id), legRef(unit.ref, legs[(at + half) % legs.length]!.id)]),
    );
    const many = legs.length > 2;
    return [
      {
        id: `turned ${unit.ref}`,
        says: many ? `${unit.ref} is turned by 180°` : `${unit.ref} is the wrong way round`,
        mend: many
          ? `Switch off at once: a chip the wrong way round gets hot. Then turn ${unit.ref}, its notch where the drawing has it.`
          : `Turn ${unit.ref} round.`,
        legs: [...across.keys()],
        where: "table",
        weight: many ? WEIGHTS.turned : WEIGHTS.reversed,
        make: ({ rig: on, code }) => ({ rig: swapped(on, (at) => across.get(at) ?? at), code }),
      },
    ];
  });

const withUnit = (rig: Rig, ref: UnitRef, change: (unit: Unit) => Unit): Rig => ({
  ...rig,
  units: rig.units.map((unit) => (unit.ref === ref ? change(unit) : unit)),
});

/** A ring taken for another is a power of ten, or two. */
const WRONG_BY = [
  { times: 0.1, says: "a tenth of what it should be" },
  { times: 10, says: "ten times what it should be" },
  { times: 100, says: "a hundred times what it should be" },
] as const;

const resistors = ({ rig }: InHand): Fault[] =>
  rig.units.flatMap((unit) =>
    unit.ohms === undefined
      ? []
      : WRONG_BY.map(({ times, says }): Fault => ({
          id: `resistor ${unit.ref} ${times}`,
          says: `${unit.ref} is ${says}: its rings were read wrongly`,
          mend: `Take ${unit.ref} out and measure it by itself; the rig has ${unit.ohms} Ω there.`,
          legs: [legRef(unit.ref, "1"), legRef(unit.ref, "2")],
          where: "table",
          weight: WEIGHTS.resistor / WRONG_BY.length,
          make: ({ rig: on, code }) => ({
            rig: withUnit(on, unit.ref, (one) => ({ ...one, ohms: unit.ohms! * times })),
            code,
          }),
        })),
  );

const otherDisplays = ({ rig }: InHand): Fault[] =>
  rig.units.flatMap((unit): Fault[] => {
    const part = swappedPolarity(unit.part);
    return part === undefined
      ? []
      : [
          {
            id: `polarity ${unit.ref}`,
            says: `${unit.ref} is of the other polarity: common anode instead of cathode, or the other way`,
            mend: `Try one segment of ${unit.ref} with a cell and a resistor both ways; then plan for the polarity it has.`,
            legs: [],
            where: "table",
            weight: WEIGHTS.polarity,
            make: ({ rig: on, code }) => ({
              rig: withUnit(on, unit.ref, (one) => ({ ...one, part })),
              code,
            }),
          },
        ];
  });

/** A chip whose outputs do nothing, though it has power: its legs are as good as cut off. */
const broken = ({ rig }: InHand): Fault[] =>
  rig.units.flatMap((unit): Fault[] => {
    const part = partOf(unit);
    if (!isChip(part)) return [];
    const silent = new Set<LegRef>(
      part.legs.filter(({ role }) => role === "output").map(({ id }) => legRef(unit.ref, id)),
    );
    return [
      {
        id: `broken ${unit.ref}`,
        says: `${unit.ref} is broken: it has power but no output`,
        mend: `Put another ${unit.part} in place of ${unit.ref}.`,
        legs: [...silent],
        where: "table",
        weight: WEIGHTS.broken,
        make: ({ rig: on, code }) => ({
          rig: { ...on, wires: on.wires.filter(({ from, to }) => !silent.has(from) && !silent.has(to)) },
          code,
        }),
      },
    ];
  });

const deadLeds = (code: Encoding): Fault[] =>
  code.pips.map(({ pip }) => ({
    id: `dead ${pip}`,
    says: `the LED ${pip} is dead, or its leg has no contact inside`,
    mend: `Put another display in; or note that ${pip} is dead and live with it.`,
    legs: [],
    pip,
    where: "table",
    weight: WEIGHTS.dead,
    make: ({ rig, code: runs }: Made) => ({ rig: noteDead(rig, pip, true), code: runs }),
  }));

/** A supply of its own that has run down, or gives way. */
const RUN_DOWN = 0.55;

const weakSupplies = ({ rig }: InHand): Fault[] =>
  rig.units.flatMap((unit): Fault[] =>
    partOf(unit).kind === "supply" && unit.volts !== undefined
      ? [
          {
            id: `weak ${unit.ref}`,
            says: `${unit.ref} gives far less than ${unit.volts} V: it is run down, or sags under load`,
            mend: `Measure ${unit.ref} while the display is lit.`,
            legs: [],
            where: "table",
            weight: WEIGHTS.supply,
            make: ({ rig: on, code }) => ({
              rig: withUnit(on, unit.ref, (one) => ({ ...one, volts: unit.volts! * RUN_DOWN })),
              code,
            }),
          },
        ]
      : [],
  );
