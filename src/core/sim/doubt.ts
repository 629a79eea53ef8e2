import { behind, type Driver, type RigModel } from "../address";
import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../level";
import type { Board } from "./board";

const ALL_KNOWN = new Uint8Array();

/** What either of two leaves unknown. */
const bothUnknown = (one: Uint8Array, other: Uint8Array): Uint8Array => {
  if (one.length === 0 || other.length === 0) return one.length === 0 ? other : one;
  return one.map((value, at) => value | other[at]!);
};

interface Sides {
  readonly anode: readonly Driver[];
  readonly cathode: readonly Driver[];
}

/** Which LEDs of a board nobody can tell, by the levels of what drives them. */
export class Doubt {
  private readonly sides: readonly Sides[];

  constructor(
    private readonly model: RigModel,
    private readonly board: Board,
  ) {
    this.sides = model.addresses.map(({ anodeReach, cathodeReach }) => ({
      anode: anodeReach.map(({ driver }) => driver),
      cathode: cathodeReach.map(({ driver }) => driver),
    }));
  }

  /**
   * 1 for each LED nobody can tell, in the order of the model's addresses; empty where all are known.
   * @param levels of the circuit's outputs @param scanned what chips that scan by themselves leave unknown
   */
  among(levels: readonly Level[], scanned: Uint8Array = ALL_KNOWN): Uint8Array {
    const byLevels = levels.includes(UNKNOWN)
      ? Uint8Array.from(this.sides, (side) => Number(this.isUnknown(side)))
      : ALL_KNOWN;
    return bothUnknown(byLevels, scanned);
  }

  /** An LED is unknown where an unknown level could light it, and nothing known keeps it dark. */
  private isUnknown({ anode, cathode }: Sides): boolean {
    const levels = (drivers: readonly Driver[]) => drivers.map((driver) => this.board.level(driver));
    const plus = levels(anode);
    const minus = levels(cathode);
    if (
      plus.every((level) => level === LOW || level === OPEN) ||
      minus.every((level) => level === HIGH || level === OPEN)
    )
      return false;
    const all = [...anode, ...cathode].flatMap((driver) => behind(this.model, driver));
    return all.some((driver) => this.board.level(driver) === UNKNOWN);
  }
}
