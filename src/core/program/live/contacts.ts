import type { ContactLine } from "../../inputs";
import type { Control, Live } from "../../rig";
import {
  clock,
  elapsed,
  either,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Statement,
  type Subroutine,
  type Variable,
} from "../language";
import { joined, lineConstant, routineFor, unitName } from "./naming";

/** What a button asks of a program. */
export interface ContactCode {
  readonly variables: readonly Variable[];
  readonly routine: Subroutine;
  /** What a change of its line runs at once. */
  readonly interrupt?: Subroutine;
  readonly setup: readonly Statement[];
  /** 1 while the program takes it for pressed. */
  readonly down: string;
}

/** Statements of a control's action. */
type Does = (control: Control) => readonly Statement[];

/** A button's contacts close and open many times before they rest: eight samples that agree are one press. */
const SAMPLES = 8;

/** A contact as the program reads it. */
export interface ContactSource {
  /** What its variables begin with. */
  readonly own: string;
  readonly called: string;
  readonly routine: string;
  /** Other than 0 while it is pressed. */
  readonly pressed: Expression;
  readonly setup: readonly Statement[];
  /** The line whose change interrupts the program, where the contact has one that can. */
  readonly line?: { readonly line: string; readonly named: string };
}

/** A contact on a line of its own. */
export function lineContact({ unit, line, pressed, pull }: ContactLine): ContactSource {
  const named = lineConstant(unit);
  return {
    own: unitName(unit),
    called: unit,
    routine: routineFor("read", unit),
    pressed: operation({ is: "line", line, named }, "==", number(pressed)),
    setup: [{ do: "line-input", line, named, pulledUp: pull === "inside" }],
    line: { line, named },
  };
}

/** How a button is read: by the school that is chosen, with what its controls do. */
export function contactCode(
  { own, called, routine, pressed: isPressed, setup, line }: ContactSource,
  controls: readonly Control[],
  { way: school, ms }: Live["debounce"],
  does: Does,
): ContactCode {
  // Keys that are scanned interrupt nothing: they are asked for all the time anyway.
  const way = school === "interrupt" && !line ? "states" : school;
  const [down, seen, since, held, unsure] = ["down", "seen", "since", "held", "unsure"].map((word) =>
    joined(own, word),
  ) as [string, string, string, string, string];
  const holds = controls.filter(({ on, repeat }) => on === "hold" || repeat !== undefined);
  const pressed: Statement[] = controls.filter(({ on }) => on === "press").flatMap(does);
  const released: Statement[] = controls.filter(({ on }) => on === "release").flatMap(does);
  const fired = (at: number) => joined(own, `fired${at + 1}`);
  const began: Statement[] =
    holds.length > 0 ? [set(held, clock("ms")), ...holds.map((_, at) => set(fired(at), number(0)))] : [];
  const level = name("pressed");
  const change: Statement = when(level, [...began, ...pressed], released.length > 0 ? released : undefined);
  const acted = began.length + pressed.length + released.length > 0 ? [change] : [];
  const read: Statement = {
    do: "declare",
    name: "pressed",
    width: "u8",
    most: 1,
    value: isPressed,
  };
  const settled: Statement[] = [set(down, level), ...acted];
  const { variables, body } = schoolOf(way, ms, { down, seen, since, unsure, read, level, settled });
  const notes = routineFor("note", called);
  const holding = holds.flatMap((control, at) => holdCode(control, at, held, fired(at), own, does));
  return {
    variables: [
      { name: down, width: "u8", most: 1 },
      ...variables,
      ...(holds.length > 0 ? [{ name: held, width: "u32" as const }] : []),
      ...holds.flatMap(({ repeat }, at): Variable[] => [
        { name: fired(at), width: "u8", most: 1 },
        ...(repeat ? [{ name: joined(own, `again${at + 1}`), width: "u32" as const }] : []),
      ]),
    ],
    routine: {
      name: routine,
      says: [SAYS[way](called, ms)],
      given: [],
      body: [...body, ...(holding.length > 0 ? [when(name(down), holding)] : [])],
    },
    ...(way === "interrupt" ? { interrupt: noteChange(notes, called, seen, since, ms) } : {}),
    setup: [
      ...setup,
      ...(way === "interrupt" ? [{ do: "attach", ...line!, routine: notes } satisfies Statement] : []),
    ],
    down,
  };
}

/** What a change of the line does at once: the first after a rest is a change of the contact, the others are its bounce. */
const noteChange = (routine: string, unit: string, seen: string, since: string, ms: number): Subroutine => ({
  name: routine,
  says: [`${unit} changes: this interrupts whatever is done.`],
  given: [],
  interrupts: true,
  body: [when(operation(elapsed(since), ">=", number(ms)), [set(seen, number(1))]), set(since, clock("ms"))],
});

const SAYS: Readonly<Record<Live["debounce"]["way"], (unit: string, ms: number) => string>> = {
  none: (unit) => `${unit} as it comes: a contact that bounces counts several times.`,
  wait: (unit, ms) => `${unit}: after a change nothing else is done for ${ms} ms, until the contact rests.`,
  samples: (unit, ms) =>
    `${unit}: ${SAMPLES} samples that agree, one every ${Math.max(1, Math.round(ms / SAMPLES))} ms, are a change.`,
  interrupt: (unit, ms) =>
    `${unit}: the first change after ${ms} ms of rest counts at once; afterwards it is what its line says.`,
  states: (unit, ms) => `${unit}: a level that has stood for ${ms} ms is a change.`,
};

interface Parts {
  readonly down: string;
  readonly seen: string;
  readonly since: string;
  /** Of an interrupt: 1 until what it took for a change has been seen to last. */
  readonly unsure: string;
  readonly read: Statement;
  readonly level: Expression;
  readonly settled: readonly Statement[];
}

/** The schools: what is kept in mind, and how a level becomes a press. */
function schoolOf(
  way: Live["debounce"]["way"],
  ms: number,
  { down, seen, since, unsure, read, level, settled }: Parts,
): { readonly variables: readonly Variable[]; readonly body: readonly Statement[] } {
  const differs = operation(level, "!=", name(down));
  switch (way) {
    case "none":
      return { variables: [], body: [read, when(differs, settled)] };
    case "wait":
      return {
        variables: [],
        body: [read, when(differs, [...settled, { do: "pause", unit: "ms", time: number(ms) }])],
      };
    case "samples": {
      const history = name(seen);
      return {
        variables: [
          { name: seen, width: "u8" },
          { name: since, width: "u32" },
        ],
        body: [
          when(operation(elapsed(since), ">=", number(Math.max(1, Math.round(ms / SAMPLES)))), [
            set(since, clock("ms")),
            read,
            set(seen, operation(operation(history, "<<", number(1)), "|", level)),
            when(
              operation(differs, "&&", operation(history, "==", either(level, number(255), number(0)))),
              settled,
            ),
          ]),
        ],
      };
    }
    case "interrupt": {
      const [changed, rested] = [name("changed"), name("rested")];
      return {
        variables: [
          { name: seen, width: "u8", most: 1, shared: true },
          { name: since, width: "u32", shared: true },
          { name: unsure, width: "u8", most: 1 },
        ],
        body: [
          // The line is read first: a change that comes behind it is told of by the interrupt.
          read,
          {
            // An interrupt between the bytes of a number would make another one of it.
            do: "guard",
            body: [
              { do: "declare", name: "changed", width: "u8", most: 1, value: name(seen) },
              set(seen, number(0)),
              {
                do: "declare",
                name: "rested",
                width: "u8",
                most: 1,
                value: operation(elapsed(since), ">=", number(ms)),
              },
            ],
          },
          when(
            changed,
            [set("pressed", operation(name(down), "==", number(0))), set(unsure, number(1))],
            [
              when(
                operation(name(unsure), "&&", rested),
                [set(unsure, number(0))],
                [set("pressed", name(down))],
              ),
            ],
          ),
          when(differs, settled),
        ],
      };
    }
    case "states":
      return {
        variables: [
          { name: seen, width: "u8", most: 1 },
          { name: since, width: "u32" },
        ],
        body: [
          read,
          when(
            operation(level, "!=", name(seen)),
            [set(seen, level), set(since, clock("ms"))],
            [when(operation(differs, "&&", operation(elapsed(since), ">=", number(ms))), settled)],
          ),
        ],
      };
  }
}

/** What is done while a button is held: once after a while, or again and again, faster by steps. */
function holdCode(
  control: Control,
  at: number,
  held: string,
  fired: string,
  own: string,
  does: Does,
): Statement[] {
  if (!control.repeat)
    return [
      when(
        operation(
          operation(name(fired), "==", number(0)),
          "&&",
          operation(elapsed(held), ">=", number(control.after ?? 1000)),
        ),
        [set(fired, number(1)), ...does(control)],
      ),
    ];
  const steps = [...control.repeat].sort((one, other) => one.from - other.from);
  const again = joined(own, `again${at + 1}`);
  const every = steps
    .slice(1)
    .reduce<Expression>(
      (slower, { from, every: ms }) =>
        either(operation(elapsed(held), ">=", number(from)), number(ms), slower),
      number(steps[0]!.every),
    );
  const first = operation(elapsed(held), ">=", number(steps[0]!.from));
  return [
    when(first, [
      when(operation(operation(name(fired), "==", number(0)), "||", operation(elapsed(again), ">=", every)), [
        set(fired, number(1)),
        set(again, clock("ms")),
        ...does(control),
      ]),
    ]),
  ];
}
