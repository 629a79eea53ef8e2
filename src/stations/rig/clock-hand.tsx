import { gripOf, type InputUnit } from "@/core/inputs";
import { formatDayTime, parseDayTime } from "@/core/quantity";
import { CommitField, type SimulationView } from "@/ui";

interface Props extends InputUnit {
  /** Seconds since midnight. */
  readonly at: number | undefined;
  readonly simulation: SimulationView;
}

/** A clock chip is set by hand, as if one had set it elsewhere. */
export function ClockHand({ unit, part, at = 0, simulation }: Props) {
  if (gripOf(part).kind !== "time") return null;
  return (
    <div className="hand-clock">
      <CommitField
        label={`${unit.ref} says`}
        shown={formatDayTime(at, true)}
        read={(text) => {
          const seconds = parseDayTime(text);
          return seconds === undefined
            ? { ok: false, message: "a time, as in 23:59:50" }
            : { ok: true, value: seconds };
        }}
        onCommit={(to) => simulation.move({ set: unit.ref, to })}
        width={110}
        mono
      />
    </div>
  );
}
