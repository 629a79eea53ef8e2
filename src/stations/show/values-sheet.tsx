import Form from "react-bootstrap/Form";
import { gripOf, inputUnits } from "@/core/inputs";
import { freeName, numberWords, removeValue, renameValue, usualReading, valueWords } from "@/core/live";
import type { LiveProblem } from "@/core/program";
import { LIVE_LIMITS, type Live, type LiveValue, type Rig } from "@/core/rig";
import { editLive, useRig } from "@/store";
import { CommitField, MoreMenu, useRunning } from "@/ui";
import { Rows } from "./rows";
import { ValueEditor } from "./opened";

interface Props {
  readonly live: Live;
  readonly problems: readonly LiveProblem[];
}

const NAMED = /^[a-z][A-Za-z0-9]{0,19}$/;

/** A value of each kind, to begin with. */
function newValue(kind: string, live: Live, rig: Rig): LiveValue {
  const name = (wanted: string) => freeName(live, wanted);
  const sensor = inputUnits(rig).find(({ part }) => gripOf(part).kind === "slider");
  switch (kind) {
    case "timer":
      return {
        name: name("left"),
        timer: { way: "down", presets: [60], tick: 1000, starts: "when-told" },
      };
    case "clock":
      return { name: name("day"), clock: { hours: 24, start: 43_200 } };
    case "entry":
      return { name: name("entry"), entry: { digits: 2, least: 1, most: 99, start: 0 } };
    case "message":
      return { name: name("notice"), message: { most: 40, start: "", waits: false } };
    case "random":
      return { name: name("number"), random: { least: 1, most: 6 } };
    case "reading":
      return {
        name: name("level"),
        reading: usualReading(rig, sensor?.unit.ref ?? rig.units[0]!.ref),
      };
    default:
      return { name: name("count"), count: { least: 0, most: 99, start: 0, wraps: false } };
  }
}

const KINDS: ReadonlyArray<readonly [kind: string, title: string]> = [
  ["count", "A count: stepped by hand"],
  ["timer", "A timer: down or up"],
  ["clock", "The time of day"],
  ["reading", "A reading of a knob or sensor"],
  ["entry", "A number typed by keys"],
  ["message", "A message over the serial line"],
  ["random", "A number by chance"],
];

/** Of a text its length is told: what it says is on the face. */
const nowWords = (value: LiveValue, now: number): string =>
  "message" in value ? `${now} ${now === 1 ? "character" : "characters"}` : numberWords(value, now);

/** What the rig keeps count of. */
export function ValuesSheet({ live, problems }: Props) {
  const rig = useRig();
  const now = useRunning()?.face?.live?.values;
  const full = live.values.length >= LIVE_LIMITS.values;
  return (
    <Rows
      title="Values"
      problems={problems.filter(({ at }) => at === "values")}
      empty="No values yet: add a count, a timer, a reading…"
      add={
        !full && (
          <MoreMenu
            label="Add a value"
            icon="bi-plus"
            text="Value"
            entries={KINDS.map(([kind, title]) => ({
              title,
              run: () => editLive((was) => ({ ...was, values: [...was.values, newValue(kind, was, rig)] })),
            }))}
          />
        )
      }
      rows={live.values.map((value, at) => ({
        key: String(at),
        name: value.name,
        title: value.name,
        words: valueWords(value),
        now: now?.[value.name] === undefined ? "…" : nowWords(value, now[value.name]!),
        onRemove: () => editLive((was) => removeValue(was, value.name)),
        editor: (
          <>
            <CommitField
              label="Name"
              shown={value.name}
              width={160}
              mono
              read={(text) =>
                NAMED.test(text) && (text === value.name || !live.values.some(({ name }) => name === text))
                  ? { ok: true, value: text }
                  : {
                      ok: false,
                      message: NAMED.test(text)
                        ? "another value has that name"
                        : "a small letter, then letters and digits, 20 at most",
                    }
              }
              onCommit={(name) => editLive((was) => renameValue(was, value.name, name))}
            />
            {!("reading" in value) && !("clock" in value && value.clock.chip) && (
              <Form.Check
                type="switch"
                id={`kept-${at}`}
                className="live-wide"
                label="Kept when the power is off"
                checked={value.kept ?? false}
                onChange={() => {
                  const { kept, ...rest } = value;
                  editLive((was) => ({
                    ...was,
                    values: was.values.map((one, place) =>
                      place === at ? (kept ? rest : { ...rest, kept: true }) : one,
                    ),
                  }));
                }}
              />
            )}
            <ValueEditor
              value={value}
              onChange={(changed) =>
                editLive((was) => ({
                  ...was,
                  values: was.values.map((one, place) => (place === at ? changed : one)),
                }))
              }
            />
          </>
        ),
      }))}
    />
  );
}
