import { expose } from "comlink";
import { FaultDesk } from "./fault-desk";

expose(new FaultDesk());
