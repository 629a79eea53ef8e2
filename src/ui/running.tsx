import { createContext, useContext } from "react";
import type { SimulationView } from "./use-simulation";

/** The simulation of the open rig, for screens that look on or lend a hand. */
const Running = createContext<SimulationView | undefined>(undefined);

export const RunningProvider = Running.Provider;

/** Undefined where no rig runs beside the screen. */
export const useRunning = (): SimulationView | undefined => useContext(Running);
