import { formatDayTime, formatQuantity } from "../quantity";
import type { Action, Condition, Control, Live, LiveFace, LiveValue } from "../rig";

const time = (ms: number): string => formatQuantity(ms / 1000, "s", 3);
const signed = (by: number): string => (by < 0 ? `down by ${-by}` : `up by ${by}`);

/** A number of a value as its maker reads it: a reading with its point. */
export function numberWords(value: LiveValue | undefined, number: number): string {
  if (value && "reading" in value && value.reading.decimals > 0)
    return (number / 10 ** value.reading.decimals).toFixed(value.reading.decimals);
  if (value && "timer" in value) return time(number * value.timer.tick);
  if (value && "clock" in value) return formatDayTime(number * 60);
  return String(number);
}

/** What a value is, in words. */
export const valueWords = (value: LiveValue): string =>
  `${kindWords(value)}${"kept" in value && value.kept ? ", kept through a power cut" : ""}`;

function kindWords(value: LiveValue): string {
  if ("count" in value) {
    const { least, most, start, wraps } = value.count;
    return `from ${least} to ${most}, starts at ${start}, ${wraps ? "wraps round at its limits" : "stops at its limits"}`;
  }
  if ("timer" in value) {
    const { way, presets, tick, starts } = value.timer;
    const said = presets.map((ticks) => time(ticks * tick)).join(", ");
    return `counts ${way === "down" ? `down from ${said}` : `up to ${said}`}, in steps of ${time(tick)}, ${starts === "by-itself" ? "starts by itself" : "started by a control"}`;
  }
  if ("clock" in value) {
    const { hours, start, correction, chip } = value.clock;
    if (chip) return `the time of day, ${hours} h, as ${chip} keeps it, also while the power is off`;
    return `the time of day, ${hours} h, ${formatDayTime(start)} at power-up${correction ? `, ${Math.abs(correction)} s a day made ${correction > 0 ? "faster" : "slower"}` : ""}`;
  }
  if ("entry" in value) {
    const { digits, least, most, start } = value.entry;
    return `pushed in digit by digit, ${digits} at most, ${least} to ${most} is accepted, ${start} at power-up`;
  }
  if ("message" in value) {
    const { most, start, waits } = value.message;
    return `text over the serial line, ${most} characters at most${start ? `, “${start}” at power-up` : ""}${waits ? ", a new one waits until the one before is through" : ""}`;
  }
  if ("random" in value) return `by chance, ${value.random.least} to ${value.random.most}`;
  const { of, samples, every, hysteresis, rounding, decimals } = value.reading;
  const step = (hysteresis / 10 ** decimals).toFixed(decimals);
  return `reading of ${of} every ${time(every)}${samples === 1 ? "" : `, mean of ${samples}`}, ${rounding === "round" ? "rounded" : "truncated"}${hysteresis > 1 ? `, follows changes of ${step} or more` : ""}`;
}

const COMPARED: Readonly<Record<Condition["is"], string>> = {
  below: "is below",
  "at-most": "is at most",
  equal: "is",
  not: "is not",
  "at-least": "is at least",
  above: "is above",
  running: "runs",
  stopped: "stands still",
  arrives: "arrives",
  typing: "is being typed",
  refused: "was refused",
};

/** A condition, in words: "lapsToGo is 0". */
export function conditionWords(condition: Condition, live: Pick<Live, "values">): string {
  const value = live.values.find(({ name }) => name === condition.value);
  if (value && "message" in value && condition.is !== "arrives")
    return `${condition.value} is ${condition.is === "equal" ? "empty" : "there"}`;
  const than = condition.than === undefined ? "" : ` ${numberWords(value, condition.than)}`;
  return `${condition.value} ${COMPARED[condition.is]}${than}`;
}

const LIGHT: Readonly<Record<Extract<Action, { light: unknown }>["light"], (level: number) => string>> = {
  dark: () => "all digits dark",
  lit: () => "lit again",
  switch: () => "dark, or lit again",
  brighter: () => "a step brighter, up to the brightest",
  dimmer: () => "a step dimmer, down to the dimmest",
  round: () => "a step brighter, from the brightest to the dimmest",
  level: (level) => `brightness to step ${level}`,
};

/** What is done, in words: "lapsToGo down by 1, not below 0". */
export function actionWords(action: Action, live: Pick<Live, "values">): string {
  const value = (name: string) => live.values.find((one) => one.name === name);
  if ("step" in action) {
    const of = value(action.value);
    if (of && "count" in of) {
      const { least, most, wraps } = of.count;
      const end = action.step < 0 ? `not below ${least}` : `not above ${most}`;
      return `${action.value} ${signed(action.step)}, ${wraps ? `round at ${action.step < 0 ? least : most}` : end}`;
    }
    if (of && "clock" in of)
      return action.step % 60 === 0
        ? `${action.value} ${action.step / 60} h on`
        : `${action.value} ${action.step} min on, within the hour`;
    return `${action.value} ${signed(action.step)}`;
  }
  if ("set" in action) return `${action.value} to ${numberWords(value(action.value), action.set)}`;
  if ("reset" in action) return `${action.reset} set back to its start`;
  if ("start" in action) return `${action.start} starts`;
  if ("pause" in action) return `${action.pause} pauses`;
  if ("toggle" in action) return `${action.toggle} starts, or pauses`;
  if ("preset" in action) return `next preset of ${action.preset}`;
  if ("draw" in action) return `a new number for ${action.draw}`;
  if ("push" in action) return `digit ${action.push} into ${action.value}`;
  if ("clear" in action) return `${action.clear}: what was typed is cleared`;
  if ("accept" in action) return `${action.accept}: what was typed counts`;
  if ("face" in action) return action.face === "next" ? "next face" : "the face is held as it is, or goes on";
  if ("light" in action) return LIGHT[action.light](action.level ?? 0);
  const pitch = action.tone === undefined ? "" : ` at ${formatQuantity(action.tone, "Hz", 4)}`;
  switch (action.how) {
    case "on":
      return `${action.switch} on${pitch}`;
    case "off":
      return `${action.switch} off`;
    case "toggle":
      return `${action.switch} on${pitch}, or off`;
    case "pulse":
      return `${action.switch} on${pitch} for ${time(action.ms ?? 1000)}`;
  }
}

/** When a control acts, in words: "held for 500 ms: … every 150 ms, from 2 s every 40 ms". */
export function gestureWords({ on, after, repeat }: Pick<Control, "on" | "after" | "repeat">): string {
  const [first, ...faster] = [...(repeat ?? [])].sort((one, other) => one.from - other.from);
  const again = first
    ? `held for ${time(first.from)}: again every ${time(first.every)}${faster
        .map(({ from, every }) => `, from ${time(from)} every ${time(every)}`)
        .join("")}`
    : "";
  if (on === "hold") return first ? again : `held for ${time(after ?? 1000)}`;
  if (on === "turn-right" || on === "turn-left")
    return `turned to the ${on === "turn-right" ? "right" : "left"}, each step`;
  const once = on === "press" ? "pressed" : "let go";
  return first ? `${once}, and ${again}` : once;
}

/** A control in a line: "SW1 pressed: lapsToGo down by 1, not below 0". */
export const controlWords = (control: Control, live: Pick<Live, "values">): string =>
  `${control.unit}${control.key === undefined ? "" : ` key ${control.key}`} ${gestureWords(control)}: ${actionWords(control.does, live)}`;

/** When a face is shown, in words. */
export function faceWords(face: LiveFace, live: Live): string {
  const turning = live.faces.filter((one) => one.while === undefined);
  const runs = face.runs ? `, running to the ${face.runs}` : "";
  const blinks = `${runs}${face.blinks ? ", blinking twice a second" : ""}`;
  if (face.while) return `while ${conditionWords(face.while, live)}${blinks}`;
  if (turning.length > 1)
    return `${face.for ? `for ${time(face.for)}, ` : face.runs ? "until it is through, " : ""}in turn${blinks}`;
  return `${live.faces.length > 1 ? "otherwise" : "all the time"}${blinks}`;
}
