import { EMPTY_BENCH, type BenchNotes, type LogEntry, type Rig, type Search } from "@/core/rig";
import { editRig } from "./open-rig";

/** Changes what is noted of a rig at the bench; notes that are all empty are no notes. */
export const editBench = (change: (bench: BenchNotes) => BenchNotes, gesture?: string): void =>
  editRig((rig): Rig => {
    const { bench = EMPTY_BENCH, ...rest } = rig;
    const now = change(bench);
    const isEmpty = now.steps.length + now.searches.length + now.log.length === 0 && now.pins === undefined;
    return isEmpty ? rest : { ...rest, bench: now };
  }, gesture);

/**
 * What a capture of the lines said goes into the search that is open: the first nothing was found in yet, or a new one.
 * @param sent whether it showed the program's own bytes
 */
export const takeCapture = (sent: NonNullable<Search["sent"]>): void =>
  editBench((bench) => {
    const open = bench.searches.find(({ found }) => found === undefined);
    const searches = open
      ? bench.searches.map((one) => (one === open ? { ...one, sent } : one))
      : [
          ...bench.searches,
          { id: crypto.randomUUID(), name: "From a capture", seen: [], measured: [], sent },
        ];
    return { ...bench, searches };
  });

/** Writes a measured value down, now. */
export const logValue = (entry: Omit<LogEntry, "id" | "at">): void =>
  editBench((bench) => ({
    ...bench,
    log: [...bench.log, { id: crypto.randomUUID(), at: Date.now(), ...entry }],
  }));

/** Changes one search for a fault. */
export const editSearch = (id: string, change: (search: Search) => Search): void =>
  editBench((bench) => ({
    ...bench,
    searches: bench.searches.map((one) => (one.id === id ? change(one) : one)),
  }));
