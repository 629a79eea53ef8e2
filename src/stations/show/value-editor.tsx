import { gripOf, isEcho } from "@/core/inputs";
import { usualReading } from "@/core/live";
import { LIVE_LIMITS, partOf, showsDots, type LiveValue } from "@/core/rig";
import { useRig } from "@/store";
import { CommitField, SelectField, WholeField } from "@/ui";
import { ClockFields } from "./clock-fields";
import { MsField } from "./ms-field";

type Of<Kind extends string> = Extract<LiveValue, Readonly<Record<Kind, unknown>>>;

interface Props<Value extends LiveValue = LiveValue> {
  readonly value: Value;
  readonly onChange: (value: LiveValue) => void;
}

/** The fields of a value, by its kind. */
export function ValueEditor({ value, onChange }: Props) {
  if ("count" in value) return <CountFields value={value} onChange={onChange} />;
  if ("timer" in value) return <TimerFields value={value} onChange={onChange} />;
  if ("clock" in value) return <ClockFields value={value} onChange={onChange} />;
  if ("reading" in value) return <ReadingFields value={value} onChange={onChange} />;
  if ("entry" in value) return <EntryFields value={value} onChange={onChange} />;
  if ("message" in value) return <MessageFields value={value} onChange={onChange} />;
  return <RandomFields value={value} onChange={onChange} />;
}

function CountFields({ value, onChange }: Props<Of<"count">>) {
  const { count } = value;
  const put = (values: Partial<typeof count>) => {
    const now = { ...count, ...values };
    const [least, most] = [Math.min(now.least, now.most), Math.max(now.least, now.most)];
    const start = Math.min(most, Math.max(least, now.start));
    onChange({ ...value, count: { ...now, least, most, start } });
  };
  return (
    <>
      <WholeField
        label="Least"
        value={count.least}
        range={LIVE_LIMITS.number}
        onCommit={(least) => put({ least })}
        width={100}
      />
      <WholeField
        label="Most"
        value={count.most}
        range={LIVE_LIMITS.number}
        onCommit={(most) => put({ most })}
        width={100}
      />
      <WholeField
        label="Starts at"
        value={count.start}
        range={[count.least, count.most]}
        onCommit={(start) => put({ start })}
        width={100}
      />
      <SelectField
        label="At the limits"
        value={count.wraps ? "round" : "stop"}
        options={[
          ["stop", "stop"],
          ["round", "wrap round"],
        ]}
        onChoose={(end) => put({ wraps: end === "round" })}
      />
    </>
  );
}

function EntryFields({ value, onChange }: Props<Of<"entry">>) {
  const { entry } = value;
  const put = (values: Partial<typeof entry>) => onChange({ ...value, entry: { ...entry, ...values } });
  const highest = 10 ** entry.digits - 1;
  return (
    <>
      <WholeField
        label="Digits"
        value={entry.digits}
        range={LIVE_LIMITS.entry}
        onCommit={(digits) =>
          put({
            digits,
            least: Math.min(entry.least, 10 ** digits - 1),
            most: Math.min(entry.most, 10 ** digits - 1),
          })
        }
        width={90}
      />
      <WholeField
        label="Accepted range"
        value={entry.least}
        range={[0, entry.most]}
        onCommit={(least) => put({ least })}
        width={110}
      />
      <WholeField
        label="up to"
        value={entry.most}
        range={[entry.least, highest]}
        onCommit={(most) => put({ most })}
        width={110}
      />
      <WholeField
        label="At power-up"
        value={entry.start}
        range={[0, entry.most]}
        onCommit={(start) => put({ start })}
        width={110}
      />
    </>
  );
}

function MessageFields({ value, onChange }: Props<Of<"message">>) {
  const { message } = value;
  const dots = showsDots(useRig().plan);
  const put = (values: Partial<typeof message>) => onChange({ ...value, message: { ...message, ...values } });
  return (
    <>
      <WholeField
        label="Characters at most"
        value={message.most}
        range={LIVE_LIMITS.message}
        onCommit={(most) => put({ most })}
        width={130}
      />
      <CommitField
        label="At power-up"
        shown={message.start}
        read={(text) => ({ ok: true, value: text })}
        onCommit={(start) => put({ start })}
        maxLength={LIVE_LIMITS.message[1]}
        mono
        width={180}
      />
      {dots && (
        <SelectField
          label="New message"
          value={message.waits ? "waits" : "at-once"}
          options={[
            ["at-once", "shown at once"],
            ["waits", "waits until the current text has finished"],
          ]}
          onChoose={(when) => put({ waits: when === "waits" })}
        />
      )}
      <p className="tiny quiet mb-0 live-wide">
        A line of text at 9600 bits a second. A line that begins with # is a command: #name asks for a value,
        #name 12 sets a count or a timer. What was done is answered on the same line.
      </p>
    </>
  );
}

function RandomFields({ value, onChange }: Props<Of<"random">>) {
  const { random } = value;
  return (
    <>
      <WholeField
        label="From"
        value={random.least}
        range={[LIVE_LIMITS.number[0], random.most]}
        onCommit={(least) => onChange({ ...value, random: { ...random, least } })}
        width={100}
      />
      <WholeField
        label="To"
        value={random.most}
        range={[random.least, LIVE_LIMITS.number[1]]}
        onCommit={(most) => onChange({ ...value, random: { ...random, most } })}
        width={100}
      />
    </>
  );
}

/** Times in seconds, with commas between them: "60, 90, 2.5". */
function readTimes(text: string, tick: number) {
  const given = text.split(/[,;]/).map((one) => one.trim());
  const ticks = given.map((one) => Math.round((Number(one) * 1000) / tick));
  const [least, most] = LIVE_LIMITS.ticks;
  if (given.includes("") || ticks.some((one) => !Number.isFinite(one) || one < least || one > most))
    return { ok: false as const, message: "seconds, with commas between them, as in 60, 90" };
  return ticks.length <= LIVE_LIMITS.presets
    ? { ok: true as const, value: ticks }
    : { ok: false as const, message: `${LIVE_LIMITS.presets} presets at most` };
}

function TimerFields({ value, onChange }: Props<Of<"timer">>) {
  const { timer } = value;
  const put = (values: Partial<typeof timer>) => onChange({ ...value, timer: { ...timer, ...values } });
  return (
    <>
      <SelectField
        label="Counts"
        value={timer.way}
        options={[
          ["down", "down to zero"],
          ["up", "up from zero"],
        ]}
        onChoose={(way) => put({ way })}
      />
      <CommitField
        label={timer.way === "down" ? "Presets, seconds" : "Stop at, seconds"}
        shown={timer.presets.map((ticks) => (ticks * timer.tick) / 1000).join(", ")}
        read={(text) => readTimes(text, timer.tick)}
        onCommit={(presets) => put({ presets })}
        width={170}
      />
      <SelectField
        label="Resolution"
        value={timer.tick}
        options={[
          [1000, "1 s"],
          [100, "0.1 s"],
          [10, "0.01 s"],
        ]}
        onChoose={(tick) =>
          put({
            tick: tick as typeof timer.tick,
            presets: timer.presets.map((ticks) => Math.max(1, Math.round((ticks * timer.tick) / tick))),
          })
        }
      />
      <SelectField
        label="Starts"
        value={timer.starts}
        options={[
          ["when-told", "when started by a control"],
          ["by-itself", "automatically, at power-up"],
        ]}
        onChoose={(starts) => put({ starts })}
      />
    </>
  );
}

function ReadingFields({ value, onChange }: Props<Of<"reading">>) {
  const rig = useRig();
  const { reading } = value;
  const put = (values: Partial<typeof reading>) => onChange({ ...value, reading: { ...reading, ...values } });
  const readable = rig.units.filter((unit) => {
    const part = partOf(unit);
    return part.kind === "input" && gripOf(part).kind === "slider";
  });
  const read = readable.find(({ ref }) => ref === reading.of);
  const part = read && partOf(read);
  const echoes = part?.kind === "input" && isEcho(part.act);
  const step = 10 ** reading.decimals;
  const point = (at: 0 | 1, values: Partial<{ raw: number; shows: number }>) =>
    put({ points: reading.points.map((one, place) => (place === at ? { ...one, ...values } : one)) });
  return (
    <>
      <SelectField
        label="Of"
        value={reading.of}
        options={[
          ...(readable.some(({ ref }) => ref === reading.of)
            ? []
            : [[reading.of, `${reading.of}, not read`] as const]),
          ...readable.map((unit) => [unit.ref, `${unit.ref}, ${partOf(unit).title}`] as const),
        ]}
        onChoose={(of) => onChange({ ...value, reading: usualReading(rig, of, reading.decimals) })}
      />
      <SelectField
        label="Decimals"
        value={reading.decimals}
        options={[0, 1, 2, 3].map((count) => [count, String(count)] as const)}
        onChoose={(decimals) =>
          put({
            decimals,
            points: reading.points.map(({ raw, shows }) => ({
              raw,
              shows: Math.round((shows / step) * 10 ** decimals),
            })),
          })
        }
      />
      {([0, 1] as const).map((at) => (
        <span key={at} className="live-point">
          <WholeField
            label={at === 0 ? (echoes ? "Echo of, µs" : "Converter at") : echoes ? "and of, µs" : "and at"}
            value={reading.points[at]!.raw}
            range={LIVE_LIMITS.raw}
            onCommit={(raw) => point(at, { raw })}
            width={90}
          />
          <CommitField
            label="shows"
            shown={(reading.points[at]!.shows / step).toFixed(reading.decimals)}
            read={(text) => {
              const shows = Math.round(Number(text) * step);
              return text.trim() !== "" && Number.isFinite(shows) && Math.abs(shows) <= LIVE_LIMITS.number[1]
                ? { ok: true, value: shows }
                : { ok: false, message: "a number" };
            }}
            onCommit={(shows) => point(at, { shows })}
            width={90}
          />
        </span>
      ))}
      {!echoes && (
        <SelectField
          label="Average of"
          value={reading.samples}
          options={([1, 2, 4, 8, 16, 32] as const).map(
            (count) => [count, count === 1 ? "one conversion" : `${count} conversions`] as const,
          )}
          onChoose={(samples) => put({ samples })}
        />
      )}
      <MsField
        label="Every"
        ms={reading.every}
        range={LIVE_LIMITS.every}
        onCommit={(ms) => put({ every: ms })}
        width={100}
      />
      <SelectField
        label="Rounding"
        value={reading.rounding}
        options={[
          ["round", "rounded"],
          ["cut", "truncated"],
        ]}
        onChoose={(rounding) => put({ rounding })}
      />
      <WholeField
        label="Hysteresis"
        value={reading.hysteresis}
        range={LIVE_LIMITS.hysteresis}
        onCommit={(hysteresis) => put({ hysteresis })}
        width={230}
        hint="smallest change that counts, in steps of the last digit"
      />
    </>
  );
}
