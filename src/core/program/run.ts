import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import { burstOf, darkState } from "./bursts";
import { drawingTime } from "./drawing";
import type { Expression, Statement } from "./language";
import { Variables, operationsIn, type IntBits } from "./variables";
import type { Program, ProgramEvent, ProgramFrame, Routine, SlotState } from "./types";

export type TimedEvent = ProgramEvent & { readonly at: Nanoseconds };
type Cost = ControllerPart["cost"];
/** Until boards say so themselves, ints are taken as the 8-bit boards have them. */
const INT_BITS: IntBits = 16;

/** What takes place, with its moments. */
type Events = Generator<TimedEvent, void>;
/** The statements of one kind. */
type Doing<What extends Statement["do"]> = Extract<Statement, { do: What }>;

/**
 * Runs a program: yields everything it does with the moment it happens, in integer nanoseconds from its start. Each
 * step takes what the controller's profile says the call costs. Once the timer is started, the tick routine runs at the
 * end of every slot; what it takes is taken from the loop. Ends when nothing is left to do.
 */
export function runProgram(program: Program, cost: Cost): Events {
  return new Run(program, cost).events();
}

/** A program under way: its clock, the face it shows, the slot that is lit, its variables. */
class Run {
  private now: Nanoseconds = 0;
  private frame: ProgramFrame;
  private slot = 0;
  /** When the timer interrupts next, once it runs. */
  private nextTick: Nanoseconds | undefined;
  /** What a wait without drift counts from. */
  private due: Nanoseconds = 0;
  private readonly variables = new Variables(INT_BITS, () => this.now / 1000);

  constructor(
    private readonly program: Program,
    private readonly cost: Cost,
  ) {
    this.frame = program.dark;
  }

  *events(): Events {
    const { variables, setup, loop } = this.program;
    for (const variable of variables ?? []) this.variables.apply({ do: "declare", ...variable });
    yield* this.run(setup, this.frame);
    if (loop.length > 0) while (true) yield* this.run(loop, this.frame);
    if (this.nextTick !== undefined) while (true) yield* this.idle(this.nextTick);
  }

  /** @param shown the face whose times a statement means by "frame" */
  private *run(statements: readonly Statement[], shown: ProgramFrame): Events {
    for (const statement of statements) {
      switch (statement.do) {
        case "line-mode":
          yield { kind: "line-mode", line: statement.line, released: statement.released, at: this.now };
          this.now += this.cost.pinMode;
          break;
        case "show":
        case "set-up-chips":
        case "darken":
          yield* this.putOut(statement);
          break;
        case "take-frame":
          yield* this.take(chosen(this.program, statement.frame, shown));
          break;
        case "wait":
        case "pause":
        case "start-clock":
        case "wait-until-due":
        case "wait-slot":
        case "start-timer":
          yield* this.pass(statement, shown);
          break;
        case "declare":
        case "set":
        case "change":
          this.variables.apply(statement);
          this.now += this.cost.statement;
          break;
        case "for-each-frame":
        case "for-each-slot":
        case "repeat":
        case "if":
        case "while":
        case "guard":
          yield* this.go(statement, shown);
          break;
        case "call":
        case "return":
        case "line-write":
        case "shift-state":
        case "write-lines":
        case "step-ring":
        case "send-writes":
          throw new Error(`${statement.do} belongs into a routine`);
      }
    }
  }

  /** What is put out to the rig: a face's slot, the dark before it, the chips' set-up. */
  private *putOut(statement: Doing<"show" | "set-up-chips" | "darken">): Events {
    const { program, frame, slot } = this;
    const { dark, darken } = program;
    if (statement.do === "set-up-chips") return yield* this.burst(program.setUpState!, "set-up", dark, false);
    if (statement.do === "darken")
      return yield* this.burst(darkState(program, slot), "darken", frame, slot === 0);
    if (statement.state === "blank") return yield* this.burst(dark.states[0]!, "send", dark, false);
    if (frame.drawing) this.now += drawingTime(frame.drawing(), this.cost);
    yield* this.burst(frame.states[slot]!, "send", frame, slot === 0 && darken.length === 0);
  }

  private *burst(state: SlotState, routine: Routine, of: ProgramFrame, beginsScan: boolean): Events {
    const made = burstOf(this.program, state, routine, this.cost);
    yield { kind: "burst", burst: made, state, routine, frame: of, beginsScan, at: this.now };
    this.now += made.duration;
  }

  private *take(next: ProgramFrame): Events {
    if (next === this.frame) return;
    this.frame = next;
    yield { kind: "frame", frame: next, at: this.now };
  }

  /** What lets time pass: ticks of the timer take place in it, where a wait leaves room for them. */
  private *pass(
    statement: Doing<"wait" | "pause" | "start-clock" | "wait-until-due" | "wait-slot" | "start-timer">,
    shown: ProgramFrame,
  ): Events {
    const { program } = this;
    switch (statement.do) {
      case "wait":
        return yield* this.idle(this.now + milliseconds(frameValue(statement.time, shown.time)));
      case "pause": {
        const worth = this.worth(statement.time);
        return yield* this.idle(this.now + worth * (statement.unit === "ms" ? 1_000_000 : 1000));
      }
      case "start-clock":
        this.due = this.now;
        return;
      case "wait-until-due":
        this.due = Math.max(this.now, this.due + milliseconds(frameValue(statement.time, shown.time)));
        this.now = this.due;
        return;
      case "wait-slot":
        this.now += microseconds(statement.time === "on" ? program.on[this.slot]! : program.blankTime);
        return;
      case "start-timer":
        this.nextTick = this.now + microseconds(program.periods[0]!);
    }
  }

  /** Lets time pass; the ticks that fall into it take place. */
  private *idle(until: Nanoseconds): Events {
    const { program, cost } = this;
    while (this.nextTick !== undefined && this.nextTick <= until) {
      this.now = Math.max(this.now, this.nextTick);
      this.nextTick += microseconds(program.periods[this.slot]!);
      // An interrupt costs some of its time on the way in and the rest on the way out.
      const entering = Math.round(cost.interrupt / 2);
      this.now += entering;
      yield* this.run(program.tick, this.frame);
      this.slot = (this.slot + 1) % program.on.length;
      this.now += cost.interrupt - entering;
    }
    this.now = Math.max(this.now, until);
  }

  /** What is done again, or only if: each turn of a loop costs a statement. */
  private *go(
    statement: Doing<"for-each-frame" | "for-each-slot" | "repeat" | "if" | "while" | "guard">,
    shown: ProgramFrame,
  ): Events {
    const { program, cost } = this;
    switch (statement.do) {
      case "for-each-frame":
        for (const each of program.frames) {
          // With a timer the scan goes on by itself, and takes the next face when it is told to.
          if (this.nextTick === undefined) yield* this.take(each);
          yield* this.run(statement.body, each);
          this.now += cost.statement;
        }
        return;
      case "for-each-slot":
        for (this.slot = 0; this.slot < program.on.length; this.slot += 1) {
          yield* this.run(statement.body, shown);
          this.now += cost.statement;
        }
        this.slot = 0;
        return;
      case "repeat":
        for (let time = 0; time < frameValue(statement.times, shown.scans); time += 1)
          yield* this.run(statement.body, shown);
        return;
      case "if": {
        this.now += cost.statement;
        const body = this.worth(statement.condition) ? statement.body : statement.otherwise;
        if (body) yield* this.run(body, shown);
        return;
      }
      case "while":
        while (this.worth(statement.condition)) {
          yield* this.run(statement.body, shown);
          this.now += cost.statement;
        }
        return;
      case "guard":
        yield* this.run(statement.body, shown);
    }
  }

  /** What an expression is worth; working it out takes its time. */
  private worth(expression: Expression): number {
    const value = this.variables.value(expression);
    this.now += operationsIn(expression) * this.cost.statement;
    return value;
  }
}

const microseconds = (time: number): Nanoseconds => Math.round(time * 1000);
const milliseconds = (time: number): Nanoseconds => Math.round(time * 1_000_000);

/** A value a statement has, or leaves to the face that is shown. */
const frameValue = (value: number | "frame", ofFrame: number | undefined): number =>
  value === "frame" ? (ofFrame ?? 1) : value;

/** The face a statement means: of the loop it stands in, or by its place in the show. */
function chosen(
  program: Program,
  which: "each" | "first" | "last" | "blank",
  each: ProgramFrame,
): ProgramFrame {
  switch (which) {
    case "each":
      return each;
    case "first":
      return program.frames[0]!;
    case "last":
      return program.frames[program.frames.length - 1]!;
    case "blank":
      return program.dark;
  }
}
