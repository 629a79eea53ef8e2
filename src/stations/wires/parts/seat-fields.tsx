import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { LIMITS, partOf, type Rig, type SeatByHand, type Unit } from "@/core/rig";
import { BOARDS, moveSeat, type Breadboard, type Seating } from "@/core/seat";
import { editRig } from "@/store";
import { IconButton, WholeField } from "@/ui";

interface Props {
  readonly rig: Rig;
  readonly unit: Unit;
  readonly board: Breadboard;
  readonly seating: Seating;
  readonly onRefused: (message: string | undefined) => void;
}

/** Where a part sits: moved by columns, to another board, turned; what was moved stays until it is let go. */
export function SeatFields({ rig, unit, board, seating, onRefused }: Props) {
  const seat = seating.seats.find(({ ref }) => ref === unit.ref);
  if (!seat) return null;
  const now: SeatByHand = {
    board: seat.board,
    column: seat.from,
    ...(unit.seat?.turned ? { turned: true } : {}),
  };
  const put = (to: SeatByHand | undefined) => {
    const moved = moveSeat(rig, board, unit.ref, to);
    onRefused(moved.ok ? undefined : moved.message);
    if (moved.ok) editRig(() => moved.rig, `seat ${unit.ref}`);
  };
  const last = BOARDS[board.size] - seat.columns + 1;
  const isSmall = partOf(unit).outline.style === "two-ended";
  return (
    <div className="field-row align-items-end mt-1">
      <IconButton
        icon="bi-arrow-left"
        label={`Move ${unit.ref} a column to the left`}
        disabled={now.column <= 1}
        onClick={() => put({ ...now, column: now.column - 1 })}
      />
      <WholeField
        label="From column"
        value={now.column}
        range={[1, last]}
        onCommit={(column) => put({ ...now, column })}
        width={76}
      />
      <IconButton
        icon="bi-arrow-right"
        label={`Move ${unit.ref} a column to the right`}
        disabled={now.column >= last}
        onClick={() => put({ ...now, column: now.column + 1 })}
      />
      <WholeField
        label="Board"
        value={now.board + 1}
        range={[1, Math.min(LIMITS.breadboards, seating.boards + 1)]}
        onCommit={(number) => put({ ...now, board: number - 1 })}
        width={66}
      />
      {isSmall && (
        <Form.Check
          type="checkbox"
          id={`turned-${unit.ref}`}
          className="small"
          label="turned by 180°"
          checked={unit.seat?.turned === true}
          onChange={(event) => {
            const { turned: _, ...straight } = now;
            put(event.target.checked ? { ...straight, turned: true } : straight);
          }}
        />
      )}
      {unit.seat && (
        <Button size="sm" variant="plain" onClick={() => put(undefined)}>
          Place it automatically
        </Button>
      )}
    </div>
  );
}
