import { bitmapHex, makeBitmap } from "../dots";
import { SEGMENTS, outputName, type PipName, type SegmentName } from "../glyph";
import { sheetOf } from "../parts";
import { namesOf, probesOf, type Probe, type Seen } from "./probes";
import { ledValues, matrixSize, newRig, usualOhms, type Plan, type Rig } from "../rig";

export { answersFrom, type Sight } from "./from-capture";
export { probesOf, type Probe, type Seen } from "./probes";

export type Found =
  | {
      readonly ok: true;
      readonly plan: Plan;
      /** What is other than was taken for granted, in words; empty where nothing is. */
      readonly says: readonly string[];
    }
  | { readonly ok: false; readonly message: string };

/** A character of its own for each segment: no text has one from the private use area. */
const OWN_GLYPH = 0xe000;
/** What stands for a digit that is dark. */
const DARK = " ";

/** The plan with a point at every digit, whatever marks the display was said to have. */
const plain = ({ own: _, ...plan }: Plan): Plan =>
  plan.display === "own" ? { ...plan, display: "plain" } : plan;

/**
 * The rig whose program lights one output after the other, each for so long, over and over.
 * @param each in ms
 */
export function probeRig(rig: Rig, each: number): Rig {
  const plan = matrixSize(rig.plan) ? rig.plan : plain(rig.plan);
  const led = rig.units.find((unit) => unit.led)?.led ?? ledValues("red");
  const probes = probesOf(plan);
  const name = `${rig.name}: one output at a time`;
  const values = { ohms: usualOhms(plan, led), led };
  const size = matrixSize(plan);
  if (size) {
    const [width, height] = [size.columns, size.rows];
    const frames = probes.map(({ digit, segment }) => ({
      dots: bitmapHex(makeBitmap(width, height, (x, y) => y === digit - 1 && `c${x + 1}` === segment)),
      time: each,
    }));
    const scene = { kind: "pictures", name: "one at a time", width, height, frames, repeat: 1 } as const;
    // One block, as its chip has it: how blocks stand is another question.
    const first = { ...plan, digits: plan.bought?.digits ?? size.rows };
    const made = newRig({ id: rig.id, name }, first, values);
    const modules = made
      .sign!.modules.slice(0, 1)
      .map((place) => ({ ...place, x: 0, y: 0, turn: 0 as const, mirrored: false }));
    return { ...made, sign: { ...made.sign!, modules, scenes: [scene] } };
  }
  const texts = probes.map(({ digit, segment }) => {
    const at = SEGMENTS.indexOf(segment as SegmentName);
    return DARK.repeat(digit - 1) + String.fromCodePoint(OWN_GLYPH + at);
  });
  return {
    ...newRig(
      {
        id: rig.id,
        name,
        show: {
          mode: "count",
          texts,
          hold: texts[0]!,
          interval: each,
          rounds: 0,
          end: "last",
          align: "left",
          leadingZeros: "show",
        },
      },
      { ...plan, ...(plan.bought ? { digits: plan.bought.digits } : {}) },
      values,
    ),
    glyphs: SEGMENTS.map((segment, at) => ({
      glyph: String.fromCodePoint(OWN_GLYPH + at),
      segments: [segment],
    })),
  };
}

/** Every number of a list once. */
const once = (numbers: readonly (number | undefined)[]): boolean =>
  numbers.every((number) => number !== undefined) && new Set(numbers).size === numbers.length;

/**
 * Works out which output drives what, from what was seen while they were on one by one.
 * @param seen for each of {@link probesOf}, in the same order
 */
export function workOut(plan: Plan, seen: readonly Seen[]): Found {
  const probes = probesOf(plan);
  if (seen.length < probes.length)
    return { ok: false, message: `${probes.length - seen.length} are still to be seen.` };
  if (seen.every((one) => one === "nothing"))
    return {
      ok: false,
      message:
        "Nothing ever lit: the display is of the other polarity, or the module has no power, or a line does not reach it.",
    };
  if (seen.filter((one) => one === "several").length > probes.length / 2)
    return {
      ok: false,
      message:
        "Most of the time several were lit: all but one means the other polarity; take that and begin again.",
    };
  const names = namesOf(plan);
  const answers = probes.map((probe, at) => ({ probe, saw: seen[at]! }));
  const along = answers.slice(0, names.length).filter(({ probe }) => isPlain(plan, probe));
  const across = answers.slice(names.length).filter(({ probe }) => probe.segment === names[0]);
  const broken = [...along, ...across].find(({ saw }) => typeof saw === "string");
  if (broken)
    return { ok: false, message: `${titleOf(plan, broken.probe)} must light exactly one: look at it again.` };
  const first = along.map(({ saw }) => saw as Probe);
  const down = [first[0]!, ...across.map(({ saw }) => saw as Probe)];
  const digits = new Set(first.map(({ digit }) => digit));
  const isCrossed = digits.size > 1;
  if (isCrossed && new Set(first.map(({ segment }) => segment)).size > 1)
    return {
      ok: false,
      message: "Segments of one digit lit on several digits in no order: look again at the first ones.",
    };
  return isCrossed ? crossed(plan, first, down) : straight(plan, first, down, marksSeen(answers));
}

/** Whether a segment takes part in the order: a point may be missing, or light another mark. */
const isPlain = (plan: Plan, { segment }: Probe): boolean =>
  matrixSize(plan) !== undefined || segment !== "dp";

/** What the points of the digits light: by the digit the plan takes them for. */
const marksSeen = (
  answers: ReadonlyArray<{ readonly probe: Probe; readonly saw: Seen }>,
): ReadonlyMap<number, Seen> =>
  new Map(answers.flatMap(({ probe, saw }) => (probe.segment === "dp" ? [[probe.digit, saw] as const] : [])));

/** The outputs of digits as they are: each drives what was seen; those that were not tried follow in order. */
function ordered(before: readonly number[], tried: readonly Probe[]): number[] | undefined {
  const seen = tried.map(({ digit }) => digit);
  if (!once(seen)) return undefined;
  const outputs = before.map((digit) => (digit <= tried.length ? seen[digit - 1] : undefined));
  const left = before.map((_, at) => at + 1).filter((digit) => !outputs.includes(digit));
  return outputs.map((digit) => digit ?? left.shift()!);
}

/** The same for the outputs of segments, or of columns, by their outputs' names. */
function segmentsFound(plan: Plan, along: readonly Probe[]): SegmentName[] | undefined {
  const names = namesOf(plan);
  const drives = new Map(along.map(({ segment }, at) => [outputName(names[at]!)!, outputName(segment)]));
  const found = plan.outputs.map((output) => drives.get(output));
  const left = SEGMENTS.filter((segment) => !found.includes(segment));
  const outputs = found.map((segment) => segment ?? left.shift());
  return new Set(outputs).size === outputs.length ? (outputs as SegmentName[]) : undefined;
}

const NO_ORDER: Found = {
  ok: false,
  message: "The same LED was seen for two outputs: one of the answers is another one's. Look again.",
};

/** Digits on the legs for digits, whatever their order. */
function straight(
  plan: Plan,
  along: readonly Probe[],
  down: readonly Probe[],
  marks: ReadonlyMap<number, Seen>,
): Found {
  const outputs = segmentsFound(plan, along);
  const digitOutputs = ordered(plan.digitOutputs, down);
  if (!outputs || !digitOutputs) return NO_ORDER;
  const found = withMarks({ ...plan, outputs, digitOutputs }, marks);
  return { ok: true, plan: renamed(plan, found), says: differences(plan, found) };
}

/** Rows and columns, or digits and segments, the other way round. */
function crossed(plan: Plan, along: readonly Probe[], down: readonly Probe[]): Found {
  const size = matrixSize(plan);
  const word = size ? "rows and columns are swapped" : "digits are on the legs for segments";
  if (size && plan.bought) {
    // Seen from the chip they are rows as before; the block only stands transposed.
    const turned = along.map(({ digit }): Probe => ({ digit: 1, segment: `c${digit}` as PipName }));
    const outputs = segmentsFound(plan, turned);
    const rows = down.map(({ segment }): Probe => ({ digit: Number(segment.slice(1)), segment: "c1" }));
    const digitOutputs = ordered(plan.digitOutputs, rows);
    if (!outputs || !digitOutputs) return NO_ORDER;
    const bought = {
      ...plan.bought,
      stands: { turn: 90, mirrored: true, from: plan.bought.stands?.from ?? "left" },
    } as const;
    const found = { ...plan, outputs, digitOutputs, bought };
    return { ok: true, plan: renamed(plan, found), says: [word, ...differences(plan, found)] };
  }
  if (!plan.bought || size) return { ok: false, message: `The ${word}: choose a way that does that.` };
  // The legs for segments, in their order, drive what the segments of digit 1 were seen on.
  const digitOutputs = plan.outputs.map((output) => along[SEGMENTS.indexOf(output)]?.digit);
  const outputs = plan.digitOutputs.map((digit) => down[digit - 1]?.segment as SegmentName | undefined);
  const restDigits = plan.digitOutputs
    .map((_, at) => at + 1)
    .filter((digit) => !digitOutputs.includes(digit));
  const restSegments = SEGMENTS.filter((segment) => !outputs.includes(segment));
  const filledDigits = digitOutputs.map((digit) => digit ?? restDigits.shift()!);
  const filledSegments = outputs.map((segment) => segment ?? restSegments.shift()!);
  if (!once(filledDigits) || new Set(filledSegments).size !== filledSegments.length) return NO_ORDER;
  // Where its keys hang is known of the board it was taken for, and not of this one.
  const { keys: _, ...board } = plan.bought;
  const found: Plan = {
    ...plan,
    outputs: filledSegments,
    digitOutputs: filledDigits,
    polarity: plan.polarity === "common-anode" ? "common-cathode" : "common-anode",
    bought: { ...board, exchanged: !(plan.bought.exchanged ?? false) },
  };
  return { ok: true, plan: renamed(plan, found), says: [word, ...differences(plan, found)] };
}

/** The display with the marks that were seen on the legs of its points. */
function withMarks(plan: Plan, marks: ReadonlyMap<number, Seen>): Plan {
  // A colon with a common of its own is on no point's leg.
  if (matrixSize(plan) || plan.own?.colonOn) return plan;
  const { own: _, ...rest } = plan;
  const seen = [...marks.values()];
  const isPoint = (saw: Seen) => typeof saw !== "string" && saw.segment === "dp";
  if (seen.every(isPoint) && plan.display === "own") return { ...rest, display: "plain" };
  const shown = seen.flatMap((saw) => (typeof saw === "string" ? [] : [[saw.digit, saw.segment] as const]));
  const start = sheetOf(`digit-${plan.bought?.digits ?? plan.digits}`, plan.polarity);
  if (seen.every(isPoint) || !start) return plan;
  return { ...rest, display: "own", own: { ...start, pointIs: Object.fromEntries(shown) } };
}

/** A module that turned out other than it was is no longer the one it was known as. */
function renamed(before: Plan, found: Plan): Plan {
  if (!found.bought || differences(before, found).length === 0) return found;
  const { kind: _, ...bought } = found.bought;
  return { ...found, bought };
}

/** What differs between two plans of one module, in words. */
function differences(before: Plan, found: Plan): string[] {
  const same = (one: readonly unknown[], other: readonly unknown[]) => one.join() === other.join();
  const size = matrixSize(before);
  const used = found.bought?.digits ?? found.digits;
  return [
    ...(same(before.digitOutputs, found.digitOutputs)
      ? []
      : [
          `${size ? "rows" : "digits"} in the order ${found.digitOutputs.filter((digit) => digit <= used).join(", ")}`,
        ]),
    ...(same(before.outputs, found.outputs)
      ? []
      : [
          `${size ? "columns" : "segments"} in the order ${found.outputs.map((name) => (size ? SEGMENTS.indexOf(name) + 1 : name)).join(", ")}`,
        ]),
    ...(found.display === before.display &&
    JSON.stringify(found.own?.pointIs) === JSON.stringify(before.own?.pointIs)
      ? []
      : [marksSay(found)]),
  ];
}

const marksSay = ({ own }: Plan): string => {
  const marks = Object.entries(own?.pointIs ?? {});
  if (!own) return "a point at every digit";
  return marks.length === 0
    ? "no points and no colon"
    : marks
        .map(([digit, mark]) => `${mark === "dp" ? "a point" : `the ${mark}`} behind digit ${digit}`)
        .join(", ");
};

/** A probe as it is spoken of. */
export const titleOf = (plan: Plan, { digit, segment }: Probe): string =>
  matrixSize(plan)
    ? `What is taken for row ${digit}, column ${segment.slice(1)}`
    : `What is taken for digit ${digit}, ${segment === "dp" ? "point" : `segment ${segment}`}`;
