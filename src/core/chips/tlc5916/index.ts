import { register } from "../register";
import { tlc5916Facts } from "./facts";

/** A register of constant-current sinks. */
export const tlc5916 = register(tlc5916Facts);
