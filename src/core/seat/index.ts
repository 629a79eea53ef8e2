export {
  BOARDS,
  BOARD_HEIGHT,
  BOARD_STEP,
  PITCH_MM,
  RAILS,
  RAIL_KINDS,
  holeKey,
  holeName,
  placeOf,
  railColumns,
  railPiece,
  rowsOf,
  stripOf,
  type BoardSize,
  type Breadboard,
  type Hole,
  type Rail,
  type RailKind,
  type Row,
} from "./breadboard";
export { seatRig, type Room, type Seat, type Seating } from "./seats";
export { pointOf, type End, type SeatedWire } from "./ends";
export { wireSeats, type SeatedCapacitor, type SeatedWiring } from "./wiring";
export { planFromWires } from "./take-up";
export { untangle, type Untangled, type Wish } from "./untangle";
