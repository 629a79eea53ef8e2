import { useState, type KeyboardEvent } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { gripOf, inputUnits, type InputUnit } from "@/core/inputs";
import { controlWords } from "@/core/live";
import { LIVE_LIMITS, asUnit, partOf, type Rig, type UnitRef } from "@/core/rig";
import { editRig, say, useRig } from "@/store";
import { IconButton, type SimulationView } from "@/ui";
import { ClockHand } from "./clock-hand";
import { SerialLine } from "./serial-line";

/** Keys of the first buttons, as they lie side by side. */
const KEYS = ["q", "w", "e", "r", "t", "y", "u", "i"];

const keepsAny = ({ live }: Rig): boolean =>
  (live?.values ?? []).some(
    (value) =>
      ("kept" in value && value.kept === true) || ("clock" in value && value.clock.chip !== undefined),
  );

/** What a rig's hands do, in the words of its show: the title of a button. */
const saysOf = ({ live }: Rig, ref: string, key?: string): string =>
  (live?.controls ?? [])
    .filter((control) => control.unit === ref && control.key === key)
    .map((control) => controlWords(control, live!))
    .join("; ") || `${ref}${key === undefined ? "" : ` key ${key}`}: nothing is bound to it`;

/** Under the face: hands for the rig's buttons, knobs and sensors, and what it switches. */
export function Hands({ simulation }: { simulation: SimulationView }) {
  const rig = useRig();
  const inputs = inputUnits(rig);
  const live = simulation.face?.live;
  // Beside a compiled program there may be neither hands nor outputs, nor anything on the serial line.
  const any = inputs.length > 0 || Object.keys(live?.outputs ?? {}).length > 0 || live?.told !== undefined;
  if (!live || !any) return null;
  const buttons = inputs.filter(({ part }) => gripOf(part).kind === "button");
  return (
    <section className="hands" aria-label="Controls of the rig">
      <div className="hands-row">
        {buttons.map(({ unit }, at) => (
          <HandButton
            key={unit.ref}
            unit={unit.ref}
            hotkey={KEYS[at]}
            says={saysOf(rig, unit.ref)}
            down={live.hands[unit.ref] === 1}
            simulation={simulation}
          />
        ))}
        {inputs
          .filter(({ part }) => gripOf(part).kind === "switch")
          .map(({ unit }) => (
            <button
              key={unit.ref}
              type="button"
              className="hand-button"
              role="switch"
              aria-checked={live.hands[unit.ref] === 1}
              title={saysOf(rig, unit.ref)}
              onClick={() =>
                simulation.move({ set: asUnit(unit.ref), to: live.hands[unit.ref] === 1 ? 0 : 1 })
              }
            >
              {unit.ref} {live.hands[unit.ref] === 1 ? "on" : "off"}
            </button>
          ))}
        {Object.entries(live.outputs).map(([ref, on]) => (
          <Output key={ref} unit={ref} on={on} sounds={soundsOf(rig, ref)} />
        ))}
      </div>
      {inputs
        .filter(({ part }) => gripOf(part).kind === "steps")
        .map(({ unit }) => (
          <Encoder key={unit.ref} unit={unit.ref} simulation={simulation} />
        ))}
      {inputs.map(({ unit, part }) => (
        <Keypad
          key={unit.ref}
          unit={unit}
          part={part}
          down={live.hands[unit.ref] ?? 0}
          says={(face) => saysOf(rig, unit.ref, face)}
          simulation={simulation}
        />
      ))}
      {inputs.map(({ unit, part }) => (
        <Slider key={unit.ref} unit={unit} part={part} at={live.hands[unit.ref]} simulation={simulation} />
      ))}
      {inputs.map(({ unit, part }) => (
        <ClockHand key={unit.ref} unit={unit} part={part} at={live.hands[unit.ref]} simulation={simulation} />
      ))}
      {live.told && <SerialLine told={live.told} simulation={simulation} />}
      <TapeLine simulation={simulation} keeps={keepsAny(rig)} />
    </section>
  );
}

function soundsOf({ units }: Rig, ref: string): boolean {
  const unit = units.find((one) => one.ref === ref);
  const part = unit && partOf(unit);
  return part?.kind === "load" && part.sounds;
}

/** An encoder is turned step by step, to either side. */
function Encoder({ unit, simulation }: { readonly unit: UnitRef; readonly simulation: SimulationView }) {
  return (
    <div className="hands-row" role="group" aria-label={`${unit}, turned`}>
      {([-1, 1] as const).map((by) => (
        <button
          key={by}
          type="button"
          className="hand-button"
          data-own-keys
          onClick={() => simulation.move({ turn: unit, by })}
          aria-label={`${unit} a step to the ${by < 0 ? "left" : "right"}`}
        >
          <i className={`bi bi-arrow-${by < 0 ? "counterclockwise" : "clockwise"}`} aria-hidden />
          {unit}
        </button>
      ))}
    </div>
  );
}

interface KeypadProps extends InputUnit {
  /** A bit for each key that is down. */
  readonly down: number;
  readonly says: (face: string) => string;
  readonly simulation: SimulationView;
}

/** The keys of a keypad as they lie. */
function Keypad({ unit, part, down, says, simulation }: KeypadProps) {
  const grip = gripOf(part);
  if (grip.kind !== "keys") return null;
  return (
    <div
      className="hand-keypad"
      role="group"
      aria-label={`Keys of ${unit.ref}`}
      style={{ gridTemplateColumns: `repeat(${grip.columns}, minmax(0, 1fr))` }}
    >
      {grip.faces.map((face, at) => (
        <HandButton
          key={face}
          unit={unit.ref}
          face={face}
          hotkey={undefined}
          says={says(face)}
          down={((down >> at) & 1) === 1}
          simulation={simulation}
        />
      ))}
    </div>
  );
}

interface ButtonProps {
  readonly unit: UnitRef;
  /** Of a keypad: which key. */
  readonly face?: string;
  readonly hotkey: string | undefined;
  readonly says: string;
  readonly down: boolean;
  readonly simulation: SimulationView;
}

/** A button that is pressed for as long as it is held, by pointer, by its key, or by Space and Enter. */
function HandButton({ unit, face, hotkey, says, down, simulation }: ButtonProps) {
  const [held, setHeld] = useState(false);
  const key = face === undefined ? {} : { key: face };
  const press = () => {
    if (held) return;
    setHeld(true);
    simulation.move({ press: unit, ...key });
  };
  const release = () => {
    if (!held) return;
    setHeld(false);
    simulation.move({ release: unit, ...key });
  };
  useHotkeys(hotkey ?? "", press, { enabled: hotkey !== undefined && !held, keydown: true, keyup: false });
  useHotkeys(hotkey ?? "", release, { enabled: hotkey !== undefined && held, keydown: false, keyup: true });
  const byKey = (event: KeyboardEvent, act: () => void) => {
    if (event.key !== " " && event.key !== "Enter") return;
    event.preventDefault();
    if (!event.repeat) act();
  };
  return (
    <button
      type="button"
      className="hand-button"
      data-own-keys
      aria-pressed={down}
      title={says}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture?.(event.pointerId);
        press();
      }}
      onPointerUp={release}
      onPointerCancel={release}
      onBlur={release}
      onKeyDown={(event) => byKey(event, press)}
      onKeyUp={(event) => byKey(event, release)}
    >
      {hotkey && <kbd aria-hidden>{hotkey}</kbd>}
      {face ?? unit}
    </button>
  );
}

function Output({ unit, on, sounds }: { unit: string; on: boolean; sounds: boolean }) {
  const word = on ? (sounds ? "sounds" : "on") : sounds ? "silent" : "off";
  return (
    <span className={on ? "hand-output is-on" : "hand-output"} role="status">
      <i
        className={`bi ${sounds ? (on ? "bi-volume-up-fill" : "bi-volume-mute") : on ? "bi-record-circle-fill" : "bi-circle"}`}
        aria-hidden
      />
      {unit} {word}
    </span>
  );
}

interface SliderProps extends InputUnit {
  readonly at: number | undefined;
  readonly simulation: SimulationView;
}

function Slider({ unit, part, at = 0, simulation }: SliderProps) {
  const grip = gripOf(part);
  if (grip.kind !== "slider") return null;
  const [least, most] = grip.range;
  return (
    <label className="hand-slider">
      <span>
        {unit.ref} {grip.what}
      </span>
      <input
        type="range"
        min={least}
        max={most}
        step={grip.unit === "°C" ? 0.1 : 0.5}
        value={at}
        data-own-keys
        onChange={(event) => simulation.move({ set: unit.ref, to: Number(event.target.value) })}
      />
      <output>
        {at.toFixed(1)} {grip.unit}
      </output>
    </label>
  );
}

/** What hands did since power-up is a tape one may keep. */
function TapeLine({ simulation, keeps }: { simulation: SimulationView; keeps: boolean }) {
  const { tapes = [] } = useRig();
  const { moves } = simulation;
  if (moves.length === 0 && !keeps) return null;
  const keep = () => {
    if (tapes.length >= LIVE_LIMITS.tapes) {
      say({ text: `A rig keeps at most ${LIVE_LIMITS.tapes} tapes: take one off on Show first.` });
      return;
    }
    const name = `Tape ${tapes.length + 1}`;
    editRig((rig) => ({
      ...rig,
      tapes: [...(rig.tapes ?? []), { name, items: moves.slice(0, LIVE_LIMITS.tapeItems) }],
    }));
    say({ text: `${name} is kept with the rig: play it again on Show, and say what it must come to.` });
  };
  return (
    <div className="hands-tape">
      <span className="tiny quiet">
        {moves.length} {moves.length === 1 ? "move" : "moves"} since power-up
      </span>
      {keeps && <IconButton icon="bi-plug" label="Cut the power briefly" onClick={simulation.cut} />}
      {moves.length > 0 && (
        <>
          <IconButton
            icon="bi-arrow-repeat"
            label="Replay these moves"
            onClick={() => simulation.play(moves)}
          />
          <IconButton icon="bi-cassette" label="Keep these moves as a tape" onClick={keep} />
        </>
      )}
    </div>
  );
}
