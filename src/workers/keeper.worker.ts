import { expose } from "comlink";
import { keeper } from "./keeper";

expose(keeper);
