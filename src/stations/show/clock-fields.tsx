import { boardDrift } from "@/core/live";
import { formatDayTime } from "@/core/quantity";
import { LIVE_LIMITS, asUnit, partOf, type LiveValue } from "@/core/rig";
import { useRig } from "@/store";
import { CommitField, SelectField, WholeField } from "@/ui";
import { readDayTime } from "./condition-fields";
import { clocksOf } from "./table-parts";

interface Props {
  readonly value: Extract<LiveValue, { clock: unknown }>;
  readonly onChange: (value: LiveValue) => void;
}

/** Who keeps the time, where that is no clock chip. */
const BY_BOARD = "";

/** The fields of a time of day. */
export function ClockFields({ value, onChange }: Props) {
  const chips = clocksOf(useRig());
  const { clock } = value;
  const put = (values: Partial<typeof clock>) => onChange({ ...value, clock: { ...clock, ...values } });
  const keptBy = (by: string) => {
    const { chip: _, ...plain } = clock;
    if (by === BY_BOARD) return onChange({ ...value, clock: plain });
    const { kept: _kept, ...rest } = value;
    onChange({ ...rest, clock: { ...plain, chip: asUnit(by) } });
  };
  return (
    <>
      <SelectField
        label="Hours"
        value={clock.hours}
        options={[
          [24, "0 to 23"],
          [12, "1 to 12"],
        ]}
        onChoose={(hours) => put({ hours: hours as 12 | 24 })}
      />
      {(chips.length > 0 || clock.chip) && (
        <SelectField
          label="Kept by"
          value={(clock.chip as string | undefined) ?? BY_BOARD}
          options={[
            [BY_BOARD, "the board’s own clock"],
            ...chips.map((unit) => [unit.ref as string, `${unit.ref}, ${partOf(unit).title}`] as const),
            ...(clock.chip && !chips.some(({ ref }) => ref === clock.chip)
              ? [[clock.chip as string, `${clock.chip}, not there`] as const]
              : []),
          ]}
          onChoose={keptBy}
        />
      )}
      {!clock.chip && <OwnClockFields value={value} onChange={onChange} />}
    </>
  );
}

/** Of a clock that goes by the board's own: where it begins, and what is put right of its drift. */
function OwnClockFields({ value, onChange }: Props) {
  const { clock } = value;
  const drift = boardDrift(useRig());
  return (
    <>
      <CommitField
        label="At power-up"
        shown={formatDayTime(clock.start)}
        read={(text) => readDayTime(text)}
        onCommit={(start) => onChange({ ...value, clock: { ...clock, start } })}
        width={100}
        hint="where nothing sets it"
      />
      <WholeField
        label="Correction, s a day"
        value={clock.correction ?? 0}
        range={LIVE_LIMITS.correction}
        onCommit={(correction) => {
          const { correction: _, ...rest } = clock;
          onChange({ ...value, clock: correction === 0 ? rest : { ...rest, correction } });
        }}
        width={150}
        hint="how much the board loses in a day"
      />
      <p className="tiny quiet mb-0 live-wide">
        This board counts by its {drift.what}: off by up to {drift.aDay} a day. Set it by a good clock, look
        again after a day, and enter by how much it has fallen behind; a clock chip keeps better time.
      </p>
    </>
  );
}
