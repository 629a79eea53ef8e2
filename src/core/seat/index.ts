export {
  BOARDS,
  BOARD_HEIGHT,
  BOARD_STEP,
  RAILS,
  RAIL_KINDS,
  holeKey,
  holeName,
  holeWords,
  placeOf,
  railColumns,
  railPiece,
  rowsOf,
  type BoardSize,
  type Breadboard,
  type Hole,
  type RailKind,
} from "./breadboard";
export { moveSeat } from "./by-hand";
export { seatRig, type Seat, type Seating } from "./seats";
export { pointOf, type End, type SeatedWire } from "./ends";
export { wireSeats, type SeatedWiring } from "./wiring";
export { planFromWires } from "./take-up";
export { untangle, type Untangled, type Wish } from "./untangle";
export { nextStep, wiringSteps, type WiringStep } from "./wiring-steps";
