import type { ControllerPart } from "../parts";
import { burstOf, darkState } from "./bursts";
import { drawingTime } from "./drawing";
import type { Statement } from "./language";
import { TRIGGER_US, microseconds } from "./moments";
import type { Surroundings, TimedEvent } from "./surroundings";
import { Ticking } from "./ticking";
import type { Memory, Program, ProgramFrame, Routine, SlotState } from "./types";
import { Variables, type Outside } from "./variables";
import type { IntBits } from "./widths";

/** The statements of one kind. */
export type Doing<What extends Statement["do"]> = Extract<Statement, { do: What }>;

/** What goes out to the rig and what comes back: the face that is shown, its bursts, keys and echoes that are waited for. */
export abstract class PuttingOut extends Ticking {
  protected readonly variables: Variables;
  protected readonly memory: Memory = {
    array: (name) => this.variables.array(name),
    variable: (name) => this.look(name) ?? 0,
  };
  /** What is put out of the face that was handed over last, slot by slot. */
  protected slotStates: SlotState[] = [];

  constructor(
    program: Program,
    cost: ControllerPart["cost"],
    around: Surroundings | undefined,
    intBits: IntBits,
  ) {
    super(program, cost, around);
    const outside: Outside | undefined = around && {
      level: (line) => around.level(line, this.now),
      convert: (line) => around.convert(line, this.now),
      isSteady: (line) => around.isSteady(line),
      kept: (at) => around.kept(at),
      waiting: () => around.waiting(this.now),
      receive: () => around.receive(this.now),
    };
    this.variables = new Variables(intBits, () => this.now / 1000, outside);
  }

  look(variable: string): number | undefined {
    return this.variables.has(variable) ? this.variables.value({ is: "name", name: variable }) : undefined;
  }

  lookAt(array: string): readonly number[] {
    return this.variables.array(array);
  }

  /** What is put out to the rig: a face's slot, the dark before it, the chips' set-up. */
  protected *putOut(statement: Doing<"show" | "set-up-chips" | "darken">): Generator<TimedEvent, void> {
    const { program, frame, slot } = this;
    const { dark, darken } = program;
    if (statement.do === "set-up-chips") return yield* this.burst(program.setUpState!, "set-up", dark, false);
    if (statement.do === "darken")
      return yield* this.burst(darkState(program, slot), "darken", frame, slot === 0);
    if (statement.state === "blank") return yield* this.burst(dark.states[0]!, "send", dark, false);
    if (frame.drawing) this.now += drawingTime(frame.drawing(), this.cost);
    yield* this.burst(this.slotState(), "send", frame, slot === 0 && darken.length === 0);
  }

  /** What is put out for the slot: of the face, or of what was drawn. */
  private slotState(): SlotState {
    const { live } = this.program;
    if (!live) return this.frame.states[this.slot]!;
    const from = this.slot * live.size;
    return (this.slotStates[this.slot] ??= live.stateOf(
      this.slot,
      this.variables.array(live.pattern).slice(from, from + live.size),
    ));
  }

  private *burst(
    state: SlotState,
    routine: Routine,
    of: ProgramFrame,
    beginsScan: boolean,
  ): Generator<TimedEvent, void> {
    const made = burstOf(this.program, state, routine, this.cost);
    yield { kind: "burst", burst: made, state, routine, frame: of, beginsScan, at: this.now };
    this.now += made.duration;
    this.tally.add("out", made.duration);
  }

  /** Sets the brightness of chips that scan by themselves. */
  protected *dim(step: number): Generator<TimedEvent, void> {
    yield* this.burst(this.program.live!.dims![step]!, "set-up", this.frame, false);
  }

  /** What a chip answers is what hands do at the end of its asking. */
  protected *readKeys({ bus, array }: Doing<"read-keys">): Generator<TimedEvent, void> {
    const { program, around, frame } = this;
    const { units } = program.buses[bus]!;
    const state = program.live!.keys!.find((one) => one.bus === bus)!.asks;
    const answer = around?.keys(units, this.now) ?? [];
    const made = burstOf(program, state, "keys", this.cost);
    yield {
      kind: "burst",
      burst: made,
      state,
      routine: "keys",
      frame,
      beginsScan: false,
      keys: { units, answer },
      at: this.now,
    };
    this.now += made.duration;
    this.tally.add("reading", made.duration);
    this.variables.fill(array, answer);
  }

  /** The board stands still until the echo is over, or its patience; interrupts take place meanwhile. */
  protected *listenFor(
    { trigger, unit, into, patience }: Doing<"echo">,
    routine: string,
  ): Generator<TimedEvent, void> {
    yield { kind: "line", line: trigger, level: 1, at: this.now };
    this.now += this.cost.pinWrite + microseconds(TRIGGER_US);
    yield { kind: "line", line: trigger, level: 0, at: this.now };
    this.now += this.cost.pinWrite;
    const { begins, lasts } = this.around!.echo(unit, this.now);
    const heard = begins + lasts <= microseconds(patience);
    yield* this.idle(this.now + (heard ? begins + lasts : microseconds(patience)));
    this.variables.within(routine, () => this.variables.set(into, heard ? Math.floor(lasts / 1000) : 0));
  }

  protected *take(next: ProgramFrame): Generator<TimedEvent, void> {
    if (next === this.frame) return;
    this.frame = next;
    yield { kind: "frame", frame: next, at: this.now };
  }
}
