import { expose } from "comlink";
import { Simulator } from "./simulator";

expose(new Simulator());
