import { brightnessSteps } from "@/core/address";
import { LIVE_LIMITS, asUnit, partOf, type Action, type Live, type LiveValue, type Unit } from "@/core/rig";
import { useModel, useRig } from "@/store";
import { CommitField, SelectField, WholeField } from "@/ui";
import { MsField } from "./ms-field";
import { readNumber, shownNumber } from "./condition-fields";
import { switchable } from "./table-parts";

interface Props {
  readonly action: Action;
  readonly live: Live;
  readonly onChange: (action: Action) => void;
}

/** What may be done, each with a word and how it begins for a value or a part. */
const KINDS: ReadonlyArray<{
  readonly kind: string;
  readonly title: string;
  readonly fits: (value: LiveValue) => boolean;
  readonly make: (of: string) => Action;
}> = [
  {
    kind: "push",
    title: "gets a digit",
    fits: (value) => "entry" in value,
    make: (value) => ({ push: 0, value }),
  },
  {
    kind: "accept",
    title: "counts what was typed",
    fits: (value) => "entry" in value,
    make: (accept) => ({ accept }),
  },
  {
    kind: "clear",
    title: "clears what was typed",
    fits: (value) => "entry" in value,
    make: (clear) => ({ clear }),
  },
  {
    kind: "step",
    title: "is stepped",
    fits: (value) => "count" in value || "clock" in value,
    make: (value) => ({ step: 1, value }),
  },
  {
    kind: "set",
    title: "is set",
    fits: (value) => "count" in value || "timer" in value || "entry" in value,
    make: (value) => ({ set: 0, value }),
  },
  {
    kind: "reset",
    title: "goes back to its start",
    fits: (value) => !("reading" in value) && !("clock" in value),
    make: (reset) => ({ reset }),
  },
  {
    kind: "toggle",
    title: "starts, or pauses",
    fits: (value) => "timer" in value,
    make: (toggle) => ({ toggle }),
  },
  { kind: "start", title: "starts", fits: (value) => "timer" in value, make: (start) => ({ start }) },
  { kind: "pause", title: "pauses", fits: (value) => "timer" in value, make: (pause) => ({ pause }) },
  {
    kind: "preset",
    title: "takes its next preset",
    fits: (value) => "timer" in value && value.timer.presets.length > 1,
    make: (preset) => ({ preset }),
  },
  {
    kind: "draw",
    title: "gets a new number",
    fits: (value) => "random" in value,
    make: (draw) => ({ draw }),
  },
];

const kindOf = (action: Action): string =>
  [
    "switch",
    "face",
    "light",
    "push",
    "accept",
    "clear",
    "step",
    "set",
    "reset",
    "toggle",
    "start",
    "pause",
    "preset",
    "draw",
  ].find((kind) => kind in action)!;

/** What is no value and no part: no value's name begins with a blank. */
const [FACE, LIGHT] = [" face", " light"];

/** The value or the part an action is about. */
function objectOf(action: Action): string {
  if ("switch" in action) return action.switch;
  if ("face" in action) return FACE;
  if ("light" in action) return LIGHT;
  if ("step" in action || "set" in action || "push" in action) return action.value;
  return Object.values(action)[0]!;
}

/** Hz a buzzer is loudest at that wants a tone. */
function toneOf(unit: Unit): number | undefined {
  const part = partOf(unit);
  return part.kind === "load" ? part.tone : undefined;
}

/** What is done: to which value or part, and how. */
export function ActionFields({ action, live, onChange }: Props) {
  const rig = useRig();
  const loads = switchable(rig);
  const of = objectOf(action);
  const value = live.values.find(({ name }) => name === of);
  const load = loads.find(({ ref }) => ref === of);
  const usual = load && toneOf(load);
  const kinds = value ? KINDS.filter(({ fits }) => fits(value)) : [];
  const choose = (name: string) => {
    if (name === FACE) return onChange({ face: "next" });
    if (name === LIGHT) return onChange({ light: "switch" });
    if (loads.some(({ ref }) => ref === name))
      return onChange({ switch: asUnit(name), how: "pulse", ms: 1000 });
    const chosen = live.values.find((one) => one.name === name);
    const first = chosen && KINDS.find(({ fits }) => fits(chosen));
    if (first) onChange(first.make(name));
  };
  const able = live.values.filter((one) => KINDS.some(({ fits }) => fits(one)));
  return (
    <>
      <SelectField
        label="What changes"
        value={of}
        options={[
          ...(able.some(({ name }) => name === of) ||
          loads.some(({ ref }) => ref === of) ||
          [FACE, LIGHT].includes(of)
            ? []
            : [[of, of || "choose one"] as const]),
          ...able.map(({ name }) => [name, name] as const),
          ...loads.map((unit) => [unit.ref as string, `${unit.ref}, ${partOf(unit).title}`] as const),
          [FACE, "the face"] as const,
          [LIGHT, "the light of the display"] as const,
        ]}
        onChoose={choose}
      />
      {kinds.length > 1 && (
        <SelectField
          label="How"
          value={kindOf(action)}
          options={kinds.map(({ kind, title }) => [kind, title] as const)}
          onChoose={(kind) => {
            const found = kinds.find((one) => one.kind === kind);
            if (found) onChange(found.make(of));
          }}
        />
      )}
      {"step" in action && (
        <WholeField
          label={value && "clock" in value ? "By minutes (60: an hour)" : "By"}
          value={action.step}
          range={LIVE_LIMITS.number}
          onCommit={(step) => onChange({ ...action, step })}
          width={110}
        />
      )}
      {"face" in action && (
        <SelectField
          label="How"
          value={action.face}
          options={[
            ["next", "goes on to the next"],
            ["hold", "is held, or goes on"],
          ]}
          onChoose={(how) => onChange({ face: how })}
        />
      )}
      {"light" in action && <LightFields action={action} onChange={onChange} />}
      {"push" in action && (
        <WholeField
          label="Digit"
          value={action.push}
          range={[0, 9]}
          onCommit={(push) => onChange({ ...action, push })}
          width={80}
        />
      )}
      {"set" in action && (
        <CommitField
          label={value && "timer" in value ? "To, in seconds" : "To"}
          shown={shownNumber(action.set, value)}
          read={(text) => readNumber(text, value)}
          onCommit={(set) => onChange({ ...action, set })}
          width={110}
        />
      )}
      {"switch" in action && (
        <>
          <SelectField
            label="How"
            value={action.how}
            options={[
              ["pulse", "on for a time"],
              ["on", "on"],
              ["off", "off"],
              ["toggle", "on, or off"],
            ]}
            onChoose={(how) => {
              const { ms = 1000, tone } = action;
              onChange({
                switch: action.switch,
                how,
                ...(how === "pulse" ? { ms } : {}),
                ...(tone === undefined || how === "off" ? {} : { tone }),
              });
            }}
          />
          {action.how === "pulse" && (
            <MsField
              label="For"
              ms={action.ms ?? 1000}
              range={LIVE_LIMITS.time}
              onCommit={(ms) => onChange({ ...action, ms })}
              width={90}
            />
          )}
          {usual !== undefined && action.how !== "off" && (
            <WholeField
              label="Tone, Hz"
              value={action.tone ?? usual}
              range={LIVE_LIMITS.tone}
              onCommit={(tone) => onChange({ ...action, tone })}
              width={90}
              hint={`${usual} Hz is its loudest`}
            />
          )}
        </>
      )}
    </>
  );
}

type LightAction = Extract<Action, { light: unknown }>;

/** Dark or lit; and the steps of a driver chip. */
function LightFields({ action, onChange }: { action: LightAction; onChange: (action: Action) => void }) {
  const steps = brightnessSteps(useModel());
  const levels: ReadonlyArray<readonly [LightAction["light"], string]> = [
    ["brighter", "a step brighter"],
    ["dimmer", "a step dimmer"],
    ["round", "a step brighter, round to the dimmest"],
    ["level", "at one step"],
  ];
  const isLevel = levels.some(([light]) => light === action.light);
  return (
    <>
      <SelectField
        label="How"
        value={action.light}
        options={[
          ["switch", "dark, or lit again"],
          ["dark", "dark"],
          ["lit", "lit again"],
          ...(steps > 1 || isLevel ? levels : []),
        ]}
        onChoose={(light) => onChange(light === "level" ? { light, level: 0 } : { light })}
      />
      {action.light === "level" && (
        <WholeField
          label="Step"
          value={action.level ?? 0}
          range={[0, Math.max(0, steps - 1)]}
          onCommit={(level) => onChange({ light: "level", level })}
          width={80}
          hint={`0 is the dimmest, ${Math.max(0, steps - 1)} the brightest`}
        />
      )}
    </>
  );
}
