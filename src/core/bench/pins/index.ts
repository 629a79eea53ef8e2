export { seekPins, type PinsSought } from "./finder";
