import { numberWords } from "@/core/live";
import { parseDayTime } from "@/core/quantity";
import { LIVE_LIMITS, type Condition, type Live, type LiveValue } from "@/core/rig";
import { CommitField, SelectField } from "@/ui";

interface Props {
  readonly condition: Condition;
  readonly live: Live;
  readonly onChange: (condition: Condition) => void;
}

const COMPARED: ReadonlyArray<readonly [Condition["is"], string]> = [
  ["equal", "is"],
  ["not", "is not"],
  ["below", "is below"],
  ["at-most", "is at most"],
  ["at-least", "is at least"],
  ["above", "is above"],
];
/** Of a text; each with the number of its characters it is compared with. */
const OF_TEXT: ReadonlyArray<readonly [Condition["is"], string]> = [
  ["arrives", "arrives"],
  ["above", "is there"],
  ["equal", "is empty"],
];
/** Of an entry, beside its number. */
const OF_ENTRY: ReadonlyArray<readonly [Condition["is"], string]> = [
  ["typing", "is being typed"],
  ["refused", "was refused"],
];
const RUNNING: ReadonlyArray<readonly [Condition["is"], string]> = [
  ["running", "runs"],
  ["stopped", "stands still"],
];

/** What is so or not, whatever the number. */
const NUMBERLESS: ReadonlySet<Condition["is"]> = new Set([
  "running",
  "stopped",
  "arrives",
  "typing",
  "refused",
]);

/** A time of day as it is typed: how many steps of so many seconds after midnight. */
export function readDayTime(text: string, step = 1) {
  const seconds = parseDayTime(text);
  return seconds === undefined
    ? { ok: false as const, message: "hours and minutes, as in 07:30" }
    : { ok: true as const, value: Math.floor(seconds / step) };
}

/** A number as it is typed for a value: a reading with its decimals, a timer in seconds, a clock as its time. */
export function readNumber(text: string, value: LiveValue | undefined) {
  if (value && "clock" in value) return readDayTime(text, 60);
  const typed = Number(text.replace(/s$/, "").trim());
  const scale =
    value && "reading" in value
      ? 10 ** value.reading.decimals
      : value && "timer" in value
        ? 1000 / value.timer.tick
        : 1;
  const number = Math.round(typed * scale);
  return text.trim() !== "" && Number.isFinite(number) && Math.abs(number) <= LIVE_LIMITS.number[1]
    ? { ok: true as const, value: number }
    : { ok: false as const, message: value && "timer" in value ? "seconds" : "a number" };
}

/** What is shown of it while it is typed. */
export function shownNumber(number: number, value: LiveValue | undefined): string {
  if (value && "timer" in value) return String((number * value.timer.tick) / 1000);
  return numberWords(value, number);
}

/** Something a value has to be: which, how, than what. */
export function ConditionFields({ condition, live, onChange }: Props) {
  const value = live.values.find(({ name }) => name === condition.value);
  const isText = value !== undefined && "message" in value;
  const compares = !isText && !NUMBERLESS.has(condition.is);
  return (
    <>
      <SelectField
        label="Value"
        value={condition.value}
        options={[
          ...(value ? [] : [[condition.value, condition.value || "choose one"] as const]),
          ...live.values.map(({ name }) => [name, name] as const),
        ]}
        onChoose={(name) => {
          const chosen = live.values.find((one) => one.name === name);
          onChange(
            chosen && "message" in chosen
              ? { value: name, is: "arrives" }
              : { value: name, is: "equal", than: 0 },
          );
        }}
      />
      <SelectField
        label="Comparison"
        value={condition.is}
        options={
          isText
            ? OF_TEXT
            : [
                ...COMPARED,
                ...(value && "timer" in value ? RUNNING : []),
                ...(value && "entry" in value ? OF_ENTRY : []),
              ]
        }
        onChoose={(is) =>
          onChange(
            NUMBERLESS.has(is)
              ? { value: condition.value, is }
              : { value: condition.value, is, than: isText ? 0 : (condition.than ?? 0) },
          )
        }
      />
      {compares && (
        <CommitField
          label={value && "timer" in value ? "Seconds" : value && "clock" in value ? "Time" : "Number"}
          shown={shownNumber(condition.than ?? 0, value)}
          read={(text) => readNumber(text, value)}
          onCommit={(than) => onChange({ ...condition, than })}
          width={100}
        />
      )}
    </>
  );
}
