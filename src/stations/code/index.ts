export { CodeStation } from "./code";
