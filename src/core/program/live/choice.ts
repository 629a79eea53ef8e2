import type { Live } from "../../rig";
import {
  clock,
  comeRound,
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
  type Table,
  type Variable,
} from "../language";
import { conditionCode } from "./conditions";
import type { LiveProblem } from "./problem";
import { REDRAW, type ValueCode } from "./value-code";

/** Half a period of a face that blinks, in ms: twice a second. */
const BLINK_MS = 250;

/**
 * Which face is shown: the first whose condition holds, otherwise those without one by turns. A text that runs and has no
 * time of its own stays until it is through.
 * @param fresh what is done when another face is chosen
 */
export function choiceCode(
  faces: Live["faces"],
  values: readonly ValueCode[],
  fresh: readonly Statement[],
  problems: LiveProblem[],
): { readonly variables: readonly Variable[]; readonly routines: readonly Subroutine[] } {
  const blinks = faces.some((face) => face.blinks);
  if (faces.length === 1 && !blinks) return { variables: [], routines: [] };
  const turning = faces.flatMap((face, nth) => (face.while === undefined ? [nth] : []));
  const untilRun = (nth: number) => faces[nth]!.runs !== undefined && faces[nth]!.for === undefined;
  const timed = turning.length > 1 && turning.some((nth) => faces[nth]!.for !== undefined || untilRun(nth));
  const conditions = faces.flatMap((face, nth) => {
    if (!face.while) return [];
    const condition = conditionCode(face.while, values);
    if (condition) return [{ nth, condition }];
    problems.push({ at: "faces", nth, says: `there is nothing to compare ${face.while.value} with` });
    return [];
  });
  const byTurn: Expression =
    turning.length > 1
      ? turning.slice(0, -1).reduceRight<Expression>(
          (otherwise, nth, place) => ({
            is: "either",
            condition: operation(name("turn"), "==", number(place)),
            then: number(nth),
            otherwise,
          }),
          number(turning.at(-1)!),
        )
      : number(turning[0] ?? faces.length - 1);
  const wanted = conditions.reduceRight<Expression>(
    (otherwise, { nth, condition }) => ({ is: "either", condition, then: number(nth), otherwise }),
    byTurn,
  );
  const stays: Table = {
    name: "TURN_MS",
    width: "u32",
    values: turning.map((nth) => faces[nth]!.for ?? (untilRun(nth) ? 0 : 1000)),
  };
  const stay: Expression = { is: "entry", table: stays, at: name("turn") };
  const over = operation(elapsed("turnedAt"), ">=", stay);
  const turns: Statement[] = timed
    ? [
        when(turning.some(untilRun) ? either(operation(stay, ">", number(0)), over, name("ran")) : over, [
          set("turnedAt", clock("ms")),
          ...(turning.some(untilRun) ? [set("ran", number(0))] : []),
          comeRound("turn", turning.length),
        ]),
      ]
    : [];
  const several = faces.length > 1;
  const choose: Statement[] = several
    ? [
        { do: "declare", name: "wanted", width: "u8", most: faces.length - 1, value: wanted },
        when(operation(name("wanted"), "!=", name("face")), [
          set("face", name("wanted")),
          ...fresh,
          ...(blinks ? [set("blinkedOff", number(0)), set("blinkedAt", clock("ms"))] : []),
          REDRAW,
        ]),
      ]
    : [];
  const blinking = faces
    .flatMap((face, nth) => (face.blinks ? [operation(name("face"), "==", number(nth))] : []))
    .reduce<Expression | undefined>((all, one) => (all ? operation(all, "||", one) : one), undefined);
  const blink: Statement[] = blinking
    ? [
        when(
          operation(
            several ? blinking : number(1),
            "&&",
            operation(elapsed("blinkedAt"), ">=", number(BLINK_MS)),
          ),
          [
            set("blinkedAt", clock("ms")),
            set("blinkedOff", operation(name("blinkedOff"), "==", number(0))),
            REDRAW,
          ],
        ),
      ]
    : [];
  return {
    variables: [
      ...(several ? [{ name: "face", width: "u8" as const, most: faces.length - 1 }] : []),
      ...(turning.length > 1
        ? [
            { name: "turn", width: "u8" as const, most: turning.length - 1 },
            { name: "turnedAt", width: "u32" as const },
          ]
        : []),
      ...(blinks
        ? [
            { name: "blinkedOff", width: "u8" as const, most: 1 },
            { name: "blinkedAt", width: "u32" as const },
          ]
        : []),
    ],
    routines: [
      {
        name: "chooseFace",
        says: ["Which face is shown: the first whose condition holds, otherwise the others by turns."],
        given: [],
        body: [...turns, ...choose, ...blink],
      },
    ],
  };
}
