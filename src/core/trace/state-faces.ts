import { isMultiplexed, type RigModel } from "../address";
import { circuitOf } from "../circuit";
import type { Milliamps, Nanoseconds } from "../quantity";
import { type PipId, digitOf } from "../rig";
import { VISIBLE, shownOnAll, type Board } from "../sim";
import type { FaceFollower, ShowFace } from "./face-follower";

/** So long an eye adds up light; digits that take turns within it are seen together. */
const EYE: Nanoseconds = 20e6;
/** What stands so long on digits that do not take turns is a face of its own; shorter, it is on its way to one. */
const STANDS: Nanoseconds = 2e6;
/** A state that comes again within this time takes its turn with others. */
const RETURNS: Nanoseconds = 60e6;
/** States are forgotten after this time. */
const FORGOTTEN: Nanoseconds = 250e6;
/** Ghosts and edges are far dimmer than what is meant to be seen. */
const DIM = 0.1;

/** What is lit in one state of the outputs. */
interface Light {
  readonly key: string;
  /** By the place of each LED among the model's addresses. */
  readonly currents: readonly Milliamps[];
}

/** A state within the face that is under way. */
interface Span {
  readonly light: Light;
  time: Nanoseconds;
  lastFrom: Nanoseconds;
  lastTo: Nanoseconds;
  /** From one appearance to the next; undefined while it has appeared once. */
  period: Nanoseconds | undefined;
}

interface Stretch {
  readonly light: Light;
  readonly from: Nanoseconds;
  readonly to: Nanoseconds;
}

/**
 * What a display without driver chips shows, told from the states its outputs go through. A face begins at the moment a
 * state appears that was not among those that take turns, or when one of them stays away; never at a beat of our own.
 */
export class StateFaces implements FaceFollower {
  private readonly circuit;
  private readonly outputLines: ReadonlySet<string>;
  private readonly pips: readonly PipId[];
  private readonly lights = new Map<string, Light>();
  private readonly takesTurns: boolean;
  private readonly alone: Nanoseconds;
  private light: Light;
  private since: Nanoseconds = 0;
  /** The face that is under way: from when on, and the states it is made of. */
  private from: Nanoseconds = 0;
  private spans = new Map<string, Span>();
  /** All states of late, to tell what returns. */
  private readonly seen = new Map<string, Span>();
  private log: Stretch[] = [];
  private logRoom = 1000;
  private given = false;
  /** Where a run of states too short to count begins. */
  private flickerFrom: Nanoseconds | undefined;
  private before: ReadonlySet<PipId> = new Set();

  constructor(
    private readonly model: RigModel,
    private readonly board: Board,
    private readonly show: ShowFace,
  ) {
    this.circuit = circuitOf(model);
    this.outputLines = new Set(
      this.circuit.outputs.flatMap((driver) => (driver.kind === "line" ? [driver.line] : [])),
    );
    this.pips = model.addresses.map(({ pip }) => pip);
    this.takesTurns = isMultiplexed(model);
    this.alone = this.takesTurns ? EYE : STANDS;
    this.light = this.look();
  }

  private look(): Light {
    const levels = this.circuit.outputs.map((driver) => this.board.level(driver));
    const state = levels.join("");
    const known = this.lights.get(state);
    if (known) return known;
    const { leds } = this.circuit.solve(levels);
    const currents = this.pips.map((pip) => leds.get(pip) ?? 0);
    const key = currents.flatMap((current, at) => (current > VISIBLE ? [at] : [])).join();
    const light: Light = { key, currents };
    if (this.lights.size > 20_000) this.lights.clear();
    this.lights.set(state, light);
    return light;
  }

  until(): void {
    // Nothing happens of itself: what stands is told when it ends.
  }

  wrote(): void {
    // There is no memory to write to.
  }

  changed(line: string, at: Nanoseconds): void {
    if (!this.board.takeTouched() && !this.outputLines.has(line)) return;
    const light = this.look();
    if (light.key === this.light.key) return;
    this.close({ light: this.light, from: this.since, to: at });
    this.light = light;
    this.since = at;
  }

  /** A state is over. */
  private close(stretch: Stretch): void {
    const { light, from, to } = stretch;
    const time = to - from;
    if (time <= 0) return;
    if (!this.given && light.key === "") {
      // Dark until something is driven: no part of what comes.
      this.give(from, new Set());
      this.from = to;
      return;
    }
    if (time >= this.alone) return this.stand(stretch);
    const longest = Math.max(...[...this.spans.values()].map((span) => span.lastTo - span.lastFrom), 0);
    if (time < longest * DIM) this.flickerFrom ??= from;
    else {
      const known = this.seen.get(light.key);
      if (!known || from - known.lastTo > RETURNS) this.change(this.flickerFrom ?? from);
      this.flickerFrom = undefined;
    }
    this.note(stretch);
    this.missed(to);
  }

  /** A state stands so long that it is a face of its own. */
  private stand({ light, from, to }: Stretch): void {
    const begun = this.spans.size > 0 && from - this.from < EYE ? this.from : from;
    if (this.spans.size > 0 && from - this.from >= EYE) this.give(this.from, this.litOf(this.spans.values()));
    this.give(begun, this.litOf([{ light, time: to - from }]));
    this.from = to;
    this.spans.clear();
    this.log = [];
    this.flickerFrom = undefined;
    this.remember({ light, from, to });
  }

  /** Another face begins: what stood before is told if an eye has seen it. */
  private change(at: Nanoseconds): void {
    if (at - this.from >= EYE) {
      const earlier = new Map<string, Span>();
      for (const stretch of this.log) if (stretch.to <= at) this.add(earlier, stretch);
      this.give(this.from, this.litOf(earlier.values()));
      this.from = at;
    } else if (this.spans.size === 0) this.from = at;
    this.spans.clear();
    this.log = this.log.filter(({ to }) => to > at);
    for (const stretch of this.log) this.add(this.spans, stretch);
  }

  private note(stretch: Stretch): void {
    this.log.push(stretch);
    if (this.log.length > this.logRoom) {
      this.log = this.log.filter(({ to }) => to >= stretch.to - FORGOTTEN);
      this.logRoom = Math.max(1000, this.log.length * 2);
    }
    this.add(this.spans, stretch);
    this.remember(stretch);
  }

  private remember(stretch: Stretch): void {
    this.add(this.seen, stretch);
    if (this.seen.size < 512) return;
    for (const [key, { lastTo }] of this.seen) if (stretch.to - lastTo > FORGOTTEN) this.seen.delete(key);
  }

  private add(spans: Map<string, Span>, { light, from, to }: Stretch): void {
    const known = spans.get(light.key);
    if (!known) {
      spans.set(light.key, { light, time: to - from, lastFrom: from, lastTo: to, period: undefined });
      return;
    }
    known.time += to - from;
    known.period = from - known.lastFrom;
    known.lastFrom = from;
    known.lastTo = to;
  }

  /** A state that took its turn and has stayed away: another face began when it should have come. */
  private missed(now: Nanoseconds): void {
    for (const { light, lastFrom, lastTo, period } of this.spans.values())
      if (light.key !== "" && period !== undefined && now - lastTo > Math.max(EYE * 1.25, period * 2))
        return this.change(Math.min(now, Math.max(lastTo, lastFrom + period)));
  }

  /** The LEDs an eye sees of some states. */
  private litOf(states: Iterable<{ readonly light: Light; readonly time: Nanoseconds }>): Set<PipId> {
    const charge = new Float64Array(this.pips.length);
    let total = 0;
    for (const { light, time } of states) {
      total += time;
      light.currents.forEach((current, at) => (charge[at]! += current * time));
    }
    const most = Math.max(0, ...charge) / Math.max(1, total);
    return new Set(
      this.pips.filter((_, at) => charge[at]! / Math.max(1, total) > Math.max(VISIBLE, most * DIM)),
    );
  }

  private give(at: Nanoseconds, lit: ReadonlySet<PipId>): void {
    this.before = lit;
    this.given = true;
    this.show({ at, digits: shownOnAll(this.model, { lit, unknown: new Set() }) });
  }

  end(at: Nanoseconds): void {
    const last: Stretch = { light: this.light, from: this.since, to: at };
    this.close(last);
    if (at <= this.from && at > 0) return;
    if (!this.takesTurns && at - this.from < EYE)
      return this.give(this.from, this.litOf([{ light: this.light, time: 1 }]));
    const lit = this.litOf(this.spans.values());
    if (at - this.from >= EYE) return this.give(this.from, lit);
    // The capture ends within a turn: digits that have not had theirs since the change keep what they showed.
    const fresh = new Set([...lit].map(digitOf));
    this.give(this.from, new Set([...lit, ...[...this.before].filter((pip) => !fresh.has(digitOf(pip)))]));
  }
}
