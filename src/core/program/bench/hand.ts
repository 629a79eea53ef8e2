import type { ControllerPart } from "../../parts";
import {
  as,
  call,
  elapsed,
  clock,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type LineTable,
  type Operator,
  type Statement,
  type Subroutine,
} from "../language";
import type { PlainCode } from "../plain";
import { HAND } from "../../hand";

/** Lines a hand may move: all that can be outputs, but for those the serial line takes. */
export const handLines = ({ lines, serial }: ControllerPart): string[] =>
  serial === undefined
    ? []
    : lines
        .filter(({ leg, unusable }) => unusable === undefined && !serial.lines.includes(leg))
        .map(({ leg }) => leg);

const is = (left: Expression, operator: Operator, right: number): Expression =>
  operation(left, operator, number(right));

/** Conditions and what is done, the first that holds, and what is done where none does. */
const firstOf = (
  cases: ReadonlyArray<readonly [Expression, readonly Statement[]]>,
  otherwise: readonly Statement[],
): Statement[] => {
  const [head, ...rest] = cases;
  if (!head) return [...otherwise];
  const [condition, body] = head;
  return [when(condition, body, firstOf(rest, otherwise))];
};

/**
 * The sketch that is loaded once: whoever is at the other end of the serial line moves the board's lines and reads them.
 * What goes over the line is said in docs/hand.md.
 */
export function handCode(controller: ControllerPart): PlainCode {
  const lines = handLines(controller);
  const table: LineTable = { name: "HAND_LINES", lines };
  const [op, first, second, got, left, edges, sum] = [
    "frameOp",
    "frameLine",
    "frameValue",
    "got",
    "left",
    "edges",
    "sum",
  ] as const;
  const becomes = (at: Expression, how: "low" | "high" | "released" | "pulled-up"): Statement => ({
    do: "nth-line",
    lines: table,
    at,
    becomes: how,
  });
  const tell = (...parts: ReadonlyArray<string | Expression>): Statement => ({ do: "tell", parts });
  const isLine = is(name(first), "<", lines.length);
  const opIs = (code: number) => is(name(op), "==", code);
  const forLine = (body: readonly Statement[]): Statement => when(isLine, body, [tell(HAND.says.noLine)]);
  const isOpen: Expression = { is: "element", array: "openDrain", at: name("which") };

  const move: Subroutine = {
    name: "moveLine",
    says: ["A line goes to a level; one that is only ever pulled low is let go instead of driven high."],
    given: [
      { name: "which", width: "u8" },
      { name: "level", width: "u8", most: 1 },
    ],
    body: firstOf(
      [
        [is(name("level"), "==", 0), [becomes(name("which"), "low")]],
        [isOpen, [becomes(name("which"), "released")]],
      ],
      [becomes(name("which"), "high")],
    ),
  };
  const letGo: Subroutine = {
    name: "letGoOfAll",
    says: ["Every line is let go: nothing is driven any more."],
    given: [],
    body: [
      {
        do: "count",
        name: "which",
        width: "u8",
        from: number(0),
        below: number(lines.length),
        body: [
          becomes(name("which"), "released"),
          { do: "set-element", array: "openDrain", at: name("which"), value: number(0) },
        ],
      },
      set("holds", number(0)),
    ],
  };
  const obey: Subroutine = {
    name: "obey",
    says: ["A whole frame has come, and its check is right."],
    given: [],
    body: firstOf(
      [
        [opIs(HAND.op.alive), [tell(HAND.says.alive)]],
        [opIs(HAND.op.hello), [tell(HAND.says.hello, number(lines.length))]],
        [opIs(HAND.op.letGoOfAll), [call(letGo.name), tell(HAND.says.done)]],
        [
          opIs(HAND.op.move),
          [
            forLine([
              set("holds", number(1)),
              call(move.name, name(first), name(second)),
              tell(HAND.says.done),
            ]),
          ],
        ],
        [
          opIs(HAND.op.input),
          [
            forLine([
              when(
                is(name(second), "==", 0),
                [becomes(name(first), "released")],
                [becomes(name(first), "pulled-up")],
              ),
              tell(HAND.says.done),
            ]),
          ],
        ],
        [
          opIs(HAND.op.openDrain),
          [
            forLine([
              { do: "set-element", array: "openDrain", at: name(first), value: name(second) },
              tell(HAND.says.done),
            ]),
          ],
        ],
        [
          opIs(HAND.op.read),
          [forLine([tell(HAND.says.level, { is: "nth-line", lines: table, at: name(first) })])],
        ],
        [
          opIs(HAND.op.convert),
          [forLine([tell(HAND.says.value, { is: "nth-converter", lines: table, at: name(first) })])],
        ],
        [
          opIs(HAND.op.edges),
          [
            set("holds", number(1)),
            set(left, operation(name(first), "+", number(1))),
            set(edges, number(0)),
            set(sum, number(0)),
          ],
        ],
      ],
      [tell(HAND.says.unknown)],
    ),
  };
  const check: Expression = as(
    "u8",
    operation(
      as("u8", operation(operation(name(op), "+", name(first)), "+", name(second))),
      "^",
      number(HAND.check),
    ),
  );
  const take: Subroutine = {
    name: "take",
    says: ["A byte has come: an edge of a row of them, or one of the four of a frame."],
    given: [{ name: "came", width: "u8" }],
    body: firstOf(
      [
        [
          is(name(left), ">", 1),
          [
            set(left, operation(name(left), "-", number(1))),
            set(sum, as("u8", operation(name(sum), "+", name("came")))),
            when(is(operation(name("came"), ">>", number(1)), "<", lines.length), [
              set(edges, operation(name(edges), "+", number(1))),
              call(
                move.name,
                operation(name("came"), ">>", number(1)),
                operation(name("came"), "&", number(1)),
              ),
            ]),
          ],
        ],
        [
          is(name(left), "==", 1),
          [
            set(left, number(0)),
            when(
              operation(name("came"), "==", name(sum)),
              [tell(HAND.says.edges, name(edges))],
              [tell(HAND.says.bad)],
            ),
          ],
        ],
        [is(name(got), "==", 0), [set(op, name("came")), set(got, number(1))]],
        [is(name(got), "==", 1), [set(first, name("came")), set(got, number(2))]],
        [is(name(got), "==", 2), [set(second, name("came")), set(got, number(3))]],
      ],
      [
        set(got, number(0)),
        when(operation(name("came"), "==", check), [call(obey.name)], [tell(HAND.says.bad)]),
      ],
    ),
  };
  return {
    says: [
      "Load it once: the bench in the browser then moves the lines of this board over the serial line.",
      "It lets go of every line when the page goes quiet.",
    ],
    lines: [],
    tables: [],
    lineTables: [table],
    variables: [
      ...[op, first, second, got, edges, sum, "came"].map((one) => ({ name: one, width: "u8" as const })),
      { name: left, width: "u16" },
      { name: "holds", width: "u8", most: 1 },
      { name: "heardAt", width: "u32" },
    ],
    arrays: [{ name: "openDrain", width: "u8", size: lines.length, says: "1: only ever pulled low" }],
    routines: [move, letGo, obey, take],
    setup: [{ do: "listen", baud: HAND.baud }, call(letGo.name)],
    loop: [
      {
        do: "while",
        condition: is({ is: "waiting" }, ">", 0),
        body: [
          // What came before a pause is no part of what comes after it.
          when(is(elapsed("heardAt"), ">", HAND.apartMs), [set(got, number(0)), set(left, number(0))]),
          set("heardAt", clock("ms")),
          { do: "receive", name: "came" },
          call(take.name, name("came")),
        ],
      },
      when(operation(is(name("holds"), "==", 1), "&&", is(elapsed("heardAt"), ">", HAND.quietMs)), [
        call(letGo.name),
        tell(HAND.says.quiet),
      ]),
    ],
  };
}
