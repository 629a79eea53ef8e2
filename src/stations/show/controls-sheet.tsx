import { wireUp } from "@/core/inputs";
import { actionWords, gestureWords } from "@/core/live";
import type { LiveProblem } from "@/core/program";
import { LIVE_LIMITS, partOf, type Action, type Control, type Live } from "@/core/rig";
import { editLive, editWires, refuse, useModel, useRig } from "@/store";
import { MoreMenu, QuantityField, SelectField } from "@/ui";
import { ActionFields } from "./action-fields";
import { AddButton, Rows } from "./rows";

interface Props {
  readonly live: Live;
  readonly problems: readonly LiveProblem[];
}

const setControl = (at: number, control: Control) =>
  editLive((was) => ({ ...was, controls: was.controls.map((one, place) => (place === at ? control : one)) }));

/** What a new line does to what there is: the first thing that can be stepped, started or turned. */
export function firstAction({ values }: Live): Action {
  const [value] = values;
  if (!value) return { face: "next" };
  if ("count" in value || "clock" in value) return { step: 1, value: value.name };
  if ("timer" in value) return { toggle: value.name };
  return "random" in value ? { draw: value.name } : { face: "next" };
}

/** Buttons and switches, and what they do. */
export function ControlsSheet({ live, problems }: Props) {
  const rig = useRig();
  const model = useModel();
  const contacts = rig.units.filter((unit) => {
    const part = partOf(unit);
    return part.kind === "input" && part.act.by === "contact";
  });
  const full = live.controls.length >= LIVE_LIMITS.controls;
  const addPart = (id: string) => {
    const wired = wireUp(model, id);
    if (!wired.ok) return refuse("It was not added", wired.message);
    editWires(() => wired.rig);
  };
  const bind = () =>
    editLive((was) => {
      const bound = new Set(was.controls.map(({ unit }) => unit));
      const unit = (contacts.find(({ ref }) => !bound.has(ref)) ?? contacts[0])!.ref;
      return { ...was, controls: [...was.controls, { unit, on: "press", does: firstAction(was) }] };
    });
  return (
    <Rows
      title="Controls"
      problems={problems.filter(({ at }) => at === "controls")}
      empty={
        contacts.length > 0
          ? "No button does anything yet."
          : "There is no button on the table: add one, and it is wired to a free line and to ground."
      }
      add={
        <>
          <AddButton what="Control" disabled={full || contacts.length === 0} onAdd={bind} />
          <MoreMenu
            label="Add a part to the table"
            icon="bi-plus"
            text="Part"
            entries={PARTS.map(([id, title]) => ({ title, run: () => addPart(id) }))}
          />
        </>
      }
      rows={live.controls.map((control, at) => ({
        key: String(at),
        name: `control ${at + 1}, ${control.unit}`,
        title: control.unit,
        words: `${gestureWords(control)}: ${actionWords(control.does, live)}`,
        onRemove: () =>
          editLive((was) => ({ ...was, controls: was.controls.filter((_, place) => place !== at) })),
        editor: (
          <>
            <SelectField
              label="Button"
              value={control.unit}
              options={[
                ...(contacts.some(({ ref }) => ref === control.unit)
                  ? []
                  : [[control.unit, `${control.unit}, not there`] as const]),
                ...contacts.map((unit) => [unit.ref, `${unit.ref}, ${partOf(unit).title}`] as const),
              ]}
              onChoose={(unit) => setControl(at, { ...control, unit })}
            />
            <GestureFields control={control} onChange={(changed) => setControl(at, changed)} />
            <ActionFields
              action={control.does}
              live={live}
              onChange={(does) => setControl(at, { ...control, does })}
            />
          </>
        ),
      }))}
    />
  );
}

/** Parts one adds here: wired as one customarily does. */
const PARTS: ReadonlyArray<readonly [id: string, title: string]> = [
  ["button", "A push button, to ground"],
  ["slide-switch", "A slide switch, to ground"],
  ["potentiometer", "A knob, on the converter"],
  ["warmth-sensor", "A temperature sensor, 10 mV/°C"],
  ["thermistor-10k", "A thermistor, with its resistor"],
  ["light-sensor", "A light sensor, with its resistor"],
  ["led", "A lamp: an LED with its resistor"],
  ["buzzer", "A buzzer, with its transistor"],
  ["relay-board", "A relay board"],
];

const seconds = (range: readonly [number, number]): [number, number] => [range[0] / 1000, range[1] / 1000];

function GestureFields({ control, onChange }: { control: Control; onChange: (control: Control) => void }) {
  const { on, after, repeat } = control;
  const kind = on === "press" && repeat ? "repeat" : on;
  const choose = (chosen: typeof kind) => {
    const { repeat: _, after: _after, ...plain } = control;
    if (chosen === "repeat")
      return onChange({
        ...plain,
        on: "press",
        repeat: [
          { from: 500, every: 150 },
          { from: 2000, every: 40 },
        ],
      });
    onChange(chosen === "hold" ? { ...plain, on: "hold", after: 1000 } : { ...plain, on: chosen });
  };
  const step = (at: number, values: Partial<{ from: number; every: number }>) =>
    onChange({
      ...control,
      repeat: repeat!.map((one, place) => (place === at ? { ...one, ...values } : one)),
    });
  return (
    <>
      <SelectField
        label="When it is"
        value={kind}
        options={[
          ["press", "pressed"],
          ["repeat", "pressed, again while held"],
          ["release", "let go"],
          ["hold", "held for a time"],
        ]}
        onChoose={choose}
      />
      {on === "hold" && (
        <QuantityField
          label="Held for"
          unit="s"
          value={(after ?? 1000) / 1000}
          range={seconds(LIVE_LIMITS.time)}
          onCommit={(time) => onChange({ ...control, after: Math.max(1, Math.round(time * 1000)) })}
          width={90}
        />
      )}
      {repeat?.map((one, at) => (
        <span key={at} className="live-point">
          <QuantityField
            label={at === 0 ? "After" : "and after"}
            unit="s"
            value={one.from / 1000}
            range={seconds(LIVE_LIMITS.time)}
            onCommit={(time) => step(at, { from: Math.max(1, Math.round(time * 1000)) })}
            width={90}
          />
          <QuantityField
            label="every"
            unit="s"
            value={one.every / 1000}
            range={seconds(LIVE_LIMITS.time)}
            onCommit={(time) => step(at, { every: Math.max(1, Math.round(time * 1000)) })}
            width={90}
          />
        </span>
      ))}
    </>
  );
}
