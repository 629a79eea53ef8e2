import { ViewSwitch } from "@/ui";

export type WritesSource = "program" | "capture" | "keys" | "chip";

const SOURCES: ReadonlyArray<readonly [WritesSource, string]> = [
  ["program", "The rig's program"],
  ["capture", "A capture"],
  ["keys", "Keys"],
  ["chip", "Try a chip"],
];

/** What is looked at: the writes of the rig's own program, those in a capture from a board, keys that are read, or a chip alone. */
export function SourceChoice({
  source,
  onSource,
}: {
  source: WritesSource;
  onSource: (source: WritesSource) => void;
}) {
  return <ViewSwitch label="Source of the writes" value={source} views={SOURCES} onView={onSource} />;
}
