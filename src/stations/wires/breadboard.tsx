import type { BoardSize, Breadboard, RailKind, SeatedWiring, Seating } from "@/core/seat";
import { SelectField, SeverityMark } from "@/ui";

/** Parts in holes, and the wires between them. */
export interface Seated {
  readonly seating: Seating;
  readonly wiring: SeatedWiring;
}

const BOARD_SIZES = [
  [400, "400 points"],
  [830, "830 points"],
] as const satisfies ReadonlyArray<readonly [BoardSize, string]>;

const RAIL_KINDS = [
  ["through", "rails run full length"],
  ["broken", "rails split in the middle"],
] as const satisfies ReadonlyArray<readonly [RailKind, string]>;

/** Which breadboards there are. */
export function BreadboardChoice({
  board,
  onBoard,
}: {
  board: Breadboard;
  onBoard: (board: Breadboard) => void;
}) {
  return (
    <>
      <SelectField
        label="Breadboard"
        labelled="heard"
        size="sm"
        width={128}
        value={board.size}
        options={BOARD_SIZES}
        onChoose={(size) => onBoard({ ...board, size })}
      />
      <SelectField
        label="Rails"
        labelled="heard"
        size="sm"
        width={176}
        title="On some boards the rails are split in the middle, and each half needs its own feed"
        value={board.rails}
        options={RAIL_KINDS}
        onChoose={(rails) => onBoard({ ...board, rails })}
      />
    </>
  );
}

/** What the seating comes to: how many boards, how much wire, and what had no room. */
export function SeatsSay({ seated: { seating, wiring } }: { seated: Seated }) {
  const { left, boards, size } = seating;
  if (seating.seats.length === 0)
    return (
      <p className="small mb-1">
        This rig needs no breadboard: {wiring.wires.length} jumper leads with sockets go from pin to pin.
      </p>
    );
  const seatedWires = wiring.wires.filter(({ lengthMm }) => lengthMm !== undefined).length;
  return (
    <p className="small mb-1">
      {boards === 1 ? "One board is enough." : `It takes ${boards} boards of ${size} points.`}{" "}
      {(wiring.totalMm / 1000).toFixed(2)} m of wire in {seatedWires + wiring.feeders.length} pieces,{" "}
      {wiring.crossings} crossings.
      {left.length > 0 && (
        <>
          {" "}
          <SeverityMark
            severity="caution"
            text={`${left.slice(0, 4).join(", ")}${left.length > 4 ? ` and ${left.length - 4} more` : ""} ${left.length === 1 ? "has" : "have"} no room on these boards: wire ${left.length === 1 ? "it" : "them"} from beside. Their wires are not in these figures.`}
          />
        </>
      )}
      {wiring.full.length > 0 && (
        <>
          {" "}
          <SeverityMark severity="caution" text={`No hole left in ${wiring.full.slice(0, 3).join("; ")}`} />
        </>
      )}
    </p>
  );
}
