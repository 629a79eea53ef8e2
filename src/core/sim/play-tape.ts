import type { RigModel } from "../address";
import { cellSegments, inOrder, splitCells } from "../glyph";
import { isMove, type Move } from "../inputs";
import { buildProgram } from "../program";
import type { Nanoseconds } from "../quantity";
import { showsDots, type Tape, type TapeItem } from "../rig";
import { marksOf } from "../show";
import type { ReadFace } from "./face-shape";
import type { LiveNow } from "./live-now";
import { PoweredRig, isCut, type Cut } from "./powered";

/** An expectation of a tape, and what was there instead. */
export interface Checked {
  /** Place among the tape's items. */
  readonly nth: number;
  readonly ok: boolean;
  /** What there was: what read, where the output or the value stood. */
  readonly saw: string;
}

/** What stood on the face from a moment on, and the values and outputs behind it. */
export interface LiveStretch extends Pick<LiveNow, "values" | "outputs" | "told"> {
  readonly from: Nanoseconds;
  readonly reads: string;
}

export interface Played {
  readonly checked: readonly Checked[];
  readonly stretches: readonly LiveStretch[];
  /** ns that were run. */
  readonly ran: Nanoseconds;
}

/** How long is looked for an expectation, in ns: as long as an eye takes a face in. */
const LOOK: Nanoseconds = 40e6;
/** Stretches that are told of. */
const MOST_STRETCHES = 2000;

type Expectation = Exclude<TapeItem, Move | Cut>;

/**
 * Runs a rig from power-up with the hands of a tape, and holds what is expected against what is there: an eye looks for
 * 40 ms from the moment on.
 * @param until ns that are run at least; up to its last item otherwise
 */
export function playTape(
  model: RigModel,
  tape: Pick<Tape, "items">,
  until: Nanoseconds = 0,
  report?: (share: number) => void,
): Played {
  return watchTape(new PoweredRig(model, buildProgram(model), tape.items), tape, until, report);
}

/** A rig that runs with the hands of a tape, whatever code it runs. */
export interface PlayedRig {
  readonly model: RigModel;
  readonly time: Nanoseconds;
  advanceTo(until: Nanoseconds): unknown;
  look(): Pick<ReadFace, "reads" | "live">;
}

/** Runs a rig on and holds what a tape expects against what is there. */
export function watchTape(
  rig: PlayedRig,
  tape: Pick<Tape, "items">,
  until: Nanoseconds,
  report?: (share: number) => void,
): Played {
  const wanted = tape.items
    .flatMap((item, nth) => (isMove(item) || isCut(item) ? [] : [{ item, nth }]))
    .sort((one, other) => one.item.at - other.item.at);
  const last = Math.max(until, ...tape.items.map(({ at }) => at * 1e6 + LOOK));
  const checked: Checked[] = [];
  const stretches: LiveStretch[] = [];
  const look = (): Omit<LiveStretch, "from"> => {
    const { reads, live } = rig.look();
    return { reads, values: live?.values ?? {}, outputs: live?.outputs ?? {}, told: live?.told };
  };
  let due = 0;
  while (rig.time < last) {
    const next = wanted[due];
    const from = next ? Math.round(next.item.at * 1e6) : Infinity;
    if (rig.time >= from) {
      // What was seen up to here belongs to the time before.
      rig.look();
      rig.advanceTo(rig.time + LOOK);
      const seen = look();
      for (let one = wanted[due]; one && one.item.at * 1e6 < rig.time; one = wanted[due]) {
        checked.push({ nth: one.nth, ...held(rig.model, one.item, seen) });
        due += 1;
      }
      note(stretches, rig.time, seen);
      continue;
    }
    rig.advanceTo(Math.min(last, from, rig.time + LOOK));
    note(stretches, rig.time, look());
    report?.(rig.time / last);
  }
  return { checked: checked.sort((one, other) => one.nth - other.nth), stretches, ran: rig.time };
}

function note(stretches: LiveStretch[], from: Nanoseconds, seen: Omit<LiveStretch, "from">): void {
  const before = stretches[stretches.length - 1];
  const { from: _, ...was } = before ?? { from: 0 };
  if (stretches.length < MOST_STRETCHES && JSON.stringify(was) !== JSON.stringify(seen))
    stretches.push({ from, ...seen });
}

/** Whether two texts look alike: on digits an O is a 0, and an S a 5. */
function looksAlike({ rig, digits }: RigModel, one: string, other: string): boolean {
  if (one === other) return true;
  if (showsDots(rig.plan)) return false;
  const shapes = (text: string) =>
    splitCells(text, marksOf(rig))
      .slice(0, digits.length)
      .map((cell) => inOrder(cellSegments(cell, rig.glyphs)).join())
      .join(" ");
  return shapes(one) === shapes(other);
}

function held(
  model: RigModel,
  item: Expectation,
  seen: Omit<LiveStretch, "from">,
): Pick<Checked, "ok" | "saw"> {
  if ("reads" in item)
    return {
      ok: looksAlike(model, seen.reads.trim(), item.reads.trim() || "blank"),
      saw: `reads “${seen.reads.trim()}”`,
    };
  if ("output" in item) {
    const on = seen.outputs[item.output];
    return {
      ok: on === item.on,
      saw:
        on === undefined
          ? `the program does not switch ${item.output}`
          : `${item.output} is ${on ? "on" : "off"}`,
    };
  }
  if ("answers" in item) {
    const last = seen.told?.at(-1);
    return {
      ok: last === item.answers,
      saw: last === undefined ? "nothing was answered" : `answered “${last}”`,
    };
  }
  const value = seen.values[item.value];
  return {
    ok: value !== undefined && value >= item.least && value <= item.most,
    saw: value === undefined ? `there is no value called ${item.value}` : `${item.value} is ${value}`,
  };
}
