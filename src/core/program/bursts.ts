import { drawEdges, transportOf, type LineGiven } from "../bus";
import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import { busPace } from "./driver-writes";
import type { Statement } from "./language";
import type { Burst, LineEvent, Program, Routine, SlotState } from "./types";

type Cost = ControllerPart["cost"];
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
  if (routine === "keys") return [{ do: "send-writes" }];
  if (routine !== "set-up") return program[routine];
  const rest = program.buses.flatMap(({ protocol, select }): Statement[] =>
    transportOf(protocol).selectRestsHigh && select !== undefined
      ? [{ do: "line-write", line: select, level: 1 }]
      : [],
  );
  return [...rest, { do: "send-writes" }];
}

/**
 * Edges of a routine one by one. Built of whole statements, so that each edge can say which line of the sketch it comes
 * from.
 */
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
          for (let nth = 0; nth < 8; nth += 1) {
            const bit = statement.order === "msb-first" ? 7 - nth : nth;
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
export const darkState = (program: Program, slot: number): SlotState => program.dark.states[slot]!;

/** How long one turn of the scan takes: every slot darkened, put out and held. */
export function scanPeriod(program: Omit<Program, "setup" | "loop">, cost: Cost): Nanoseconds {
  return program.on.reduce((sum, on, slot) => sum + slotPeriod(program, slot, on, cost), 0);
}

/** With a timer a slot lasts what the hardware keeps; without one it lasts what it waits and what its calls take. */
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
