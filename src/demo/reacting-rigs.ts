import { modelOf } from "@/core/address";
import { wireKey } from "@/core/inputs";
import { asUnit, type Control, type Rig, type UnitRef } from "@/core/rig";
import { PLAIN, press, withParts } from "./live-parts";

/** The river's warmth by a sensor on the landing stage. */
function waterWarmth(plain: Rig): Rig {
  const { rig, refs } = withParts(plain, "warmth-sensor");
  const [sensor] = refs as [UnitRef];
  return {
    ...rig,
    units: rig.units.map((unit) =>
      unit.ref === sensor ? { ...unit, hand: { rests: 12.4, noise: 0.1 } } : unit,
    ),
    live: {
      ...PLAIN,
      values: [
        {
          name: "warmth",
          reading: {
            of: sensor,
            decimals: 1,
            // 10 mV for each °C: the whole reference of 5 V is 500 °C.
            points: [
              { raw: 0, shows: 0 },
              { raw: 1024, shows: 5000 },
            ],
            samples: 32,
            every: 500,
            rounding: "round",
            hysteresis: 3,
          },
        },
      ],
      faces: [{ shows: "{warmth:1}°" }],
      controls: [],
    },
    tapes: [
      {
        name: "A warm afternoon",
        items: [
          { at: 900, value: "warmth", least: 120, most: 128 },
          { at: 1000, set: sensor, to: 17.5 },
          { at: 2600, value: "warmth", least: 171, most: 179 },
          { at: 3000, set: sensor, to: 9 },
          { at: 4600, value: "warmth", least: 86, most: 94 },
        ],
      },
    ],
  };
}

/** Floats turn two knobs; a lamp says when the water stands high enough below to open the gates. */
function lockGauge(plain: Rig): Rig {
  const { rig, refs } = withParts(plain, "potentiometer", "potentiometer", "led");
  const [above, below, lamp] = refs as [UnitRef, UnitRef, UnitRef];
  const level = (of: UnitRef) => ({
    of,
    decimals: 2,
    points: [
      { raw: 0, shows: 0 },
      { raw: 1023, shows: 450 },
    ],
    samples: 16 as const,
    every: 200,
    rounding: "round" as const,
    hysteresis: 2,
  });
  return {
    ...rig,
    units: rig.units.map((unit) =>
      unit.ref === above
        ? { ...unit, hand: { rests: 76, noise: 0.2 } }
        : unit.ref === below
          ? { ...unit, hand: { rests: 26, noise: 0.2 } }
          : unit,
    ),
    live: {
      ...PLAIN,
      values: [
        { name: "above", reading: level(above) },
        { name: "below", reading: level(below) },
      ],
      faces: [{ shows: "{above:2} {below:2}" }],
      controls: [],
      events: [
        // On from 3.30 m, off again only under 3.20 m: a wave does not make it flicker.
        { when: { value: "below", is: "at-least", than: 330 }, does: { switch: lamp, how: "on" } },
        { when: { value: "below", is: "below", than: 320 }, does: { switch: lamp, how: "off" } },
      ],
    },
    tapes: [
      {
        name: "The lock fills",
        items: [
          { at: 800, value: "below", least: 112, most: 122 },
          { at: 900, output: lamp, on: false },
          { at: 1000, set: below, to: 60 },
          { at: 2000, output: lamp, on: false },
          { at: 2100, set: below, to: 75 },
          { at: 3000, value: "below", least: 332, most: 343 },
          { at: 3100, output: lamp, on: true },
          // Between the two it stays as it is.
          { at: 3200, set: below, to: 72.2 },
          { at: 4000, output: lamp, on: true },
          { at: 4100, set: below, to: 69 },
          { at: 5000, output: lamp, on: false },
        ],
      },
    ],
  };
}

/** Strokes and laps of two crews, counted by keys the display's own chip reads. */
function crewTally(plain: Rig): Rig {
  const keys: UnitRef[] = [];
  let rig = plain;
  for (let nth = 0; nth < 4; nth += 1) {
    const wired = wireKey(modelOf(rig), asUnit("U1"));
    if (!wired.ok) throw new Error(wired.message);
    rig = wired.rig;
    keys.push(wired.ref);
  }
  const [strokesRed, lapsRed, strokesBlue, lapsBlue] = keys as [UnitRef, UnitRef, UnitRef, UnitRef];
  const count = (name: string, most: number) => ({
    name,
    kept: true,
    count: { least: 0, most, start: 0, wraps: true },
  });
  const bound = (unit: UnitRef, value: string): Control[] => [
    { unit, on: "press", does: { step: 1, value } },
    { unit, on: "hold", after: 1500, does: { reset: value } },
  ];
  return {
    ...rig,
    live: {
      ...PLAIN,
      values: [count("strokesRed", 99), count("lapsRed", 9), count("strokesBlue", 99), count("lapsBlue", 9)],
      faces: [{ shows: "{strokesRed}.{lapsRed}  {strokesBlue}.{lapsBlue}" }],
      controls: [
        ...bound(strokesRed, "strokesRed"),
        ...bound(lapsRed, "lapsRed"),
        ...bound(strokesBlue, "strokesBlue"),
        ...bound(lapsBlue, "lapsBlue"),
      ],
    },
    tapes: [
      {
        name: "Two crews, a lap each",
        items: [
          { at: 300, reads: "0.0   0.0" },
          ...press(strokesRed, 500),
          // Both crews at once: the chip tells of every key.
          ...press(strokesRed, 900),
          ...press(strokesBlue, 920),
          ...press(lapsRed, 1400),
          { at: 1700, reads: "2.1   1.0" },
          ...press(lapsBlue, 1900),
          { at: 2200, reads: "2.1   1.1" },
          ...press(strokesRed, 2500, 1700),
          { at: 4400, reads: "0.1   1.1" },
        ],
      },
    ],
  };
}

/** What the harbour office sends, and the time by turns. */
function tideNotice(plain: Rig): Rig {
  const { rig, refs } = withParts(plain, "button", "button");
  const [hours, minutes] = refs as [UnitRef, UnitRef];
  return {
    ...rig,
    live: {
      ...PLAIN,
      values: [
        { name: "notice", message: { most: 40, start: "HIGH 14:32  3.1 m", waits: true } },
        { name: "day", clock: { hours: 24, start: 50_400 } },
      ],
      faces: [
        { shows: "{notice} ↑", runs: "left" },
        { shows: "{day.h}:{day.m:00}", for: 4000 },
      ],
      controls: [
        { unit: hours, on: "press", does: { step: 60, value: "day" } },
        { unit: minutes, on: "press", repeat: [{ from: 500, every: 150 }], does: { step: 1, value: "day" } },
      ],
      sign: { font: "even", align: "center", step: 50 },
    },
    tapes: [
      {
        name: "A notice comes while another runs",
        items: [
          { at: 500, reads: "HIGH 14:32  3.1 m ↑" },
          { at: 1000, type: "LOW 20:51  0.4 m" },
          { at: 1200, answers: "waits" },
          { at: 3000, reads: "HIGH 14:32  3.1 m ↑" },
          { at: 8000, reads: "LOW 20:51  0.4 m ↑" },
          ...press(minutes, 8300),
          { at: 13_000, torn: "FOG ON THE RI" },
          { at: 14_400, answers: "cut off: no end of line within a second" },
          { at: 15_500, reads: "14:01" },
        ],
      },
    ],
  };
}

/** Boats are counted out and in at the boathouse door, in logic; by turns with the time. A lamp says that some are still out. */
function boatsOut(plain: Rig): Rig {
  const { rig, refs } = withParts(plain, "button", "button", "button", "button", "led");
  const [out, back, hour, minute, lamp] = refs as [UnitRef, UnitRef, UnitRef, UnitRef, UnitRef];
  return {
    ...rig,
    units: rig.units.map((unit) =>
      unit.ref === out || unit.ref === back ? { ...unit, hand: { bounce: 4 } } : unit,
    ),
    live: {
      ...PLAIN,
      digits: "carry",
      values: [
        { name: "out", count: { least: 0, most: 24, start: 0, wraps: false } },
        { name: "day", clock: { hours: 12, start: 46_680 } },
      ],
      faces: [
        { shows: "{out:00}.24", for: 3000 },
        { shows: "{day.h}.{day.m:00}", for: 1500 },
      ],
      controls: [
        { unit: out, on: "press", does: { step: 1, value: "out" } },
        { unit: back, on: "press", does: { step: -1, value: "out" } },
        { unit: hour, on: "press", repeat: [{ from: 600, every: 300 }], does: { step: 60, value: "day" } },
        { unit: minute, on: "press", repeat: [{ from: 600, every: 150 }], does: { step: 1, value: "day" } },
      ],
      events: [
        { when: { value: "out", is: "above", than: 0 }, does: { switch: lamp, how: "on" } },
        { when: { value: "out", is: "equal", than: 0 }, does: { switch: lamp, how: "off" } },
      ],
    },
    tapes: [
      {
        name: "Three boats go out, two come back",
        items: [
          { at: 300, reads: "00.24" },
          ...press(out, 500),
          ...press(out, 900),
          { at: 1100, output: lamp, on: true },
          ...press(out, 1300),
          { at: 1500, reads: "03.24" },
          ...press(back, 1800),
          ...press(back, 2200),
          { at: 2400, reads: "01.24" },
          { at: 2500, output: lamp, on: true },
          { at: 3300, reads: "12.58" },
          ...press(minute, 3400),
          ...press(minute, 3600),
          ...press(hour, 3800),
          { at: 4100, reads: "1.00" },
          ...press(back, 4700),
          { at: 5000, reads: "00.24" },
          { at: 5100, output: lamp, on: false },
          ...press(back, 5300),
          { at: 5600, value: "out", least: 0, most: 0 },
        ],
      },
    ],
  };
}

/** What others of them do since they react, by their ids. */
export const REACTING: Readonly<Record<string, (plain: Rig) => Rig>> = {
  "water-warmth": waterWarmth,
  "crew-tally": crewTally,
  "lock-gauge": lockGauge,
  "tide-notice": tideNotice,
  "boats-out": boatsOut,
};
