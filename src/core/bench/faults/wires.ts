import { legRef, partOf, splitLegRef, type LegRef, type Rig, type Wire } from "../../rig";
import { WEIGHTS, type Fault } from "./fault";
import { besides, manyLegged, neighbours, type InHand } from "./legs";

const withWires = (rig: Rig, wires: readonly Wire[]): Rig => ({ ...rig, wires });

/** Wires that are not there, one hole off, or exchanged, and legs that touch. */
export const wireFaults = (hand: InHand): Fault[] => [
  ...missing(hand),
  ...beside(hand),
  ...exchanged(hand),
  ...shorted(hand),
];

const missing = ({ rig, leg }: InHand): Fault[] =>
  rig.wires.map((wire) => ({
    id: `missing ${wire.id}`,
    says: `the wire from ${leg(wire.from)} to ${leg(wire.to)} is missing or makes no contact`,
    mend: `Push the wire in at both ends, or take another: ${leg(wire.from)} to ${leg(wire.to)}.`,
    legs: [wire.from, wire.to],
    wire: wire.id,
    where: "table",
    weight: WEIGHTS.missing,
    make: ({ rig: on, code }) => ({
      rig: withWires(
        on,
        on.wires.filter(({ id }) => id !== wire.id),
      ),
      code,
    }),
  }));

const beside = ({ rig, leg }: InHand): Fault[] =>
  rig.wires.flatMap((wire) =>
    (["from", "to"] as const).flatMap((end) =>
      neighbours(rig, wire[end]).map((at): Fault => ({
        id: `beside ${wire.id} ${end} ${at}`,
        says: `the wire that belongs to ${leg(wire[end])} is one hole off, at ${leg(at)}`,
        mend: `Move that end of the wire from ${leg(at)} to ${leg(wire[end])}.`,
        legs: [wire[end], at],
        wire: wire.id,
        where: "table",
        weight: WEIGHTS.beside / 4,
        make: ({ rig: on, code }) => ({
          rig: withWires(
            on,
            on.wires.map((one) => (one.id === wire.id ? { ...one, [end]: at } : one)),
          ),
          code,
        }),
      })),
    ),
  );

const isWired = (rig: Rig, at: LegRef): boolean => rig.wires.some(({ from, to }) => from === at || to === at);

const exchanged = ({ rig, leg }: InHand): Fault[] =>
  manyLegged(rig).flatMap((unit) =>
    besides(partOf(unit)).flatMap(([one, other]): Fault[] => {
      const [here, there] = [legRef(unit.ref, one.id), legRef(unit.ref, other.id)];
      if (!isWired(rig, here) || !isWired(rig, there)) return [];
      const swap = (at: LegRef): LegRef => (at === here ? there : at === there ? here : at);
      return [
        {
          id: `exchanged ${here} ${there}`,
          says: `the wires at ${leg(here)} and ${leg(there)} are swapped`,
          mend: `Swap the wires at ${leg(here)} and ${leg(there)}.`,
          legs: [here, there],
          where: "table",
          weight: WEIGHTS.exchanged,
          make: ({ rig: on, code }) => ({ rig: swapped(on, swap), code }),
        },
      ];
    }),
  );

/** Every end of a wire where another leg is. */
export const swapped = (rig: Rig, swap: (at: LegRef) => LegRef): Rig =>
  withWires(
    rig,
    rig.wires.map((wire) => ({ ...wire, from: swap(wire.from), to: swap(wire.to) })),
  );

const shorted = ({ rig, leg }: InHand): Fault[] =>
  manyLegged(rig)
    .filter((unit) => unit.part !== rig.plan.controller)
    .flatMap((unit) =>
      besides(partOf(unit)).map(([one, other]): Fault => {
        const [here, there] = [legRef(unit.ref, one.id), legRef(unit.ref, other.id)];
        return {
          id: `shorted ${here} ${there}`,
          says: `${leg(here)} and ${leg(there)} touch: solder, or a strand of wire`,
          mend: `Power off, then look between ${leg(here)} and ${leg(there)} with a lens.`,
          legs: [here, there],
          where: "table",
          weight: WEIGHTS.shorted,
          make: ({ rig: on, code }) => ({
            rig: withWires(on, [...on.wires, shortOf(here, there)]),
            code,
          }),
        };
      }),
    );

const shortOf = (from: LegRef, to: LegRef): Wire =>
  ({ id: `short-${splitLegRef(from).leg}-${splitLegRef(to).leg}`, from, to, placed: false }) as Wire;
