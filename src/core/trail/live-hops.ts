import { besideShow, type Address, type RigModel } from "../address";
import {
  chipKeys,
  clockLines,
  contactLine,
  converterLine,
  echoLines,
  encoderLines,
  keypadLines,
} from "../inputs";
import { actionWords, conditionWords, gestureWords } from "../live";
import { legRef, reactingOf, splitPipId, type Action, type Live, type UnitRef, controllerUnit } from "../rig";
import type { Hop } from "./hop";

/** Hops of hands that are listed; the others are counted. */
const MOST_HANDS = 5;

/** When an LED of a rig that reacts is lit: what decides it, and the hands behind that. Undefined where nothing reacts. */
export function liveHops(model: RigModel, { pip }: Address): Hop[] | undefined {
  const live = reactingOf(model.rig);
  if (!live) return undefined;
  const { unit } = splitPipId(pip);
  if (!besideShow(model).has(unit)) return [shownHop(live), ...handHops(model, live)];
  const switched = reasonsFor(live, unit);
  if (switched.length === 0) return undefined;
  return [
    {
      kind: "time",
      topic: "show",
      title: "lit while it is switched on",
      detail: switched.join("; "),
      legs: [],
    },
  ];
}

const shownHop = ({ values }: Live): Hop => ({
  kind: "time",
  topic: "show",
  title: "lit when what is shown asks for it",
  detail:
    values.length > 0
      ? `as ${values.map(({ name }) => name).join(", ")} ${values.length > 1 ? "go" : "goes"}`
      : "",
  legs: [],
});

/** What switches an output: "when out is above 0: on". */
function reasonsFor(live: Live, unit: UnitRef): string[] {
  const isIts = (does: Action) => "switch" in does && does.switch === unit;
  return [
    ...live.events
      .filter(({ does }) => isIts(does))
      .map(({ when, does }) => `when ${conditionWords(when, live)}: ${actionWords(does, live)}`),
    ...live.controls
      .filter(({ does }) => isIts(does))
      .map((control) => `${control.unit} ${gestureWords(control)}: ${actionWords(control.does, live)}`),
  ];
}

/** The parts a hand or the world moves, each with its line and what it does. */
function handHops(model: RigModel, live: Live): Hop[] {
  const hands = new Map<UnitRef, string[]>();
  const note = (unit: UnitRef, says: string) => hands.set(unit, [...(hands.get(unit) ?? []), says]);
  for (const control of live.controls)
    note(
      control.unit,
      `${control.key === undefined ? "" : `key ${control.key} `}${gestureWords(control)}: ${actionWords(control.does, live)}`,
    );
  for (const value of live.values)
    if ("reading" in value) note(value.reading.of, `${value.name} is read from it`);
    else if ("clock" in value && value.clock.chip)
      note(value.clock.chip, `${value.name} is read from it, and set in it`);
  const known = [...hands].filter(([unit]) => model.rig.units.some(({ ref }) => ref === unit));
  const listed = known.slice(0, MOST_HANDS).map(([unit, says]): Hop => {
    const lines = linesOf(model, unit);
    const board = controllerUnit(model.rig)!.ref;
    return {
      kind: "hand",
      topic: "show",
      title: readBy(model, unit, lines),
      detail: `${says[0]}${says.length > 1 ? `, and ${says.length - 1} more` : ""}`,
      legs: [
        ...model.part(unit).legs.map(({ id }) => legRef(unit, id)),
        ...lines.map((line) => legRef(board, line)),
      ],
    };
  });
  const more = known.length - listed.length;
  return more > 0
    ? [
        ...listed,
        {
          kind: "hand",
          topic: "show",
          title: `${more} more ${more === 1 ? "part" : "parts"} one moves`,
          legs: [],
        },
      ]
    : listed;
}

/** A part and what reads it: a line of the board, a chip, or rows and columns. */
function readBy(model: RigModel, unit: UnitRef, lines: readonly string[]): string {
  if (lines.length > 0) return `${unit} on line ${lines.join(" and ")}`;
  const ofChip = chipKeys(model).find((one) => one.unit === unit);
  if (ofChip) return `${unit}, a key of ${ofChip.chip}`;
  const keypad = keypadLines(model, unit);
  return "problem" in keypad
    ? unit
    : `${unit} on lines ${keypad.rows.join(" ")} by ${keypad.columns.join(" ")}`;
}

/** The lines of the board a part is read by; none where it is read in another way, or not at all. */
function linesOf(model: RigModel, unit: UnitRef): string[] {
  const part = model.part(unit);
  if (part.kind !== "input") return [];
  switch (part.act.by) {
    case "contact": {
      if (chipKeys(model).some((one) => one.unit === unit)) return [];
      const found = contactLine(model, unit);
      return "problem" in found ? [] : [found.line];
    }
    case "steps": {
      const found = encoderLines(model, unit);
      return "problem" in found ? [] : [found.first, found.second];
    }
    case "keys":
      return [];
    case "echo": {
      const found = echoLines(model, unit);
      return "problem" in found ? [] : [found.trigger, found.echo];
    }
    case "clock": {
      const found = clockLines(model, unit);
      return "problem" in found ? [] : [found.data, found.clock];
    }
    default: {
      const found = converterLine(model, unit);
      return "problem" in found ? [] : [found.line];
    }
  }
}
