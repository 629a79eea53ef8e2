import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import { Acts, type Momentary } from "./acts";
import type { Expression, Statement } from "./language";
import type { Board, ProgramRun, Surroundings, TimedEvent } from "./surroundings";
import { chosen, frameValue, microseconds, milliseconds } from "./moments";
import { Costs } from "./costs";
import { lineAt } from "./variables";
import { SerialOut } from "./serial-out";
import { PuttingOut, type Doing } from "./putting-out";
import type { Program, ProgramFrame } from "./types";

type Cost = ControllerPart["cost"];
/** What takes place, with its moments; it says whether the routine it stands in is over. */
type Events = Generator<TimedEvent, boolean>;

/**
 * Runs a program: yields everything it does with the moment it happens, in integer nanoseconds from its start. Each
 * step takes what the controller's profile says the call costs. Once the timer is started, the tick routine runs at the
 * end of every slot; what it takes is taken from the loop. Ends when nothing is left to do.
 * @param around what it reads; where more is not known yet, a program that reads goes no further and yields "nothing"
 */
export function startProgram(program: Program, board: Board, around?: Surroundings): ProgramRun {
  const run = new Run(program, board, around);
  return {
    events: run.events(),
    look: (variable) => run.look(variable),
    lookAt: (array) => run.lookAt(array),
    passTime: () => run.passTime,
    spent: () => run.tally.spent,
    unseen: (until) => run.unseen(until),
  };
}

/** What a program that reads nothing does, from its start. */
export const runProgram = (program: Program, cost: Cost): Generator<TimedEvent, void> =>
  new Run(program, { cost, intBits: 16, converts: 0 }, undefined).events();

/** A program under way: its clock, the face it shows, the slot that is lit, its variables. */
class Run extends PuttingOut {
  passTime: Nanoseconds = 0;
  /** What a wait without drift counts from. */
  private due: Nanoseconds = 0;
  private readonly acts: Acts;
  private readonly costs: Costs;
  private readonly serial: SerialOut;
  /** What was done without waiting and not yet told. */
  private told: TimedEvent[] = [];

  constructor(program: Program, board: Board, around: Surroundings | undefined) {
    const { cost, intBits } = board;
    super(program, cost, around, intBits);
    this.serial = new SerialOut(cost);
    for (const array of program.live?.arrays ?? []) this.variables.declareArray(array);
    for (const variable of program.variables ?? []) this.variables.apply({ do: "declare", ...variable });
    this.costs = new Costs(this.variables, board);
    this.acts = new Acts(this.variables, program.live?.routines ?? [], this.costs, {
      spend: (time) => (this.now += time),
      read: (time) => this.tally.add("reading", time),
      deed: (deed, routine) => this.momentary(deed, routine),
    });
  }

  protected tick(): Generator<TimedEvent, unknown> {
    return this.run(this.program.tick, this.frame);
  }

  protected interrupt(routine: string): Generator<TimedEvent, unknown> {
    return this.run([{ do: "call", routine, given: [] }], this.frame);
  }

  *events(): Generator<TimedEvent, void> {
    const { setup, loop } = this.program;
    yield* this.run(setup, this.frame);
    if (loop.length > 0) while (true) yield* this.pass(loop);
    if (this.nextTick !== undefined) while (true) yield* this.idle(this.nextTick);
  }

  /**
   * Once through the loop. A pass in which nothing changed is followed by others just like it until the clock or a hand
   * makes a difference: they are gone through at once.
   */
  private *pass(loop: readonly Statement[]): Generator<TimedEvent, void> {
    const { noted } = this.variables;
    const began = this.now;
    const spent = this.tally.begin();
    noted.changed = false;
    noted.unsteady = false;
    noted.until = Infinity;
    const moved = this.around?.moved;
    let [events, bursts] = [0, 0];
    for (const event of this.run(loop, this.frame)) {
      events += 1;
      if (event.kind === "burst") bursts += 1;
      yield event;
    }
    const { around } = this;
    if (!around) return;
    const took = this.now - began;
    if (!noted.changed) this.passTime = took;
    const passed = this.tally.passed(spent, took);
    const { changed, unsteady, until } = noted;
    // A hand that moved in the middle of the pass was seen by half of it.
    const told = this.now < this.unseenUntil ? events - bursts : events;
    const quiet = told === 0 && !changed && !unsteady && took > 0 && around.moved === moved;
    if (this.isDue(this.now)) yield* this.ticks(this.now);
    this.tally.end(passed, changed);
    if (quiet) yield* this.again(passed, took, until * 1000);
    if (this.now >= around.knownUntil) yield { kind: "nothing", at: this.now };
  }

  /**
   * @param shown the face whose times a statement means by "frame"
   * @param routine whose names the statements speak of
   */
  private *run(statements: readonly Statement[], shown: ProgramFrame, routine = ""): Events {
    for (const statement of statements) {
      const act = this.acts.of(statement, routine);
      if (act) {
        const ended = act();
        if (this.told.length > 0) yield* this.tell();
        if (ended) return true;
        continue;
      }
      switch (statement.do) {
        case "line-mode":
          yield { kind: "line-mode", line: statement.line, released: statement.released, at: this.now };
          this.now += this.cost.pinMode;
          break;
        case "line-output":
          yield { kind: "line-output", line: statement.line, at: this.now };
          this.now += this.cost.pinMode;
          break;
        case "listen":
          this.serial.open(statement.baud);
          this.now += this.cost.pinMode;
          break;
        case "attach":
          this.attached.set(statement.line, statement.routine);
          this.around?.watch(statement.line, this.now);
          this.now += this.cost.pinMode;
          break;
        case "line-input":
          this.around?.input(statement.line, statement.pulledUp);
          this.now += this.cost.pinMode;
          break;
        case "show":
        case "set-up-chips":
        case "darken":
          yield* this.putOut(statement);
          break;
        case "dim":
          yield* this.dim(this.worth(statement.step, routine));
          break;
        case "read-keys":
          yield* this.readKeys(statement);
          break;
        case "echo":
          yield* this.listenFor(statement, routine);
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
          yield* this.letPass(statement, shown, routine);
          break;
        case "for-each-frame":
        case "for-each-slot":
        case "repeat":
        case "if":
        case "while":
        case "count":
        case "guard":
        case "call":
          if (yield* this.go(statement, shown, routine)) return true;
          break;
        case "shift-state":
        case "write-lines":
        case "step-ring":
        case "send-writes":
        case "line-write":
          throw new Error(`${statement.do} belongs into a routine`);
      }
    }
    return false;
  }

  /** Notes what was done without waiting. */
  private momentary(deed: Momentary, routine: string): void {
    if (deed.do === "line-set") {
      const level = this.variables.value(deed.level, routine) ? 1 : 0;
      this.told.push({ kind: "line", line: deed.line, level, at: this.now });
      this.now += this.cost.pinWrite;
      return;
    }
    if (deed.do === "line-pull") {
      this.around?.pull(deed.line, deed.low === 1, this.now);
      this.now += this.cost.pinMode;
      return;
    }
    if (deed.do === "nth-line") return this.nthLine(deed, routine);
    if (deed.do === "keep") {
      const at = this.variables.value(deed.at, routine);
      const value = this.variables.value(deed.value, routine);
      this.now += this.cost.statement + (this.around?.keep(at, value & 255, this.now) ?? 0);
      return;
    }
    if (deed.do === "tell") return this.tellLine(deed, routine);
    const { live } = this.program;
    if (!live) return;
    const drawn = this.variables.array(live.drawn);
    this.variables.copy(live.drawn, live.pattern);
    this.slotStates = [];
    // As long as a loop of the sketch takes that copies byte by byte.
    this.now += drawn.length * 3 * this.cost.statement;
    const frame = live.faceOf(this.memory);
    if (frame === this.frame) return;
    this.frame = frame;
    this.told.push({ kind: "frame", frame, at: this.now });
  }

  /** A line that was worked out is driven, its level first so that it never shows another, or let go. */
  private nthLine({ lines, at, becomes }: Extract<Momentary, { do: "nth-line" }>, routine: string): void {
    const line = lineAt(lines, this.variables.value(at, routine));
    const entry = this.cost.statement;
    if (becomes === "low" || becomes === "high") {
      this.told.push({ kind: "line", line, level: becomes === "high" ? 1 : 0, at: this.now + entry });
      this.now += this.cost.pinWrite + entry;
      this.told.push({ kind: "line-output", line, at: this.now });
    } else {
      this.around?.input(line, becomes === "pulled-up");
      this.told.push({ kind: "line-mode", line, released: true, at: this.now });
    }
    this.now += this.cost.pinMode + entry;
  }

  /** A line goes out behind the program's back. */
  private tellLine({ parts }: Extract<Momentary, { do: "tell" }>, routine: string): void {
    const text = parts
      .map((part) => (typeof part === "string" ? part : String(this.variables.value(part, routine))))
      .join("");
    this.now = this.serial.send(text, this.now);
    this.told.push({ kind: "told", text, at: this.now });
  }

  /** Tells what was done, with the ticks that fell in between. */
  private *tell(): Generator<TimedEvent, void> {
    const told = this.told;
    this.told = [];
    for (const event of told) {
      if (this.isDue(event.at)) yield* this.ticks(event.at);
      yield event;
    }
  }

  /** What lets time pass: ticks of the timer take place in it, where a wait leaves room for them. */
  private *letPass(
    statement: Doing<"wait" | "pause" | "start-clock" | "wait-until-due" | "wait-slot" | "start-timer">,
    shown: ProgramFrame,
    routine: string,
  ): Generator<TimedEvent, void> {
    const { program } = this;
    switch (statement.do) {
      case "wait":
        return yield* this.idle(this.now + milliseconds(frameValue(statement.time, shown.time)));
      case "pause": {
        const worth = this.worth(statement.time, routine);
        return yield* this.idle(this.now + worth * (statement.unit === "ms" ? 1_000_000 : 1000));
      }
      case "start-clock":
        this.due = this.now;
        return;
      case "wait-until-due":
        this.due = Math.max(this.now, this.due + milliseconds(frameValue(statement.time, shown.time)));
        this.stand(this.due - this.now);
        return;
      case "wait-slot":
        this.stand(microseconds(statement.time === "on" ? program.on[this.slot]! : program.blankTime));
        return;
      case "start-timer":
        this.nextTick = this.now + microseconds(program.periods[0]!);
    }
  }

  /** What is done again, or only if: each turn of a loop costs a statement. */
  private *go(
    statement: Doing<
      "for-each-frame" | "for-each-slot" | "repeat" | "if" | "while" | "count" | "guard" | "call"
    >,
    shown: ProgramFrame,
    routine: string,
  ): Events {
    const { program, cost } = this;
    switch (statement.do) {
      case "for-each-frame":
        for (const each of program.frames) {
          // With a timer the scan goes on by itself, and takes the next face when it is told to.
          if (this.nextTick === undefined) yield* this.take(each);
          if (yield* this.run(statement.body, each, routine)) return true;
          this.now += cost.statement;
        }
        return false;
      case "for-each-slot":
        for (this.slot = 0; this.slot < program.on.length; this.slot += 1) {
          if (yield* this.run(statement.body, shown, routine)) return true;
          this.now += cost.statement;
        }
        this.slot = 0;
        return false;
      case "repeat":
        for (let time = 0; time < frameValue(statement.times, shown.scans); time += 1)
          if (yield* this.run(statement.body, shown, routine)) return true;
        return false;
      case "if": {
        this.now += cost.statement;
        const body = this.worth(statement.condition, routine) ? statement.body : statement.otherwise;
        return body ? yield* this.run(body, shown, routine) : false;
      }
      case "while":
        while (this.worth(statement.condition, routine)) {
          if (yield* this.run(statement.body, shown, routine)) return true;
          this.now += cost.statement;
        }
        return false;
      case "count":
        return yield* this.count(statement, shown, routine);
      case "guard":
        return yield* this.run(statement.body, shown, routine);
      case "call": {
        const { body } = this.acts.routine(statement.routine);
        this.acts.give(
          statement.routine,
          statement.given.map((one) => this.worth(one, routine)),
        );
        this.now += cost.statement;
        yield* this.run(body, shown, statement.routine);
        return false;
      }
    }
  }

  /** A turn costs a step and a look at how far it is. */
  private *count(
    { name, width, from, below, body }: Doing<"count">,
    shown: ProgramFrame,
    routine: string,
  ): Events {
    const { variables } = this;
    const own = (value: number) => variables.within(routine, () => variables.declare(name, width, value));
    const turn = { is: "name", name } as const;
    own(variables.value(from, routine));
    while (variables.value(turn, routine) < variables.value(below, routine)) {
      this.now += 2 * this.cost.statement;
      if (yield* this.run(body, shown, routine)) return true;
      own(variables.value(turn, routine) + 1);
    }
    return false;
  }

  /** What an expression is worth; working it out takes its time. */
  private worth(expression: Expression, routine: string): number {
    const value = this.variables.value(expression, routine);
    this.now += this.variables.within(routine, () => this.costs.of(expression));
    return value;
  }
}
