import { useMemo } from "react";
import type { RigModel } from "@/core/address";
import type { BusTrace } from "@/core/sim";
import { bitsOfTrace, lanesOf, samplesOf, type PickedBit } from "./bus-lanes";

/** What is drawn of a trace: its lines, the bits on them and where chips take them; worked out once for each trace. */
export function useLanes(model: RigModel, trace: BusTrace, picked: PickedBit) {
  const lanes = useMemo(() => lanesOf(model, trace), [model, trace]);
  const bits = useMemo(() => bitsOfTrace(trace, picked), [trace, picked]);
  const samples = useMemo(() => samplesOf(model, trace), [model, trace]);
  return { lanes, bits, samples };
}
