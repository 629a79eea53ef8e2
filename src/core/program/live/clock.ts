import {
  call,
  clock as now,
  either,
  elapsed,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Statement,
  type Subroutine,
} from "../language";
import type { Live } from "../../rig";
import { CHIP_LOOKS_MS, type ClockChipCode } from "./clock-chip";
import { compareNumber, decimal, type Sign } from "./digits/counter";
import { asDigits, asNumber, heldAs, type Held } from "./digits/held";
import { joined, routineFor, variableOf } from "./naming";
import { REDRAW, type OneValue, type ValueCode } from "./value-code";

const DAY = 86_400;

/** A second of the clock in ms and µs of the board's own time: shorter by its correction. */
export function secondOf(correction = 0): { readonly ms: number; readonly us: number } {
  const period = Math.round(1e6 * (1 - correction / DAY));
  return { ms: Math.floor(period / 1000), us: period % 1000 };
}

/**
 * The time of day by the board's own clock: seconds with carries, as one would by hand; or by a clock chip that is looked
 * at again and again.
 */
export function clockCode(
  { name: called, clock }: OneValue<"clock">,
  school: Live["digits"],
  chip?: ClockChipCode,
): ValueCode {
  const variable = variableOf(called);
  const [hours, minutes, seconds, last, over] = ["hours", "minutes", "seconds", "last", "over"].map((word) =>
    joined(variable, word),
  ) as [string, string, string, string, string];
  // A chip keeps its own time: only the board's own is corrected.
  const { ms, us } = secondOf(chip ? 0 : clock.correction);
  const second = name("second");
  // A second of odd microseconds is a millisecond longer whenever they have added up to one.
  const length: Expression =
    us === 0
      ? number(ms)
      : either(operation(name(over), ">=", number(1000 - us)), number(ms + 1), number(ms));
  const isDue: Statement[] = [
    { do: "declare", name: "second", width: "u16", value: length },
    when(operation(elapsed(last), "<", second), [{ do: "return" }]),
    { do: "change", name: last, operator: "+", by: second },
    ...(us === 0
      ? []
      : [
          set(
            over,
            either(
              operation(second, ">", number(ms)),
              operation(name(over), "-", number(1000 - us)),
              operation(name(over), "+", number(us)),
            ),
          ),
        ]),
  ];
  const start = clock.start;
  const two = (variable: string, most: number, from: number): Held =>
    heldAs(
      school,
      0,
      () => asNumber(variable, 0, most, from),
      () => asDigits(decimal(variable, 10), from),
    );
  const hourHeld = two(hours, 23, Math.floor(start / 3600));
  const minuteHeld = two(minutes, 59, Math.floor(start / 60) % 60);
  const secondHeld = two(seconds, 59, start % 60);
  // What was set is set in the chip as well.
  const store = routineFor("put", variable);
  const stored: Statement[] = chip ? [call(store)] : [];
  const twelve = operation(hourHeld.value, "%", number(12));
  const onTheDay = operation(operation(hourHeld.value, "*", number(60)), "+", minuteHeld.value);
  const alike = [secondHeld, minuteHeld, hourHeld];
  return {
    name: called,
    width: "u8",
    worth: (read) => hourHeld.worth(read) * 60 + minuteHeld.worth(read),
    keeps: chip ? [] : [...hourHeld.keeps, ...minuteHeld.keeps, ...secondHeld.keeps],
    variables: [
      ...[hourHeld, minuteHeld, secondHeld].flatMap((one) => one.variables),
      // A chip is looked at in the very first pass: what is set is set from the time it says.
      { name: last, width: "u32", ...(chip ? { value: number(2 ** 32 - CHIP_LOOKS_MS) } : {}) },
      ...(us === 0 || chip ? [] : [{ name: over, width: "u16" as const }]),
    ],
    ...(chip
      ? {
          called: [
            {
              name: store,
              says: [`${called}: what was set is set in the chip.`],
              given: [],
              body: chip.write([secondHeld.packed, minuteHeld.packed, hourHeld.packed]),
            },
          ],
        }
      : {}),
    routine: chip
      ? lookAtChip()
      : {
          name: routineFor("tick", variable),
          says: [
            us === 0 && ms === 1000
              ? `${called}: a second is 1000 ms of the board's own clock.`
              : `${called}: a second is ${ms} ms and ${us} us of the board's own clock.`,
          ],
          given: [],
          body: [
            ...isDue,
            REDRAW,
            ...secondHeld.add(1),
            when(secondHeld.compare("<", 60), [{ do: "return" }]),
            ...secondHeld.set(0),
            ...minuteHeld.add(1),
            when(minuteHeld.compare("<", 60), [{ do: "return" }]),
            ...minuteHeld.set(0),
            ...hourHeld.goRound(1, 24),
          ],
        },
    // Minutes of the day.
    compared: onTheDay,
    ...(hourHeld.digits && minuteHeld.digits
      ? {
          compare: (sign: Sign, than: number) =>
            compareNumber([...minuteHeld.digits!, ...hourHeld.digits!], [10, 6, 10, 10], sign, than),
        }
      : {}),
    part(part) {
      if (part === "h")
        return clock.hours === 24
          ? hourHeld.value
          : either(operation(twelve, "==", number(0)), number(12), twelve);
      if (part === "m" || part === "M") return minuteHeld.value;
      if (part === "s" || part === "S") return secondHeld.value;
      return onTheDay;
    },
    digits(part) {
      if (alike.some(({ digits }) => digits === undefined)) return undefined;
      if (part === "h") return clock.hours === 24 ? hourHeld.digits : twelveHours(hourHeld.digits!);
      if (part === "m" || part === "M") return minuteHeld.digits;
      return part === "s" || part === "S" ? secondHeld.digits : undefined;
    },
    told: operation(operation(hourHeld.value, "*", number(100)), "+", minuteHeld.value),
    takes: {
      most: 2359,
      valid: (given) => operation(operation(given, "%", number(100)), "<", number(60)),
      says: `${called} is hours and minutes, as in 730 or 1815`,
    },
    setTo: (given) => [
      ...hourHeld.setTo(operation(given, "/", number(100))),
      ...minuteHeld.setTo(operation(given, "%", number(100))),
      ...secondHeld.set(0),
      ...stored,
      REDRAW,
    ],
    act(action) {
      if (action.do !== "step") return undefined;
      // Setting goes by whole hours or by minutes that do not carry, as one sets a clock.
      if (action.by % 60 === 0)
        return [...hourHeld.goRound((((action.by / 60) % 24) + 24) % 24, 24), ...stored, REDRAW];
      const by = ((action.by % 60) + 60) % 60;
      return [...minuteHeld.goRound(by, 60), ...secondHeld.set(0), ...stored, REDRAW];
    },
  };

  function lookAtChip(): Subroutine {
    const held = [secondHeld, minuteHeld, hourHeld] as const;
    const read = ([0, 1, 2] as const).map((place) => chip!.packed(place));
    const same = held
      .map((one, place) => operation(one.packed, "==", read[place]!))
      .reduce((all, one) => operation(all, "&&", one));
    return {
      name: routineFor("tick", variable),
      says: [`${called}: what the clock chip says, every ${CHIP_LOOKS_MS} ms.`],
      given: [],
      body: [
        when(operation(elapsed(last), "<", number(CHIP_LOOKS_MS)), [{ do: "return" }]),
        set(last, now("ms")),
        chip!.read,
        when(operation(operation(chip!.heard, "==", number(0)), "||", same), [{ do: "return" }]),
        ...held.flatMap((one, place) => one.setPacked(read[place]!)),
        REDRAW,
      ],
    };
  }
}

/** The digits of an hour of twelve, ones first, from those of one of twenty-four: 0 is 12, 13 is 1, and so on. */
function twelveHours([ones, tens]: readonly Expression[]): Expression[] {
  const [one, ten] = [ones!, tens!];
  const midnight = operation(operation(ten, "==", number(0)), "&&", operation(one, "==", number(0)));
  const afternoon = operation(operation(ten, "==", number(1)), "&&", operation(one, ">", number(2)));
  const evening = operation(ten, "==", number(2));
  const early = operation(one, "<", number(2));
  const less = operation(one, "-", number(2));
  return [
    either(
      midnight,
      number(2),
      either(afternoon, less, either(evening, either(early, operation(one, "+", number(8)), less), one)),
    ),
    either(
      midnight,
      number(1),
      either(afternoon, number(0), either(evening, either(early, number(0), number(1)), ten)),
    ),
  ];
}
