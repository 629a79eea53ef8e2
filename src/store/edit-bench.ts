import { EMPTY_BENCH, type BenchNotes, type Rig, type Search } from "@/core/rig";
import { editRig } from "./open-rig";

/** Changes what is noted of a rig at the bench; notes that are all empty are no notes. */
export const editBench = (change: (bench: BenchNotes) => BenchNotes, gesture?: string): void =>
  editRig((rig): Rig => {
    const { bench = EMPTY_BENCH, ...rest } = rig;
    const now = change(bench);
    const isEmpty = now.steps.length + now.searches.length + now.log.length === 0 && now.pins === undefined;
    return isEmpty ? rest : { ...rest, bench: now };
  }, gesture);

/** Changes one search for a fault. */
export const editSearch = (id: string, change: (search: Search) => Search): void =>
  editBench((bench) => ({
    ...bench,
    searches: bench.searches.map((one) => (one.id === id ? change(one) : one)),
  }));
