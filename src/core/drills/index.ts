export {
  DRILLS,
  DRILL_TITLES,
  NO_SCORE,
  nextKind,
  scored,
  scoresIn,
  type Drill,
  type DrillKind,
  type DrillScores,
} from "./drill";
export { byteDrill, wiringWords } from "./bytes";
export { legDrill, mixed, resistorDrill, some } from "./choices";
