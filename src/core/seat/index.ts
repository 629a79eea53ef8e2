export {
  BOARDS,
  BOARD_HEIGHT,
  PITCH_MM,
  holeName,
  placeOf,
  rowsOf,
  stripOf,
  type BoardSize,
  type Hole,
  type Rail,
  type Row,
} from "./breadboard";
export { seatRig, type Seat, type Seating } from "./seats";
export { pointOf, wireSeats, type End, type SeatedWire, type SeatedWiring } from "./wiring";
export { untangle, type Untangled, type Wish } from "./untangle";
