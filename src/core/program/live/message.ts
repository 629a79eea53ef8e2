import {
  call,
  clock,
  elapsed,
  element,
  name,
  number,
  operation,
  set,
  setElement,
  when,
  type ArrayVariable,
  type Expression,
  type Statement,
  type Subroutine,
  type Variable,
} from "../language";
import type { CommandCode } from "./commands";
import { joined, variableOf } from "./naming";
import { forEach } from "./numbers";
import { REDRAW, type OneValue, type ValueCode } from "./value-code";

/** What stands for a character that is none of ASCII. */
const UNKNOWN = 63;
const [LINE_FEED, SPACE, COMMAND] = [10, 32, 35];
/** ms after which a line that has not ended is taken for torn. */
const TORN_MS = 1000;
/** Bytes a line has room for at the least: a command, too, has to fit. */
const LEAST_ROOM = 32;

/** Text as a controller keeps it: a byte for each character, a question mark for those that are none of ASCII. */
const asciiOf = (text: string): number[] =>
  [...text.normalize("NFC")].map((character) => {
    const code = character.codePointAt(0)!;
    return code >= SPACE && code < 127 ? code : UNKNOWN;
  });

/**
 * A text that comes over the serial line.
 * @param runs whether a face that shows it runs across: then a new one can wait until the one before is through
 * @param fresh what is done when another text begins
 */
export function messageCode(
  { name: called, kept, message }: OneValue<"message">,
  runs: boolean,
  fresh: readonly Statement[],
): ValueCode {
  const array = variableOf(called);
  const [length, arrives, next, nextLength, waiting] = ["length", "came", "next", "nextLength", "waits"].map(
    (word) => joined(array, word),
  ) as [string, string, string, string, string];
  const start = asciiOf(message.start).slice(0, message.most);
  const waits = message.waits && runs;
  const copy = (from: string, to: string, count: Expression): Statement =>
    forEach("at", count, [setElement(to, name("at"), element(from, name("at")))]);
  const cutLength: Statement[] = [
    { do: "declare", name: "taken", width: "u8", value: name("lineLength") },
    when(operation(name("taken"), ">", number(message.most)), [
      set("taken", number(message.most)),
      set("lineCut", number(1)),
    ]),
  ];
  const texts = joined(array, "count");
  const counted: Statement[] = kept ? [{ do: "change", name: texts, operator: "+", by: number(1) }] : [];
  const begins: Statement[] = [set(arrives, number(1)), ...counted, ...fresh, REDRAW];
  const told = (what: string): Statement =>
    when(
      name("lineCut"),
      [{ do: "tell", parts: [`${what}, cut to ${message.most} characters`] }],
      [{ do: "tell", parts: [what] }],
    );
  const atOnce: Statement[] = [
    copy("line", array, name("taken")),
    set(length, name("taken")),
    ...begins,
    told("shown"),
  ];
  const busy = operation(
    operation(name(length), ">", number(0)),
    "&&",
    operation(name("ran"), "==", number(0)),
  );
  return {
    name: called,
    width: "u8",
    worth: (read) => read(length),
    keeps: [],
    ...(kept
      ? {
          keepsText: {
            name: length,
            width: "u8" as const,
            text: { array, size: message.most, count: texts },
          },
        }
      : {}),
    variables: [
      { name: length, width: "u8", value: number(start.length) },
      { name: arrives, width: "u8" },
      ...(kept ? [{ name: texts, width: "u8" as const }] : []),
      ...(waits
        ? [
            { name: nextLength, width: "u8" as const },
            { name: waiting, width: "u8" as const },
          ]
        : []),
    ],
    arrays: [
      {
        name: array,
        width: "u8",
        size: message.most,
        ...(start.length > 0
          ? { values: [...start, ...Array<number>(message.most - start.length).fill(0)] }
          : {}),
        says: "the text that came last",
      },
      ...(waits
        ? [{ name: next, width: "u8" as const, size: message.most, says: "the text that waits" }]
        : []),
    ],
    text: { array, length, arrives },
    compared: name(length),
    part: () => name(length),
    take: {
      name: joined("take", array),
      says: [
        `${called}: the line that came is its text${waits ? ", once the one before is through" : ""}; ${message.most} characters at most.`,
      ],
      given: [],
      body: [
        ...cutLength,
        ...(waits
          ? [
              when(
                busy,
                [
                  copy("line", next, name("taken")),
                  set(nextLength, name("taken")),
                  set(waiting, number(1)),
                  told("waits"),
                ],
                atOnce,
              ),
            ]
          : atOnce),
      ],
    },
    ...(waits
      ? {
          through: [
            when(name(waiting), [
              set(waiting, number(0)),
              copy(next, array, name(nextLength)),
              set(length, name(nextLength)),
              ...begins,
            ]),
          ],
        }
      : {}),
    act: (action) => (action.do === "reset" ? [set(length, number(0)), ...counted, REDRAW] : undefined),
  };
}

/** What listening on the serial line asks of a program. */
export interface SerialCode {
  readonly variables: readonly Variable[];
  readonly arrays: readonly ArrayVariable[];
  readonly routines: readonly Subroutine[];
  readonly setup: readonly Statement[];
  readonly pass: readonly Statement[];
}

/**
 * Takes lines off the serial line: text for a message, or a command, which begins with `#`. A line too long is cut; one
 * that does not end within a second is dropped, and said to be.
 */
export function serialCode(
  message: ValueCode & { readonly most: number },
  commands: CommandCode,
  baud: number,
): SerialCode {
  const { arrives } = message.text!;
  const room = Math.max(LEAST_ROOM, message.most + 1);
  const [length, got] = [name("lineLength"), name("got")];
  const drop: Statement[] = [set("lineLength", number(0)), set("lineCut", number(0))];
  const keep: Statement = when(
    operation(length, "<", number(room)),
    [setElement("line", length, got), { do: "change", name: "lineLength", operator: "+", by: number(1) }],
    [set("lineCut", number(1))],
  );
  const isCommand = operation(
    operation(length, ">", number(0)),
    "&&",
    operation(element("line", number(0)), "==", number(COMMAND)),
  );
  const takes = [call(message.take!.name)];
  return {
    variables: [
      { name: "lineLength", width: "u8" },
      { name: "lineCut", width: "u8" },
      { name: "lineAt", width: "u32" },
      ...commands.variables,
    ],
    arrays: [{ name: "line", width: "u8", size: room, says: "the line that is coming in" }],
    routines: [
      message.take!,
      ...commands.routines,
      {
        name: "readSerial",
        says: ["What has come over the serial line: a line at a time, text or a command."],
        given: [],
        body: [
          set(arrives, number(0)),
          {
            do: "while",
            condition: { is: "waiting" },
            body: [
              { do: "declare", name: "got", width: "u8" },
              { do: "receive", name: "got" },
              set("lineAt", clock("ms")),
              when(
                operation(got, "==", number(LINE_FEED)),
                [when(isCommand, [call("doCommand")], takes), ...drop],
                [
                  {
                    do: "say",
                    text: "A character beyond ASCII comes as several bytes: one question mark stands for it.",
                  },
                  when(
                    operation(operation(got, ">=", number(SPACE)), "&&", operation(got, "<", number(127))),
                    [keep],
                    [when(operation(got, ">=", number(0xc0)), [set("got", number(UNKNOWN)), keep])],
                  ),
                ],
              ),
            ],
          },
          when(
            operation(
              operation(length, ">", number(0)),
              "&&",
              operation(elapsed("lineAt"), ">=", number(TORN_MS)),
            ),
            [...drop, { do: "tell", parts: ["cut off: no end of line within a second"] }],
          ),
        ],
      },
    ],
    setup: [{ do: "listen", baud }],
    pass: [call("readSerial")],
  };
}
