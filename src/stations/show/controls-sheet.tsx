import { gripOf, inputUnits, wireUp } from "@/core/inputs";
import { actionWords, gestureWords } from "@/core/live";
import type { LiveProblem } from "@/core/program";
import {
  LIVE_LIMITS,
  partOf,
  type Action,
  type Control,
  type Live,
  type Unit,
  type UnitRef,
} from "@/core/rig";
import { atDesk, editLive, editWires, refuse, useAtDesk, useModel, useRig } from "@/store";
import { MoreMenu, SelectField } from "@/ui";
import { MsField } from "./ms-field";
import { AddButton, Rows } from "./rows";
import { ActionFields } from "./opened";

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
  if ("entry" in value) return { accept: value.name };
  return "random" in value ? { draw: value.name } : { face: "next" };
}

const isTurned = (unit: Unit | undefined): boolean => {
  const part = unit && partOf(unit);
  return part?.kind === "input" && gripOf(part).kind === "steps";
};

/** What is done to a part first. */
const gestureOf = (unit: Unit | undefined): Pick<Control, "on"> => ({
  on: isTurned(unit) ? "turn-right" : "press",
});

/** What stands on the keys of a keypad; undefined of a button. */
function facesOf(unit: Unit | undefined): readonly string[] | undefined {
  const part = unit && partOf(unit);
  if (part?.kind !== "input") return undefined;
  const grip = gripOf(part);
  return grip.kind === "keys" ? grip.faces : undefined;
}

/** Buttons and switches, and what they do. */
export function ControlsSheet({ live, problems }: Props) {
  const rig = useRig();
  const model = useModel();
  const contacts = inputUnits(rig).flatMap(({ unit, part }) =>
    gripOf(part).kind === "slider" ? [] : [unit],
  );
  const full = live.controls.length >= LIVE_LIMITS.controls;
  const addPart = (id: string) => {
    const wired = wireUp(model, id);
    if (!wired.ok) return refuse("It was not added", wired.message);
    editWires(() => wired.rig);
  };
  const keyChips = useAtDesk((desk) => desk.keyChips()) ?? [];
  const addKey = async (chip: UnitRef) => {
    const wired = await atDesk(rig).withKey(chip);
    if (!wired.ok) return refuse("It was not added", wired.message);
    editWires(() => wired.rig);
  };
  const bind = () =>
    editLive((was) => {
      const isBound = (unit: string, key?: string) =>
        was.controls.some((one) => one.unit === unit && one.key === key);
      const free = contacts.find((unit) => !facesOf(unit) && !isBound(unit.ref)) ?? contacts[0]!;
      const faces = facesOf(free);
      const key = faces && (faces.find((face) => !isBound(free.ref, face)) ?? faces[0]!);
      const bound: Control = {
        unit: free.ref,
        ...(key === undefined ? {} : { key }),
        ...gestureOf(free),
        does: firstAction(was),
      };
      return { ...was, controls: [...was.controls, bound] };
    });
  return (
    <Rows
      title="Controls"
      problems={problems.filter(({ at }) => at === "controls")}
      empty={
        contacts.length > 0
          ? "No control does anything yet."
          : "This rig has no button yet: add one, and it is wired to a free line and to ground."
      }
      add={
        <>
          <AddButton what="Control" disabled={full || contacts.length === 0} onAdd={bind} />
          <MoreMenu
            label="Add an input or output part"
            icon="bi-plus"
            text="Part"
            entries={[
              ...PARTS.map(([id, title]) => ({ title, run: () => addPart(id) })),
              ...keyChips.map((chip) => ({
                title: `A key on ${chip}, between its segment and key legs`,
                run: () => void addKey(chip),
              })),
            ]}
          />
        </>
      }
      rows={live.controls.map((control, at) => ({
        key: String(at),
        name: `control ${at + 1}, ${control.unit}${control.key ? ` key ${control.key}` : ""}`,
        title: control.key ? `${control.unit} key ${control.key}` : control.unit,
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
              onChoose={(unit) => {
                const { key: _, ...rest } = control;
                const chosen = contacts.find(({ ref }) => ref === unit);
                const faces = facesOf(chosen);
                const on = isTurned(chosen) === rest.on.startsWith("turn") ? {} : gestureOf(chosen);
                setControl(at, { ...rest, ...on, unit, ...(faces ? { key: faces[0]! } : {}) });
              }}
            />
            {control.key !== undefined && (
              <SelectField
                label="Key"
                value={control.key}
                options={(facesOf(contacts.find(({ ref }) => ref === control.unit)) ?? [control.key]).map(
                  (face) => [face, face] as const,
                )}
                onChoose={(key) => setControl(at, { ...control, key })}
              />
            )}
            <GestureFields
              control={control}
              turns={isTurned(contacts.find(({ ref }) => ref === control.unit))}
              onChange={(changed) => setControl(at, changed)}
            />
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
  ["keypad-3x4", "A keypad of twelve keys, seven lines"],
  ["keypad-4x4", "A keypad of sixteen keys, eight lines"],
  ["slide-switch", "A slide switch, to ground"],
  ["rotary-encoder", "A rotary encoder, two lines"],
  ["potentiometer", "A knob, on the converter"],
  ["warmth-sensor", "A temperature sensor, 10 mV/°C"],
  ["thermistor-10k", "A thermistor, with its resistor"],
  ["light-sensor", "A light sensor, with its resistor"],
  ["distance-sensor", "A distance sensor, trigger and echo"],
  ["clock-chip", "A clock chip on I²C, two lines"],
  ["clock-chip-bare", "A clock chip of 5 V with a bare crystal"],
  ["led", "A lamp: an LED with its resistor"],
  ["buzzer", "A buzzer, with its transistor"],
  ["buzzer-passive", "A passive buzzer for tones, with transistor and diode"],
  ["relay-board", "A relay board"],
  ["relay", "A relay, with transistor and diode"],
];

interface GestureProps {
  readonly control: Control;
  /** It is turned, and not pressed. */
  readonly turns: boolean;
  readonly onChange: (control: Control) => void;
}

function GestureFields({ control, turns, onChange }: GestureProps) {
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
        options={
          turns
            ? [
                ["turn-right", "turned to the right"],
                ["turn-left", "turned to the left"],
              ]
            : [
                ["press", "pressed"],
                ["repeat", "pressed, again while held"],
                ["release", "let go"],
                ["hold", "held for a time"],
              ]
        }
        onChoose={choose}
      />
      {on === "hold" && (
        <MsField
          label="Held for"
          ms={after ?? 1000}
          range={LIVE_LIMITS.time}
          onCommit={(ms) => onChange({ ...control, after: ms })}
          width={90}
        />
      )}
      {repeat?.map((one, at) => (
        <span key={at} className="live-point">
          <MsField
            label={at === 0 ? "After" : "and after"}
            ms={one.from}
            range={LIVE_LIMITS.time}
            onCommit={(ms) => step(at, { from: ms })}
            width={90}
          />
          <MsField
            label="every"
            ms={one.every}
            range={LIVE_LIMITS.time}
            onCommit={(ms) => step(at, { every: ms })}
            width={90}
          />
        </span>
      ))}
    </>
  );
}
