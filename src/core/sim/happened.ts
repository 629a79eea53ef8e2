import type { Program } from "../program";
import type { Nanoseconds } from "../quantity";
import type { Live } from "../rig";

/** Something that took place while a program that reacts ran. */
export interface Happened {
  readonly at: Nanoseconds;
  readonly says: string;
}

/** How many of them one looks back on. */
const LOOKED_BACK = 40;

type Look = (variable: string) => number;

/** Something of a program that is looked at, with what is said when it has become something else. */
interface Watched {
  readonly now: (look: Look) => number;
  readonly says: (value: number) => string | undefined;
  last: number | undefined;
}

/**
 * What happens as a program runs: contacts it takes for pressed, values hands change, what runs and what is switched.
 * Values that change by themselves, as time does, are on the face and not told one by one.
 */
export class Happenings {
  private readonly watched: readonly Watched[];
  private readonly all: Happened[] = [];

  constructor(
    { live }: Pick<Program, "live">,
    rig: Live | undefined,
    private readonly look: Look,
  ) {
    this.watched = live && rig ? watchedOf(live, rig) : [];
  }

  /** Notes what has become different by now. */
  note(at: Nanoseconds): void {
    for (const one of this.watched) {
      const value = one.now(this.look);
      const before = one.last;
      one.last = value;
      if (before === undefined || before === value) continue;
      const says = one.says(value);
      if (says !== undefined) this.add(at, says);
    }
  }

  /** Notes what is said as it is: a line that was sent. */
  add(at: Nanoseconds, says: string): void {
    this.all.push({ at, says });
    if (this.all.length > LOOKED_BACK) this.all.shift();
  }

  /** What took place last, the latest first. */
  get latest(): readonly Happened[] {
    return [...this.all].reverse();
  }
}

function watchedOf(live: NonNullable<Program["live"]>, rig: Live): Watched[] {
  const contacts = (live.contacts ?? []).map(({ unit, key, variable }): Watched => {
    const called = key === undefined ? unit : `${unit} key ${key}`;
    return {
      now: (look) => look(variable),
      says: (value) => (value ? `${called} is taken for pressed` : undefined),
      last: undefined,
    };
  });
  const values = live.shown.flatMap(({ name, worth, running }): Watched[] => {
    const value = rig.values.find((one) => one.name === name);
    const isStepped = value && ("count" in value || "entry" in value || "random" in value);
    return [
      ...(isStepped ? [{ now: worth, says: (now: number) => `${name} is ${now}`, last: undefined }] : []),
      ...(running === undefined
        ? []
        : [
            {
              now: (look: Look) => look(running),
              says: (now: number) => `${name} ${now ? "runs" : "stands still"}`,
              last: undefined,
            },
          ]),
    ];
  });
  const outputs = live.outputs.map(({ unit, variable }): Watched => ({
    now: (look) => look(variable),
    says: (value) => `${unit} is switched ${value ? "on" : "off"}`,
    last: undefined,
  }));
  return [...contacts, ...values, ...outputs];
}
