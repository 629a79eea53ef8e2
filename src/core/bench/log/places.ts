import { isMultiplexed, modelOf, stateFor, type RigModel } from "../../address";
import { legTitle, type LogEntry, type PipId, type Rig } from "../../rig";
import { remembered } from "../../remember";
import { chipScans, scanFigures } from "../../scan";
import { heldStill } from "../../sim";
import { supplyCurrent } from "../bring-up/expected";
import { probesOf, readingsOf, type Hold } from "../probes";

/** Somewhere a value can be measured of which the rig foretells one. */
export interface Place {
  readonly unit: LogEntry["unit"];
  readonly place: string;
  readonly held?: string;
  /** In words, as in "U1 VCC, leg 16, with all lines low and nothing sent". */
  readonly says: string;
}

/** What the current from the supply, the refresh rate and the time of a face are called. */
export const SUPPLY = "supply";
export const REFRESH = "refresh";
export const FACE = "face";

const atHold = ({ says }: Hold, where: string): string => `${where}, ${says}`;

/** Every place of a rig at which something is foretold. */
export const placesOf: (model: RigModel) => readonly Place[] = remembered((model: RigModel) => {
  const probes = probesOf(model, "letters");
  const leds = model.addresses.filter(({ ownReach }) =>
    ownReach.every(({ driver }) => driver.kind !== "scanned"),
  );
  return [
    ...probes.map(({ hold, leg }): Place => ({
      unit: "V",
      place: leg,
      held: hold.id,
      says: atHold(hold, legTitle(model.rig, leg, "letters")),
    })),
    { unit: "mA", place: SUPPLY, held: "lit", says: "from the supply to the rig, with everything lit" },
    ...leds.map(({ pip }): Place => ({
      unit: "mA",
      place: pip,
      held: "alone",
      says: `through ${pip}, lit alone and held`,
    })),
    ...leds.map(({ pip }): Place => ({
      unit: "V",
      place: pip,
      held: "alone",
      says: `across ${pip}, lit alone and held`,
    })),
    ...(refreshOf(model) === undefined
      ? []
      : [
          {
            unit: "Hz" as const,
            place: REFRESH,
            says: "refresh rate, by a meter or a logic probe on a digit",
          },
        ]),
    ...(model.rig.sign || model.rig.live
      ? []
      : [{ unit: "s" as const, place: FACE, says: "ten faces of the show, by a watch" }]),
  ];
});

/** Faces one counts: a watch in a hand is a tenth of a second off at either end. */
export const COUNTED_FACES = 10;

function refreshOf(model: RigModel): number | undefined {
  if (isMultiplexed(model)) return 1e9 / scanFigures(model).period;
  return chipScans(model)[0]?.rate;
}

/** What a rig foretells at a place, in the entry's unit; undefined where it foretells nothing. */
export function foretold(
  model: RigModel,
  { unit, place, held }: Pick<LogEntry, "unit" | "place" | "held">,
): number | undefined {
  if (place === SUPPLY && unit === "mA") return supplyCurrent(model)[0]?.value;
  if (place === REFRESH && unit === "Hz") return refreshOf(model);
  if (place === FACE && unit === "s") return (model.rig.show.interval * COUNTED_FACES) / 1000;
  if (held === "alone") return atLed(model, place as PipId, unit);
  if (unit !== "V") return undefined;
  const probes = probesOf(model, "letters").filter(({ hold, leg }) => hold.id === held && leg === place);
  const [reading] = probes.length > 0 ? readingsOf({ rig: model.rig, code: model.encoding }, probes) : [];
  return typeof reading === "number" ? reading : undefined;
}

/** Of an LED that alone is lit and held: what it carries, in mA, or its own drop, in V. */
function atLed(model: RigModel, pip: PipId, unit: LogEntry["unit"]): number | undefined {
  const address = model.address(pip);
  if (!address || (unit !== "mA" && unit !== "V")) return undefined;
  const still = heldStill(model, stateFor(model.encoding, new Set([pip])));
  if (unit === "mA") return still.leds.get(pip);
  const [anode, cathode] = [still.meter(address.anode), still.meter(address.cathode)];
  return typeof anode === "number" && typeof cathode === "number" ? anode - cathode : undefined;
}

/** The same of a changed rig. */
export const foretoldOf = (rig: Rig, entry: Pick<LogEntry, "unit" | "place" | "held">): number | undefined =>
  foretold(modelOf(rig), entry);
