import { busLines, displayLines, type RigModel } from "../../address";
import { transportOf } from "../../bus";
import type { Milliseconds } from "../../quantity";
import { number, type Statement } from "../language";
import type { PlainCode } from "../plain";

/** ms a line stays high and low: slow enough for a meter's needle, and for an eye on a single LED. */
export const TOGGLED_MS: Milliseconds = 1500;

/** Lines of buses that are only pulled low, and let go so that a pull-up holds them high. */
export const pulledLines = ({ encoding }: RigModel): ReadonlySet<string> =>
  new Set(
    (encoding.buses ?? []).flatMap((bus) => (transportOf(bus.protocol).openDrain ? busLines(bus) : [])),
  );

/** One line of the display high and low, over and over, all others at rest: for a meter, or an LED with its resistor. */
export function toggleCode(model: RigModel, line: string): PlainCode {
  const pulled = pulledLines(model);
  const others = displayLines(model).filter((other) => other !== line);
  const lines = [
    { named: "TRIED_LINE", line },
    ...others.map((other, at) => ({ named: `OTHER_LINE_${at + 1}`, line: other })),
  ];
  const move = ({ named, line: moved }: (typeof lines)[number], high: 0 | 1): Statement =>
    pulled.has(moved)
      ? { do: "line-pull", line: moved, named, low: high ? 0 : 1 }
      : { do: "line-set", line: moved, named, level: number(high) };
  const [tried, ...rest] = lines;
  const wait: Statement = { do: "pause", unit: "ms", time: number(TOGGLED_MS) };
  return {
    says: [
      `Line ${line} goes high and low, ${TOGGLED_MS / 1000} s each; the other lines of the display rest.`,
    ],
    lines,
    setup: lines.flatMap((one): Statement[] => [
      ...(pulled.has(one.line)
        ? ([{ do: "line-input", line: one.line, named: one.named, pulledUp: false }] as const)
        : ([{ do: "line-output", line: one.line, named: one.named }] as const)),
      ...(rest.includes(one) && !pulled.has(one.line) ? [move(one, 0)] : []),
    ]),
    loop: [move(tried!, 1), wait, move(tried!, 0), wait],
  };
}
