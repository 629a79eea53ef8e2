import { brightnessSteps, displayLines, gridOf, pipsOfPicture, type RigModel } from "../../address";
import { makeBitmap } from "../../dots";
import { SEGMENTS, type PipName } from "../../glyph";
import { inputUnits } from "../../inputs";
import { isChip, type LegNames } from "../../parts";
import { TOGGLED_MS, echoCode, searchCode } from "../../program";
import { SUPPLIES, controllerById, outsideOf, pipId } from "../../rig";
import { lineWord } from "../line-words";
import { probesOf } from "../probes";
import { FULL, HELD_MS, alone, lettersFor } from "../showing";
import { atRest, supplyCurrent, whileHigh, whileLit } from "./expected";
import type { BringUpStep } from "./step";

/** ms a face of the walk is shown: slow enough to name it aloud. */
const WALK_MS = 700;
/** Faces of the longest walk. */
const MOST_WALKED = 64;

const BEFORE_POWER: readonly string[] = [
  "Check every notch and every stripe once more before you switch on: a chip the wrong way round is destroyed in seconds.",
  "If your supply can limit the current, set it to twice what is expected here. If anything smells or gets hot, switch off first, then think.",
];

/** The steps in which a rig is brought up, the smallest first: each can go wrong in few ways. */
export function bringUpSteps(model: RigModel, legNames: LegNames): BringUpStep[] {
  return [
    ...power(model, legNames),
    ...lines(model, legNames),
    ...search(model),
    ...(gridOf(model) ? dots(model, legNames) : digits(model, legNames)),
    ...inputs(model),
    {
      id: "show",
      title: "The show",
      how: "Load the rig’s own sketch, from Code.",
      cautions: [],
      does: { kind: "show" },
      lit: [],
      sees: "what runs on the face in the app",
      expected: [],
      ifNot: [
        "If all steps before were right, the fault is in the program, not in the wires. Capture the lines and compare on Writes.",
      ],
    },
  ];
}

function power(model: RigModel, legNames: LegNames): BringUpStep[] {
  const { rig } = model;
  const supply = rig.plan.supply ? SUPPLIES[rig.plan.supply.kind] : undefined;
  const notched = outsideOf(rig).units.filter(({ ref }) => isChip(model.part(ref)));
  const probes = probesOf(model, legNames);
  return [
    {
      id: "before",
      title: "Before you switch on",
      how: `With the power off, measure the resistance between supply and ground of the rig: well over 100 Ω, no short circuit. ${
        notched.length > 0
          ? `Leg 1 of ${notched.map(({ ref }) => ref).join(", ")} is where the drawing on Wires has it.`
          : "Every part is placed as drawn on Wires."
      }`,
      cautions: [...BEFORE_POWER, ...(supply?.cautions ?? [])],
      does: { kind: "nothing" },
      lit: [],
      sees: "nothing: all dark",
      expected: [],
      ifNot: [
        "Near 0 Ω: a rail is bridged, or a part is the wrong way round. Remove parts one by one until the short is gone.",
      ],
    },
    {
      id: "supply",
      title: "Supply and ground",
      how: "Switch on, whatever the controller does. Black probe on the controller’s ground, red probe on each leg itself, not in the hole beside it.",
      cautions: [],
      does: { kind: "nothing" },
      lit: [],
      sees: "anything or nothing: nothing has been sent yet, so it is random. Nothing gets warm",
      expected: atRest(model, probes, legNames),
      ifNot: [
        "0 V at a supply leg: follow the red wire back, hole by hole.",
        "A ground leg above 0.1 V: its ground wire is missing, and the chip is powered through its inputs.",
        "All too low: the supply is too weak, or something draws far too much. Switch off, then feel which part is warm.",
      ],
    },
  ];
}

/** Each line alone, slowly: what a meter or a single LED can follow. Boards that are programmed as logic have none. */
function lines(model: RigModel, legNames: LegNames): BringUpStep[] {
  if (controllerById(model.rig.plan.controller).flavour === "logic") return [];
  const probes = probesOf(model, legNames);
  const lamp = "an LED with 1 kΩ to ground";
  return displayLines(model).map((line) => {
    const use = lineWord(model, line);
    const expected = whileHigh(model, probes, line, legNames);
    return {
      id: `line ${line}`,
      title: `Line ${line}${use ? `, ${use}` : ""}`,
      how: `The line switches between high and low, ${TOGGLED_MS / 1000} s each. Measure where it arrives, or hold ${lamp} there.`,
      cautions: [],
      does: { kind: "toggle", line },
      lit: [],
      sees: "the meter, or the LED, following it; the display may show anything",
      expected,
      ifNot: [
        `It changes at the board but not at the chip: check the wire between. It changes at another leg: two lines are swapped.`,
        `It does not change at the board either: the sketch uses another line than ${line}, or was not loaded.`,
      ],
    };
  });
}

function search(model: RigModel): BringUpStep[] {
  if (!searchCode(model)) return [];
  const called = (model.encoding.buses ?? []).flatMap(({ addresses }) => addresses ?? []);
  return [
    {
      id: "search",
      title: "Chips answering on the bus",
      how: "Open the serial monitor at 9600 baud: it lists every address that answers.",
      cautions: [],
      does: { kind: "search" },
      lit: [],
      sees:
        called.length > 0
          ? `on the serial line: ${called.map((address) => `address ${address} answers`).join(", ")}`
          : "on the serial line: the address of every chip of the bus",
      expected: [],
      ifNot: [
        "None answers: check supply and ground, and whether the two lines are swapped; both must be high when idle.",
        "Another address: the straps differ from the plan. Change the plan or the straps.",
      ],
    },
  ];
}

function digits(model: RigModel, legNames: LegNames): BringUpStep[] {
  const { digits: all } = model;
  const [first] = all;
  if (!first) return [];
  const dark = all.map((): PipName[] => []);
  const only = (digit: number, segments: readonly PipName[]) =>
    dark.map((none, at) => (at === digit ? segments : none));
  const walk = all
    .flatMap((_, digit) => SEGMENTS.map((segment) => ({ digit, segment })))
    .filter(({ digit, segment }) => hasPip(model, digit, segment))
    .slice(0, MOST_WALKED);
  const many = all.length > 1;
  const everything = all.map((_, digit) => SEGMENTS.filter((segment) => hasPip(model, digit, segment)));
  const beginning = walk[0]!;
  return [
    {
      id: "one",
      title: "One segment",
      how: `Segment ${beginning.segment} of the ${many ? "leftmost " : ""}digit is lit and stays so.`,
      cautions: [],
      does: {
        kind: "texts",
        texts: [alone(model, beginning.digit, lettersFor(beginning.segment))],
        interval: HELD_MS,
      },
      lit: [only(beginning.digit, [beginning.segment])],
      sees: `segment ${beginning.segment} and nothing else`,
      expected: whileLit(model, pipId(first.unit, first.digit, beginning.segment), legNames),
      ifNot: [
        "Another segment lights: wires are swapped, or the bits are sent in the opposite order.",
        "All but that one light: the display has the other polarity, or the bytes are inverted.",
        "Nothing lights: check the common leg, the latch line and the enable input.",
      ],
    },
    {
      id: "walk",
      title: "Segment by segment",
      how: `One segment after another, a to g and the point${many ? ", digit after digit from the left" : ""}. Say each aloud as it lights.`,
      cautions: [],
      does: {
        kind: "texts",
        texts: walk.map(({ digit, segment }) => alone(model, digit, lettersFor(segment))),
        interval: WALK_MS,
      },
      lit: walk.map(({ digit, segment }) => only(digit, [segment])),
      sees: "a, b, c, d, e, f, g, point, each alone and equally bright",
      expected: [],
      ifNot: [
        "One stays dark: check its wire, its resistor and the LED. Two at once: legs that touch.",
        "The order differs: wires are swapped. Enter it in “Find the fault”.",
      ],
    },
    ...(many
      ? [
          {
            id: "digits",
            title: "Digit by digit",
            how: "Each digit fully lit, from left to right.",
            cautions: [],
            does: {
              kind: "texts" as const,
              texts: all.map((_, digit) => alone(model, digit, FULL)),
              interval: HELD_MS / 2,
            },
            lit: all.map((_, digit) => only(digit, everything[digit]!)),
            sees: "one digit at a time, all of it",
            expected: [],
            ifNot: [
              "The order differs: digit legs are swapped, or counted from the other side.",
              "A neighbour glows too: ghosting. Check the blanking time on Scan.",
            ],
          },
        ]
      : []),
    {
      id: "all",
      title: "Everything lit",
      how: "All segments together, long enough to feel for heat: a minute.",
      cautions: ["A resistor too hot to touch is too small; a chip too hot to touch carries too much."],
      does: { kind: "texts", texts: [FULL.repeat(all.length)], interval: HELD_MS },
      lit: [everything],
      sees: "all of it, evenly bright, without flicker",
      expected: supplyCurrent(model),
      ifNot: [
        "Dimmer than a single segment: the supply sags, or a resistor is shared.",
        "The controller keeps restarting: the supply dips as the display lights. Add capacitance, or use another supply.",
      ],
    },
    ...dimmest(model, everything),
  ];
}

const hasPip = (model: RigModel, digit: number, segment: PipName): boolean => {
  const { unit, digit: own } = model.digits[digit]!;
  return model.addresses.some((one) => one.pip === `${unit}.${own}.${segment}`);
};

function dimmest(model: RigModel, everything: BringUpStep["lit"][number]): BringUpStep[] {
  return brightnessSteps(model) > 1
    ? [
        {
          id: "dim",
          title: "The dimmest step",
          how: "Everything lit at the lowest step of brightness the driver chip has.",
          cautions: [],
          does: { kind: "dimmest" },
          lit: everything.length > 0 ? [everything] : [],
          sees: "the same as before, far dimmer",
          expected: [],
          ifNot: ["As bright as before: the chip was not set up; its first writes were lost."],
        },
      ]
    : [];
}

function dots(model: RigModel, legNames: LegNames): BringUpStep[] {
  const { width, height } = gridOf(model)!;
  const pictures = (count: number, lit: (at: number, x: number, y: number) => boolean) =>
    Array.from({ length: count }, (_, at) => makeBitmap(width, height, (x, y) => lit(at, x, y)));
  const corner = pictures(1, (_, x, y) => x === 0 && y === 0);
  const [first] = pipsOfPicture(model, gridOf(model)!, corner[0]!);
  const step = (
    values: Pick<BringUpStep, "id" | "title" | "how" | "sees" | "ifNot"> & Partial<BringUpStep>,
  ): BringUpStep => ({ cautions: [], does: { kind: "nothing" }, lit: [], expected: [], ...values });
  return [
    step({
      id: "one",
      title: "One dot",
      how: "The dot in the top left corner is lit and stays so.",
      does: { kind: "pictures", pictures: corner, interval: HELD_MS },
      sees: "that dot and nothing else",
      expected: first ? whileLit(model, first, legNames) : [],
      ifNot: [
        "Another corner lights: the module is rotated. Frames finds its orientation.",
        "A whole row or column lights: rows and columns are swapped, or the polarity is reversed.",
        "Nothing lights: check supply and ground, or the chip was not set up.",
      ],
    }),
    step({
      id: "columns",
      title: "Column by column",
      how: "One column after another, from left to right.",
      does: {
        kind: "pictures",
        pictures: pictures(Math.min(width, MOST_WALKED), (at, x) => x === at),
        interval: WALK_MS / 2,
      },
      sees: "a line that moves to the right without a gap or a jump",
      ifNot: ["It jumps: column wires are swapped, or modules are in another order."],
    }),
    step({
      id: "rows",
      title: "Row by row",
      how: "One row after another, from top to bottom.",
      does: {
        kind: "pictures",
        pictures: pictures(Math.min(height, MOST_WALKED), (at, _, y) => y === at),
        interval: WALK_MS,
      },
      sees: "a line that moves down without a gap or a jump",
      ifNot: ["It jumps: row wires are swapped. It goes up: the module is rotated."],
    }),
    step({
      id: "all",
      title: "Everything lit",
      how: "All dots together, long enough to feel for heat: a minute.",
      cautions: ["All dots at once is the most a sign ever draws: check that your supply can deliver it."],
      does: { kind: "pictures", pictures: pictures(1, () => true), interval: HELD_MS },
      sees: "all of it, evenly bright, without flicker",
      expected: supplyCurrent(model),
      ifNot: ["It fades or resets: the supply dips. Feed it from both ends, with thicker wire."],
    }),
    ...dimmest(model, []),
  ];
}

function inputs(model: RigModel): BringUpStep[] {
  if (controllerById(model.rig.plan.controller).flavour === "logic") return [];
  const { code, not } = echoCode(model);
  if (!code) return [];
  const parts = inputUnits(model.rig).map(({ unit }) => unit.ref);
  return [
    {
      id: "inputs",
      title: "Buttons, knobs, sensors",
      how: "Open the serial monitor at 9600 baud and move each in turn: its readings are printed three times a second.",
      cautions: [],
      does: { kind: "echo" },
      lit: [],
      sees: `on the serial line: ${parts.join(", ")}, and a number that follows your hand`,
      expected: [],
      ifNot: [
        ...not.map(({ problem }) => `${problem}.`),
        "A number that drifts by itself: that line floats. Check its pull-up and its wire.",
        "It never changes: check the part’s other leg, or it is on another line.",
      ],
    },
  ];
}
