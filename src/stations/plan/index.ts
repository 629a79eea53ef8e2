export { PlanStation } from "./plan";
