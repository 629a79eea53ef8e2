import { modelOf } from "@/core/address";
import { wireUp } from "@/core/inputs";
import {
  DEFAULT_PLAN,
  USUAL_SHOW,
  ledValues,
  newRig,
  type Rig,
  type TapeItem,
  type UnitRef,
} from "@/core/rig";

/** A rig with parts more, each wired as one customarily does. @throws where one cannot be: a demo rig is known to be good */
function withParts(rig: Rig, ...ids: readonly string[]): { readonly rig: Rig; readonly refs: UnitRef[] } {
  const refs: UnitRef[] = [];
  let grown = rig;
  for (const id of ids) {
    const wired = wireUp(modelOf(grown), id, id === "led" ? { colour: "amber" } : {});
    if (!wired.ok) throw new Error(wired.message);
    grown = wired.rig;
    refs.push(wired.ref);
  }
  return { rig: grown, refs };
}

const press = (unit: UnitRef, at: number, ms = 120): TapeItem[] => [
  { at, press: unit },
  { at: at + ms, release: unit },
];

/** Laps to go: the judge presses at every passage, the bell rings for the last lap. */
function lapBell(): Rig {
  const plain = newRig(
    {
      id: "lap-bell",
      name: "Lap bell",
      note: "Saltreed Rowers, regatta: laps to go. The judge's button counts down, held it sets twelve again; the bell sounds for the last lap.",
      show: { ...USUAL_SHOW, mode: "hold", hold: "12" },
    },
    { ...DEFAULT_PLAN, digits: 2, lines: { data: "5", clock: "6", latch: "7" } },
    { ohms: 560, led: ledValues("red") },
  );
  const { rig, refs } = withParts(plain, "button", "button", "buzzer");
  const [lap, again, bell] = refs as [UnitRef, UnitRef, UnitRef];
  // The judge's button is worn.
  const units = rig.units.map((unit) => (unit.ref === lap ? { ...unit, hand: { bounce: 9 } } : unit));
  return {
    ...rig,
    units,
    live: {
      values: [{ name: "lapsToGo", kept: true, count: { least: 0, most: 12, start: 12, wraps: false } }],
      keep: { every: 2000, spread: true },
      faces: [
        { shows: "{lapsToGo}", while: { value: "lapsToGo", is: "equal", than: 0 }, blinks: true },
        { shows: "{lapsToGo}" },
      ],
      controls: [
        { unit: lap, on: "press", does: { step: -1, value: "lapsToGo" } },
        { unit: again, on: "hold", after: 2000, does: { reset: "lapsToGo" } },
      ],
      events: [
        {
          when: { value: "lapsToGo", is: "equal", than: 1 },
          does: { switch: bell, how: "pulse", ms: 1500 },
        },
      ],
      debounce: { way: "states", ms: 20 },
      digits: "divide",
    },
    tapes: [
      {
        name: "A whole race",
        items: [
          { at: 400, reads: "12" },
          ...Array.from({ length: 11 }, (_, nth) => press(lap, 500 + nth * 400)).flat(),
          { at: 4700, reads: "1" },
          { at: 4750, output: bell, on: true },
          { at: 6300, output: bell, on: false },
          ...press(lap, 6500),
          { at: 6600, value: "lapsToGo", least: 0, most: 0 },
          ...press(again, 7000, 2200),
          { at: 9300, reads: "12" },
        ],
      },
      {
        name: "A power cut at seven",
        items: [
          ...Array.from({ length: 5 }, (_, nth) => press(lap, 500 + nth * 300)).flat(),
          { at: 2000, reads: "7" },
          { at: 4500, cut: "power" },
          { at: 4700, reads: "7" },
          ...press(lap, 5000),
          { at: 5200, reads: "6" },
        ],
      },
    ],
  };
}

/** Rigs of the tide hut that react. */
export const LIVE_RIGS: readonly Rig[] = [lapBell()];
