import {
  clock,
  elapsed,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Statement,
} from "../language";
import { lineConstant, routineFor, joined, variableOf } from "./naming";
import { REDRAW, type OneValue, type ValueCode } from "./value-code";
import { widthFor } from "./widths";
import type { ConverterLine, EchoLines } from "../../inputs";

const LONG = 2 ** 31 - 1;

/** The line through the two points of a calibration, as whole numbers: `(sum × times + plus) ÷ by`. */
export interface Line {
  readonly times: number;
  readonly plus: number;
  readonly by: number;
}

const commonFactor = (a: number, b: number): number => (b === 0 ? Math.abs(a) : commonFactor(b, a % b));

/**
 * The line a reading's calibration makes of the sum of its samples.
 * @param most the converter's greatest number
 * @returns undefined where the two points are one, or where a step would run over 32 bits at some reading
 */
export function calibration(
  { points, samples }: OneValue<"reading">["reading"],
  most: number,
): Line | undefined {
  const [low, high] = points[0]!.raw <= points[1]!.raw ? [points[0]!, points[1]!] : [points[1]!, points[0]!];
  if (low.raw === high.raw) return undefined;
  const by = (high.raw - low.raw) * samples;
  const times = high.shows - low.shows;
  // shows = low.shows + (sum − low.raw × samples) × times ÷ by
  const plus = low.shows * by - low.raw * samples * times;
  const shared = commonFactor(commonFactor(times, by), plus) || 1;
  const line = { times: times / shared, plus: plus / shared, by: by / shared };
  const ends = [0, most * samples].map((sum) => Math.abs(sum * line.times + line.plus) + line.by);
  return Math.max(...ends, Math.abs(most * samples * line.times)) > LONG ? undefined : line;
}

/** Asks a distance sensor: what does not come back in time leaves the value as it was. */
const echoed = ({ unit, trigger, echo, patience }: EchoLines): Statement[] => [
  { do: "declare", name: "sum", width: "i32", value: number(0) },
  {
    do: "echo",
    unit,
    trigger,
    triggerNamed: `${unit}_TRIGGER_LINE`,
    echo,
    echoNamed: `${unit}_ECHO_LINE`,
    into: "sum",
    patience,
  },
  when(operation(name("sum"), "==", number(0)), [{ do: "return" }]),
];

/** The sum of so many conversions. */
function converted({ unit, line }: ConverterLine, samples: number): Statement[] {
  const read: Expression = { is: "converter", line, named: lineConstant(unit) };
  if (samples === 1) return [{ do: "declare", name: "sum", width: "i32", value: read }];
  return [
    { do: "declare", name: "sum", width: "i32", value: number(0) },
    {
      do: "count",
      name: "sample",
      width: "u8",
      from: number(0),
      below: number(samples),
      body: [{ do: "change", name: "sum", operator: "+", by: read }],
    },
  ];
}

/** What is read from an input part and made into what it means. */
export function readingCode(
  { name: called, reading }: OneValue<"reading">,
  from: ConverterLine | EchoLines,
  line: Line,
  most: number,
): ValueCode {
  const variable = variableOf(called);
  const last = joined(variable, "last");
  const value = name(variable);
  const { samples, every, hysteresis, rounding } = reading;
  const ends = [0, most].map((raw) => Math.trunc((raw * samples * line.times + line.plus) / line.by));
  const [least, greatest] = [Math.min(...ends) - 1, Math.max(...ends) + 1];
  const width = widthFor(Math.min(least, 0), greatest);
  const scaled = name("scaled");
  const half = number(Math.floor(line.by / 2));
  const worked: Statement[] = [
    {
      do: "declare",
      name: "scaled",
      width: "i32",
      value: line.times === 1 ? name("sum") : operation(name("sum"), "*", number(line.times)),
    },
    ...(line.plus === 0
      ? []
      : [
          {
            do: "change",
            name: "scaled",
            operator: line.plus > 0 ? "+" : "-",
            by: number(Math.abs(line.plus)),
          } as const,
        ]),
    ...(rounding === "round" && line.by > 1
      ? [
          // A division cuts towards 0: half of what it divides by makes it round.
          when(
            operation(scaled, "<", number(0)),
            [{ do: "change", name: "scaled", operator: "-", by: half }],
            [{ do: "change", name: "scaled", operator: "+", by: half }],
          ),
        ]
      : []),
    ...(line.by > 1 ? [set("scaled", operation(scaled, "/", number(line.by)))] : []),
  ];
  const differs: Expression =
    hysteresis <= 1
      ? operation(scaled, "!=", value)
      : operation(
          operation(scaled, ">=", operation(value, "+", number(hysteresis))),
          "||",
          operation(operation(scaled, "+", number(hysteresis)), "<=", value),
        );
  const ownWidth =
    width === "u8" || width === "u16" || width === "u32" ? signedFor(greatest + hysteresis) : width;
  return {
    name: called,
    width: ownWidth,
    worth: (read) => read(variable),
    keeps: [],
    // The first reading is due at once.
    variables: [
      { name: variable, width: ownWidth },
      { name: last, width: "u32", value: number(2 ** 32 - every) },
    ],
    routine: {
      name: routineFor("read", variable),
      says: [
        `${called}: every ${every} ms, ${"echo" in from ? "how long an echo takes, in us" : samples === 1 ? "one conversion" : `the mean of ${samples} conversions`}${hysteresis > 1 ? `; a change of ${hysteresis} counts` : ""}.`,
      ],
      given: [],
      body: [
        when(operation(elapsed(last), "<", number(every)), [{ do: "return" }]),
        set(last, clock("ms")),
        ...("echo" in from ? echoed(from) : converted(from, samples)),
        ...worked,
        when(differs, [set(variable, scaled), REDRAW]),
      ],
    },
    ...("echo" in from
      ? {
          setup: [
            { do: "line-set", line: from.trigger, named: `${from.unit}_TRIGGER_LINE`, level: number(0) },
            { do: "line-output", line: from.trigger, named: `${from.unit}_TRIGGER_LINE` },
            { do: "line-input", line: from.echo, named: `${from.unit}_ECHO_LINE`, pulledUp: false },
          ] as const,
        }
      : {}),
    compared: value,
    part: () => value,
    act: () => undefined,
  };
}

/** Readings are compared with a sign: one side without would make the other one huge. */
const signedFor = (most: number) => (most <= 127 ? "i8" : most <= 32_767 ? "i16" : "i32");
