import { drawEdges, transportOf, type LineGiven } from "../bus";
import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import { drawingTime } from "./drawing";
import { busPace } from "./driver-writes";
import type { Expression, Statement } from "./language";
import { Variables, operationsIn, type IntBits } from "./variables";
import type { Burst, LineEvent, Program, ProgramEvent, ProgramFrame, Routine, SlotState } from "./types";

export type TimedEvent = ProgramEvent & { readonly at: Nanoseconds };
type Cost = ControllerPart["cost"];
/** Until boards say so themselves, ints are taken as the 8-bit boards have them. */
const INT_BITS: IntBits = 16;
type Routines = Pick<Program, "chain" | "direct" | "digitLines" | "ring" | "buses" | "send" | "darken">;

const bursts = new WeakMap<SlotState, Map<string, Burst>>();

/**
 * What the lines do while a state is put out by a routine; worked out once for each state. Each call takes what the
 * controller's profile says: in a shift the data line is set, then the clock goes up and down.
 */
export function burstOf(program: Routines, state: SlotState, routine: Routine, cost: Cost): Burst {
  const known = bursts.get(state) ?? new Map<string, Burst>();
  bursts.set(state, known);
  const key = `${routine} ${cost.pinWrite} ${cost.shiftBit}`;
  const found = known.get(key) ?? makeBurst(program, state, statementsOf(program, routine), cost);
  known.set(key, found);
  return found;
}

/** The statements of a routine. Strobes rest high before the chips are set up. */
function statementsOf(program: Routines, routine: Routine): readonly Statement[] {
  if (routine !== "set-up") return program[routine];
  const rest = program.buses.flatMap(({ protocol, select }): Statement[] =>
    transportOf(protocol).selectRestsHigh && select !== undefined
      ? [{ do: "line-write", line: select, level: 1 }]
      : [],
  );
  return [...rest, { do: "send-writes" }];
}

function makeBurst(program: Routines, state: SlotState, routine: readonly Statement[], cost: Cost): Burst {
  const events: LineEvent[] = [];
  let now: Nanoseconds = 0;
  const write = (line: string, level: LineGiven, statement: Statement) => {
    events.push({ at: now, line, level, statement });
  };
  const pulse = (line: string, statement: Statement) => {
    for (const level of [1, 0] as const) {
      write(line, level, statement);
      now += cost.pinWrite;
    }
  };
  for (const statement of routine) {
    switch (statement.do) {
      case "line-write":
        write(statement.line, statement.level, statement);
        now += cost.pinWrite;
        break;
      case "shift-state": {
        const third = Math.round(cost.shiftBit / 3);
        for (const byte of state.bytes) {
          for (let turn = 0; turn < 8; turn += 1) {
            const bit = statement.order === "msb-first" ? 7 - turn : turn;
            write(program.chain!.data, ((byte >> bit) & 1) as 0 | 1, statement);
            now += third;
            write(program.chain!.clock, 1, statement);
            now += third;
            write(program.chain!.clock, 0, statement);
            now += cost.shiftBit - 2 * third;
          }
        }
        break;
      }
      case "write-lines":
        program.direct.forEach((line, at) => {
          if (statement.which === "digits" && !program.digitLines.includes(line)) return;
          write(line, state.levels[at]!, statement);
          now += cost.pinWrite;
        });
        break;
      case "send-writes":
        (state.writes ?? []).forEach(({ bus, write: transfer }, place) => {
          const on = program.buses[bus]!;
          const began = now;
          const duration = drawEdges(transfer, on, busPace(on, cost), (at, line, level, bit) =>
            events.push({ at: began + at, line, level, statement, write: place, bit }),
          );
          now += duration + cost.statement;
        });
        break;
      case "step-ring":
        if (state.ring?.reset) pulse(program.ring!.reset, statement);
        for (let clock = 0; clock < (state.ring?.clocks ?? 0); clock += 1)
          pulse(program.ring!.clock, statement);
        break;
      default:
        throw new Error(`${statement.do} is no statement of a routine`);
    }
  }
  return { events, duration: now };
}

/** The blank state that goes before a slot: everything dark, and a ring left where it stands. */
const darkState = (program: Program, slot: number): SlotState => program.dark.states[slot]!;

/** How long one turn of the scan takes: every slot darkened, put out and held. */
export function turnPeriod(program: Omit<Program, "setup" | "loop">, cost: Cost): Nanoseconds {
  return program.on.reduce((sum, on, slot) => sum + slotPeriod(program, slot, on, cost), 0);
}

function slotPeriod(
  program: Omit<Program, "setup" | "loop">,
  slot: number,
  on: number,
  cost: Cost,
): Nanoseconds {
  if (program.periods.length > 0) return Math.round(program.periods[slot]! * 1000);
  const dark = program.dark.states[slot]!;
  const darkening =
    program.darken.length > 0
      ? burstOf(program, dark, "darken", cost).duration + Math.round(program.blankTime * 1000)
      : 0;
  return darkening + burstOf(program, dark, "send", cost).duration + Math.round(on * 1000) + cost.statement;
}

/**
 * Runs a program: yields everything it does with the moment it happens, in integer nanoseconds from its start. Each
 * step takes what the controller's profile says the call costs. Once the timer is started, the tick routine runs at the
 * end of every slot; what it takes is taken from the loop. Ends when nothing is left to do.
 */
export function* runProgram(program: Program, cost: Cost): Generator<TimedEvent, void> {
  let now: Nanoseconds = 0;
  let frame: ProgramFrame = program.dark;
  let slot = 0;
  let nextTick: Nanoseconds | undefined;
  let due: Nanoseconds = 0;
  const variables = new Variables(INT_BITS, () => now / 1000);

  /** What an expression is worth; working it out takes its time. */
  const worth = (expression: Expression): number => {
    const value = variables.value(expression);
    now += operationsIn(expression) * cost.statement;
    return value;
  };

  function* burst(
    state: SlotState,
    routine: Routine,
    of: ProgramFrame,
    turn: boolean,
  ): Generator<TimedEvent, void> {
    const made = burstOf(program, state, routine, cost);
    yield { kind: "burst", burst: made, state, routine, frame: of, turn, at: now };
    now += made.duration;
  }

  /** Lets time pass; the ticks that fall into it take place. */
  function* idle(until: Nanoseconds): Generator<TimedEvent, void> {
    while (nextTick !== undefined && nextTick <= until) {
      now = Math.max(now, nextTick);
      nextTick += Math.round(program.periods[slot]! * 1000);
      now += Math.round(cost.interrupt / 2);
      yield* run(program.tick, frame);
      slot = (slot + 1) % program.on.length;
      now += cost.interrupt - Math.round(cost.interrupt / 2);
    }
    now = Math.max(now, until);
  }

  function* take(next: ProgramFrame): Generator<TimedEvent, void> {
    if (next === frame) return;
    frame = next;
    yield { kind: "frame", frame, at: now };
  }

  function* run(statements: readonly Statement[], shown: ProgramFrame): Generator<TimedEvent, void> {
    for (const statement of statements) {
      switch (statement.do) {
        case "line-mode":
          yield { kind: "line-mode", line: statement.line, released: statement.released, at: now };
          now += cost.pinMode;
          break;
        case "show":
          if (statement.state === "blank") yield* burst(program.dark.states[0]!, "send", program.dark, false);
          else {
            if (frame.drawing) now += drawingTime(frame.drawing(), cost);
            yield* burst(frame.states[slot]!, "send", frame, slot === 0 && program.darken.length === 0);
          }
          break;
        case "set-up-chips":
          yield* burst(program.setUpState!, "set-up", program.dark, false);
          break;
        case "darken":
          yield* burst(darkState(program, slot), "darken", frame, slot === 0);
          break;
        case "wait":
          yield* idle(now + Math.round(frameValue(statement.time, shown.time) * 1_000_000));
          break;
        case "start-clock":
          due = now;
          break;
        case "wait-until-due":
          due += Math.round(frameValue(statement.time, shown.time) * 1_000_000);
          if (due < now) due = now;
          now = due;
          break;
        case "wait-slot":
          now += Math.round((statement.time === "on" ? program.on[slot]! : program.blankTime) * 1000);
          break;
        case "for-each-frame":
          for (const each of program.frames) {
            if (nextTick === undefined) yield* take(each);
            yield* run(statement.body, each);
            now += cost.statement;
          }
          break;
        case "for-each-slot":
          for (slot = 0; slot < program.on.length; slot += 1) {
            yield* run(statement.body, shown);
            now += cost.statement;
          }
          slot = 0;
          break;
        case "repeat":
          for (let turn = 0; turn < frameValue(statement.times, shown.turns); turn += 1)
            yield* run(statement.body, shown);
          break;
        case "take-frame":
          yield* take(chosen(program, statement.frame, shown));
          break;
        case "start-timer":
          nextTick = now + Math.round(program.periods[0]! * 1000);
          break;
        case "declare":
        case "set":
        case "change":
          variables.apply(statement);
          now += cost.statement;
          break;
        case "if": {
          now += cost.statement;
          const body = worth(statement.condition) ? statement.body : statement.otherwise;
          if (body) yield* run(body, shown);
          break;
        }
        case "while":
          while (worth(statement.condition)) {
            yield* run(statement.body, shown);
            now += cost.statement;
          }
          break;
        case "pause":
          yield* idle(now + worth(statement.time) * (statement.unit === "ms" ? 1_000_000 : 1000));
          break;
        case "guard":
          yield* run(statement.body, shown);
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

  for (const variable of program.variables ?? []) variables.apply({ do: "declare", ...variable });
  yield* run(program.setup, frame);
  const { loop } = program;
  if (loop.length > 0) while (true) yield* run(loop, frame);
  if (nextTick !== undefined) while (true) yield* idle(nextTick);
}

/** A value a statement has, or leaves to the face that is shown. */
const frameValue = (value: number | "frame", ofFrame: number | undefined): number =>
  value === "frame" ? (ofFrame ?? 1) : value;

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
