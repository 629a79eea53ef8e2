import { partOf, type Edited, type Rig, type SeatByHand, type Unit, type UnitRef } from "../rig";
import { BOARDS, type Breadboard } from "./breadboard";
import { shapeOf } from "./seats";

/**
 * Puts a part somewhere by hand; without a place it finds its own again.
 * @returns the rig, or why it cannot stand there
 */
export function moveSeat(
  rig: Rig,
  breadboard: Breadboard,
  ref: UnitRef,
  seat: SeatByHand | undefined,
): Edited {
  const unit = rig.units.find((one) => one.ref === ref);
  const shape = unit && shapeOf(partOf(unit), true);
  if (!unit || !shape) return { ok: false, message: `${ref} has no place on a breadboard.` };
  const columns = BOARDS[breadboard.size];
  const { seat: _, ...loose } = unit;
  const put = (now: Unit): Edited => ({
    ok: true,
    rig: { ...rig, units: rig.units.map((one) => (one === unit ? now : one)) },
  });
  if (!seat) return put(loose);
  const last = seat.column + shape.columns - 1;
  if (last > columns)
    return {
      ok: false,
      message: `${ref} is ${shape.columns} columns wide: on this board it can begin at column ${columns - shape.columns + 1} at the most.`,
    };
  const other = rig.units.find((one) => {
    const its = one !== unit && one.seat && shapeOf(partOf(one), true);
    if (!its || !one.seat || one.seat.board !== seat.board) return false;
    return one.seat.column <= last && seat.column <= one.seat.column + its.columns - 1;
  });
  if (other)
    return {
      ok: false,
      message: `${other.ref} was put on column ${other.seat!.column} by hand; move it first, or choose other columns.`,
    };
  return put({ ...loose, seat });
}
