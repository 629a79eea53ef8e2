import { useState } from "react";
import Button from "react-bootstrap/Button";
import { gripOf, inputUnits } from "@/core/inputs";
import { formatDayTime } from "@/core/quantity";
import { LIVE_LIMITS, asUnit, type Live, type TapeItem } from "@/core/rig";
import { useRig } from "@/store";
import { CommitField, SelectField } from "@/ui";
import { MsField } from "./ms-field";
import { switchable } from "./table-parts";
import { clocksOf } from "./table-parts";
import { readDayTime, readNumber, shownNumber } from "./condition-fields";

interface Props {
  readonly live: Live;
  /** ms the face is at now. */
  readonly now: number;
  readonly onAdd: (items: readonly TapeItem[]) => void;
}

type Kind = "turn" | "reads" | "type" | "answers" | "output" | "value" | "press" | "set";

/** A line more for a tape: what has to be so at a moment, or what a hand does. */
export function ExpectationFields({ live, now, onAdd }: Props) {
  const rig = useRig();
  const [kind, setKind] = useState<Kind>("reads");
  const [at, setAt] = useState<number>();
  const [text, setText] = useState("");
  const [of, setOf] = useState<string>();
  const [key, setKey] = useState("");
  const [on, setOn] = useState(true);
  const [number, setNumber] = useState(0);
  const loads = switchable(rig);
  const inputs = inputUnits(rig);
  const turned = inputs.filter(({ part }) => gripOf(part).kind === "steps").map(({ unit }) => unit);
  const contacts = inputs.filter(({ part }) => !["slider", "steps", "time"].includes(gripOf(part).kind));
  const buttons = contacts.map(({ unit }) => unit);
  const clocks = clocksOf(rig);
  const sliders = inputs
    .filter(({ part }) => gripOf(part).kind === "slider")
    .map(({ unit }) => unit)
    .concat(clocks);
  const talks = live.values.some((one) => "message" in one);
  const refs = { output: loads, press: buttons, set: sliders, turn: turned };
  const choices: ReadonlyArray<readonly [Kind, string]> = [
    ["reads", "the face reads"],
    ...(loads.length > 0 ? [["output", "an output is"] as const] : []),
    ...(live.values.length > 0 ? [["value", "a value is"] as const] : []),
    ...(talks ? [["type", "a line comes"] as const, ["answers", "the answer is"] as const] : []),
    ...(buttons.length > 0 ? [["press", "a press of"] as const] : []),
    ...(turned.length > 0 ? [["turn", "steps of"] as const] : []),
    ...(sliders.length > 0 ? [["set", "set to"] as const] : []),
  ];
  const units = kind === "output" || kind === "press" || kind === "set" || kind === "turn" ? refs[kind] : [];
  const unit = units.find(({ ref }) => ref === of) ?? units[0];
  const part = contacts.find((one) => one.unit === unit)?.part;
  const grip = part && gripOf(part);
  const faces = grip?.kind === "keys" ? grip.faces : undefined;
  const toTime = kind === "set" && clocks.some((one) => one === unit);
  const value = live.values.find(({ name }) => name === of) ?? live.values[0];
  const moment = at ?? Math.round(now / 100) * 100;
  const add = () => {
    if (kind === "reads") return onAdd([{ at: moment, reads: text }]);
    if (kind === "type") return onAdd([{ at: moment, type: text }]);
    if (kind === "answers") return onAdd([{ at: moment, answers: text }]);
    if (kind === "value")
      return value && onAdd([{ at: moment, value: value.name, least: number, most: number }]);
    if (!unit) return;
    if (kind === "output") return onAdd([{ at: moment, output: asUnit(unit.ref), on }]);
    if (kind === "turn")
      return onAdd([
        { at: moment, turn: asUnit(unit.ref), by: Math.max(-100, Math.min(100, Math.round(number))) },
      ]);
    if (kind === "set") return onAdd([{ at: moment, set: asUnit(unit.ref), to: number }]);
    const pressed = asUnit(unit.ref);
    const one = faces ? { key: faces.includes(key) ? key : faces[0]! } : {};
    onAdd([
      { at: moment, press: pressed, ...one },
      { at: moment + 120, release: pressed, ...one },
    ]);
  };
  return (
    <div className="field-row tape-add">
      <MsField label="At" ms={moment} range={LIVE_LIMITS.tapeTime} onCommit={setAt} width={80} />
      <SelectField label="What" value={kind} options={choices} onChoose={setKind} />
      {(kind === "reads" || kind === "type" || kind === "answers") && (
        <CommitField
          label="Text"
          shown={text}
          read={(typed) => ({ ok: true, value: typed })}
          onCommit={setText}
          live
          mono
          maxLength={kind === "reads" ? LIVE_LIMITS.template : LIVE_LIMITS.typed}
          width={90}
        />
      )}
      {units.length > 0 && (
        <SelectField
          label="Part"
          value={unit!.ref as string}
          options={units.map(({ ref }) => [ref as string, ref] as const)}
          onChoose={setOf}
        />
      )}
      {kind === "press" && faces && (
        <SelectField
          label="Key"
          value={faces.includes(key) ? key : faces[0]!}
          options={faces.map((face) => [face, face] as const)}
          onChoose={setKey}
        />
      )}
      {kind === "output" && (
        <SelectField
          label="State"
          value={on ? "on" : "off"}
          options={[
            ["on", "on"],
            ["off", "off"],
          ]}
          onChoose={(state) => setOn(state === "on")}
        />
      )}
      {kind === "value" && (
        <>
          <SelectField
            label="Value"
            value={value?.name ?? ""}
            options={live.values.map(({ name }) => [name, name] as const)}
            onChoose={setOf}
          />
          <CommitField
            label="Number"
            shown={shownNumber(number, value)}
            read={(typed) => readNumber(typed, value)}
            onCommit={setNumber}
            width={80}
          />
        </>
      )}
      {(kind === "set" || kind === "turn") && (
        <CommitField
          label={kind === "turn" ? "Steps" : "To"}
          shown={toTime ? formatDayTime(Math.min(86_399, Math.max(0, number)), true) : String(number)}
          read={(typed) =>
            toTime
              ? readDayTime(typed)
              : typed.trim() !== "" && Number.isFinite(Number(typed))
                ? { ok: true, value: Number(typed) }
                : { ok: false, message: "a number" }
          }
          onCommit={setNumber}
          width={80}
        />
      )}
      <Button size="sm" variant="plain" onClick={add}>
        Add
      </Button>
    </div>
  );
}
