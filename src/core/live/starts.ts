import { gridOf, modelOf } from "../address";
import { wireUp } from "../inputs";
import { reactsNot, type Action, type Control, type Live, type Rig, type UnitRef } from "../rig";
import { marksOf, digitsIn } from "../show";
import { usualReading } from "./usual-reading";

/** What a rig is to do, ready to begin with; everything of it can be changed afterwards. */
export interface Start {
  readonly id:
    | "count"
    | "countdown"
    | "stopwatch"
    | "clock"
    | "clock-chip"
    | "reading"
    | "distance"
    | "knob"
    | "entry"
    | "message"
    | "chance";
  readonly title: string;
  readonly says: string;
  /** What it adds to the table. */
  readonly parts: string;
}

export const STARTS: readonly Start[] = [
  {
    id: "count",
    title: "Count",
    says: "A button counts up, and faster while it is held; another one goes back to 0.",
    parts: "two buttons",
  },
  {
    id: "countdown",
    title: "Countdown",
    says: "Three presets, start, pause and reset; at zero the face blinks and a buzzer sounds.",
    parts: "three buttons, a buzzer with its transistor",
  },
  {
    id: "stopwatch",
    title: "Stopwatch",
    says: "One button starts and pauses, another resets to zero; hundredths if there are enough digits.",
    parts: "two buttons",
  },
  {
    id: "clock",
    title: "Clock",
    says: "The time of day from the board’s own clock, set with one button for the hours and one for the minutes.",
    parts: "two buttons",
  },
  {
    id: "clock-chip",
    title: "Clock with a clock chip",
    says: "The time of day from a clock chip, which keeps running while the power is off; set with the same two buttons.",
    parts: "a clock chip, two buttons",
  },
  {
    id: "reading",
    title: "Temperature",
    says: "A 10 mV/°C sensor, averaged over several conversions, with one decimal.",
    parts: "a temperature sensor",
  },
  {
    id: "distance",
    title: "Distance",
    says: "The distance to the nearest object in centimetres, from an echo sensor; out of range keeps the last value.",
    parts: "a distance sensor",
  },
  {
    id: "knob",
    title: "Knob",
    says: "The position of a knob from 0 to 99, steady in spite of noise.",
    parts: "a potentiometer",
  },
  {
    id: "entry",
    title: "Number by keypad",
    says: "Type digits, one key accepts and one clears; a number out of range is refused and the face blinks.",
    parts: "a keypad of twelve keys",
  },
  {
    id: "message",
    title: "Message sign",
    says: "Text received over the serial line from a computer or another board; you choose the first message.",
    parts: "nothing: the board’s own serial line takes it",
  },
  {
    id: "chance",
    title: "Random number",
    says: "Numbers change while a button is held; the last one stays.",
    parts: "a button",
  },
];

export type Started =
  { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly message: string };

/** Parts that are added for a start, or taken where the rig has such already and nothing uses them. */
class Gather {
  readonly refs: UnitRef[] = [];
  message: string | undefined;

  constructor(public rig: Rig) {}

  part(id: string): UnitRef {
    const there = this.rig.units.find(({ ref, part }) => part === id && !this.refs.includes(ref));
    if (there) {
      this.refs.push(there.ref);
      return there.ref;
    }
    const wired = wireUp(modelOf(this.rig), id);
    if (!wired.ok) {
      this.message ??= wired.message;
      return "" as UnitRef;
    }
    this.rig = wired.rig;
    this.refs.push(wired.ref);
    return wired.ref;
  }
}

const PLAIN: Pick<Live, "debounce" | "digits" | "events" | "controls" | "values"> = {
  debounce: { way: "states", ms: 20 },
  digits: "divide",
  values: [],
  controls: [],
  events: [],
};

/** Held for half a second: seven a second; from two seconds on twenty-five. */
const FASTER: NonNullable<Live["controls"][number]["repeat"]> = [
  { from: 500, every: 150 },
  { from: 2000, every: 40 },
];

/** Makes a rig do one of the ready starts: the parts it needs are added and wired, what it showed before is kept. */
export function startWith(rig: Rig, id: Start["id"]): Started {
  const not = reactsNot(rig.plan);
  if (not !== undefined)
    return { ok: false, message: `${not.replace(/^./, (first) => first.toUpperCase())}.` };
  const gather = new Gather(rig);
  const live = liveFor(gather, id);
  if (gather.message !== undefined) return { ok: false, message: gather.message };
  return { ok: true, rig: { ...gather.rig, live } };
}

function liveFor(gather: Gather, id: Start["id"]): Live {
  const grid = gridOf(modelOf(gather.rig));
  // On dots as many characters as a narrow font gets side by side; a colon is one of them.
  const digits = Math.max(1, grid ? Math.floor(grid.width / 4) : digitsIn(gather.rig));
  const colon = grid !== undefined || marksOf(gather.rig).includes("colon");
  const most = 10 ** Math.min(digits, 8) - 1;
  switch (id) {
    case "count": {
      const [up, back] = [gather.part("button"), gather.part("button")];
      return {
        ...PLAIN,
        values: [{ name: "count", count: { least: 0, most, start: 0, wraps: true } }],
        faces: [{ shows: "{count}" }],
        controls: [
          { unit: up, on: "press", repeat: FASTER, does: { step: 1, value: "count" } },
          { unit: back, on: "press", does: { reset: "count" } },
        ],
      };
    }
    case "countdown": {
      const [go, back, next] = [gather.part("button"), gather.part("button"), gather.part("button")];
      const buzzer = gather.part("buzzer");
      const shows = digits >= 4 ? `{left.m:00}${colon ? ":" : "."}{left.s:00}` : "{left.s}";
      return {
        ...PLAIN,
        values: [
          {
            name: "left",
            timer: {
              way: "down",
              presets: digits >= 4 ? [60, 180, 300] : digits >= 2 ? [30, 60, 90] : [3, 6, 9],
              tick: 1000,
              starts: "when-told",
            },
          },
        ],
        faces: [{ shows, while: { value: "left", is: "equal", than: 0 }, blinks: true }, { shows }],
        controls: [
          { unit: go, on: "press", does: { toggle: "left" } },
          { unit: back, on: "press", does: { reset: "left" } },
          { unit: next, on: "press", does: { preset: "left" } },
        ],
        events: [
          { when: { value: "left", is: "equal", than: 0 }, does: { switch: buzzer, how: "pulse", ms: 1500 } },
        ],
      };
    }
    case "stopwatch": {
      const [go, back] = [gather.part("button"), gather.part("button")];
      const [shows, presets] =
        digits >= 6
          ? [`{run.m:00}${colon ? ":" : "."}{run.s:00}.{run.c:00}`, 599_999]
          : digits >= 4
            ? ["{run.s}.{run.c:00}", 9999]
            : digits === 3
              ? ["{run.s}.{run.d}", 9999]
              : ["{run.s}", digits === 2 ? 9999 : 999];
      return {
        ...PLAIN,
        values: [{ name: "run", timer: { way: "up", presets: [presets], tick: 10, starts: "when-told" } }],
        faces: [{ shows }],
        controls: [
          { unit: go, on: "press", does: { toggle: "run" } },
          { unit: back, on: "press", does: { reset: "run" } },
        ],
      };
    }
    case "clock":
    case "clock-chip": {
      const chip = id === "clock-chip" ? gather.part("clock-chip") : undefined;
      const [hour, minute] = [gather.part("button"), gather.part("button")];
      const apart = colon ? ":" : ".";
      return {
        ...PLAIN,
        values: [{ name: "day", clock: { hours: 24, start: 43_200, ...(chip ? { chip } : {}) } }],
        faces: [
          {
            shows:
              digits >= 6
                ? `{day.h}${apart}{day.m:00}${apart}{day.s:00}`
                : digits >= 4
                  ? `{day.h}${apart}{day.m:00}`
                  : "{day.m:00}",
          },
        ],
        controls: [
          { unit: hour, on: "press", repeat: FASTER.slice(0, 1), does: { step: 60, value: "day" } },
          { unit: minute, on: "press", repeat: FASTER.slice(0, 1), does: { step: 1, value: "day" } },
        ],
      };
    }
    case "reading": {
      const of = gather.part("warmth-sensor");
      const decimals = digits >= 3 ? 1 : 0;
      return {
        ...PLAIN,
        values: [{ name: "warmth", reading: usualReading(gather.rig, of, decimals) }],
        faces: [{ shows: `{warmth${decimals ? ":1" : ""}}${digits >= 4 ? "°" : ""}` }],
      };
    }
    case "distance": {
      const of = gather.part("distance-sensor");
      return {
        ...PLAIN,
        values: [{ name: "distance", reading: usualReading(gather.rig, of) }],
        faces: [{ shows: "{distance}" }],
      };
    }
    case "knob": {
      const of = gather.part("potentiometer");
      const [low, high] = usualReading(gather.rig, of).points;
      // On a single digit it goes from 0 to 9.
      const points = [low!, { ...high!, shows: digits >= 2 ? high!.shows : 10 }];
      return {
        ...PLAIN,
        values: [{ name: "level", reading: { ...usualReading(gather.rig, of), points } }],
        faces: [{ shows: "{level}" }],
      };
    }
    case "entry": {
      const unit = gather.part("keypad-3x4");
      const places = Math.min(digits, 4);
      const key = (face: string, does: Action): Control => ({ unit, key: face, on: "press", does });
      return {
        ...PLAIN,
        values: [{ name: "entry", entry: { digits: places, least: 1, most: 10 ** places - 1, start: 0 } }],
        faces: [
          { shows: "{entry}", while: { value: "entry", is: "refused" }, blinks: true },
          { shows: "{entry}" },
        ],
        controls: [
          ...Array.from("1234567890", (face) => key(face, { push: Number(face), value: "entry" })),
          key("#", { accept: "entry" }),
          key("*", { clear: "entry" }),
        ],
      };
    }
    case "message":
      return {
        ...PLAIN,
        values: [
          {
            name: "notice",
            message: { most: 40, start: digits >= 5 ? "HELLO" : "HI", waits: grid !== undefined },
          },
        ],
        faces: [{ shows: "{notice}", ...(grid ? { runs: "left" as const } : {}) }],
      };
    case "chance": {
      const unit = gather.part("button");
      return {
        ...PLAIN,
        values: [{ name: "number", random: { least: 1, most: Math.min(most, 6) } }],
        faces: [{ shows: "{number}" }],
        controls: [{ unit, on: "press", repeat: [{ from: 100, every: 60 }], does: { draw: "number" } }],
      };
    }
  }
}
