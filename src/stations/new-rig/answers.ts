import * as yup from "yup";
import { USUAL_TEXT_SCENE, builtInFont, layText } from "@/core/dots";
import { MARKS, glyphFit, splitCells } from "@/core/glyph";
import {
  CONTROLLERS,
  LED_FIGURES,
  MATRICES,
  columnsOf,
  digitsOf,
  type DisplaySheet,
  type LedColour,
  type MatrixName,
  type Polarity,
} from "@/core/parts";
import {
  DEFAULT_PLAN,
  LIMITS,
  USUAL_SHOW,
  hasDots,
  ledValues,
  matrixSize,
  moduleByKind,
  moduleCount,
  newRig,
  oneByOne,
  planProblem,
  showsDots,
  usualOhms,
  withLines,
  withModule,
  type ModuleSheet,
  type Plan,
  type ResistorPlacing,
  type Rig,
} from "@/core/rig";
import { WAYS, planFor, type Way } from "@/core/ways";

/** Something to begin with, for each display. */
export const EXAMPLES: Readonly<Record<string, string>> = {
  "1": "0123456789",
  "2": "12\n34",
  "3": "123\n4.56",
  "4": "12.34\n-0.5",
  "8": "12345678\n-0.5",
  clock: "12:30\n21°",
  "dots 1": "Hi!",
  "dots 4": "Hello, dots!",
  "dots 8": "Hello, dots!",
  "dots 16x8": "Hello!",
};

/** Something to begin with, for a display by the value of the question. */
export function exampleFor(chosen: Chosen): string {
  const sheet = moduleOf(chosen);
  const { display } = chosen;
  if (!sheet) return EXAMPLES[display] ?? "12.34";
  const { inside, bought } = sheet;
  if (inside.display === "dots") return EXAMPLES[bought.digits > 8 ? "dots 4" : "dots 1"]!;
  if (inside.display === "own") return "12:30\n-0.5";
  return EXAMPLES[String(bought.digits)] ?? "12.34";
}

/** The module a display's name stands for, if it does. */
export const moduleOf = ({ display, mine }: Chosen): ModuleSheet | undefined =>
  display.startsWith("module ")
    ? moduleByKind(display.slice("module ".length))
    : isMine(display)
      ? mine
      : undefined;

const isMine = (display: string): boolean => display.startsWith("mine ");

/** What was chosen as the display. */
interface Chosen {
  readonly display: string;
  /** The sheet of a module of one's own. */
  readonly mine?: ModuleSheet | undefined;
  readonly own?: DisplaySheet | undefined;
}

/** How many of a module one may begin with: as many as can be strung together. */
export const boardsOf = (answers: Answers): number[] =>
  [1, 2, 3, 4, 6, 8].filter((boards) => planProblem(withLines(planOf({ ...answers, boards }))) === undefined);

/** Whether the answers lead to a display of dots. */
export const isDots = (chosen: Chosen): boolean => {
  const { display, own } = chosen;
  const sheet = moduleOf(chosen);
  if (sheet) return hasDots(sheet);
  return (
    DOT_DISPLAYS[display] !== undefined || (display === "own" && own !== undefined && columnsOf(own) > 0)
  );
};

/** Displays of dots one can begin with, by the value of the question. */
export const DOT_DISPLAYS: Readonly<Record<string, { title: string; module: MatrixName; count: number }>> = {
  "dots 1": { title: "one 8 × 8 module of dots", module: "8x8", count: 1 },
  "dots 4": { title: "four 8 × 8 modules in a row", module: "8x8", count: 4 },
  "dots 8": { title: "eight 8 × 8 modules in a row", module: "8x8", count: 8 },
  "dots 16x8": { title: "one 16 × 8 module of dots", module: "16x8", count: 1 },
};

export const ANSWERS = yup.object({
  name: yup.string().trim().required("Give it a name").max(LIMITS.name, `At most ${LIMITS.name} characters`),
  display: yup.string().required(),
  polarity: yup.mixed<Polarity>().oneOf(["common-cathode", "common-anode"]).required(),
  colour: yup
    .mixed<LedColour>()
    .oneOf(Object.keys(LED_FIGURES) as LedColour[])
    .required(),
  /** How many modules, where it was bought as one. */
  boards: yup.number().integer().min(1).max(16).required(),
  /** A display whose legs were entered. */
  own: yup.mixed<DisplaySheet>().optional(),
  /** The sheet of a module of one's own. */
  mine: yup.mixed<ModuleSheet>().optional(),
  way: yup
    .string()
    .defined()
    .test("laid", (_, { parent, createError }) => {
      const message = noWay(parent as Answers);
      return message === undefined || createError({ message });
    }),
  resistors: yup.mixed<ResistorPlacing>().oneOf(["per-segment", "common"]).required(),
  controller: yup
    .string()
    .oneOf(CONTROLLERS.map(({ id }) => id))
    .required(),
  list: yup
    .string()
    .required("Say what it is to show")
    .max(LIMITS.text * 8, `At most ${LIMITS.text * 8} characters`)
    .test(
      "shown",
      ({ value }) => `Seven segments cannot show ${unshown(value).join(" ")}`,
      (value, { parent }) => isDots(parent as Parameters<typeof isDots>[0]) || unshown(value).length === 0,
    ),
});

export type Answers = yup.InferType<typeof ANSWERS>;

/** Why nothing drives the display as it is, and what would be; undefined where some way does. */
export function noWay(answers: Answers): string | undefined {
  const problem = planProblem(withLines(planOf(answers)));
  if (problem === undefined) return undefined;
  if (moduleOf(answers)) return `This board cannot drive it: ${problem}.`;
  const rows = isDots(answers);
  const other = answers.polarity === "common-anode" ? "common-cathode" : "common-anode";
  const [joined, instead] =
    other === "common-cathode" ? (["anodes", "cathodes"] as const) : (["cathodes", "anodes"] as const);
  const turned = planProblem(planOf({ ...answers, polarity: other })) === undefined;
  return `No way drives this display with ${rows ? "rows" : "digits"} of ${joined}${turned ? `; with ${instead} there is one` : ""}.`;
}

const unshown = (text: string): string[] => [
  ...new Set(
    splitCells((text ?? "").replace(/\n/g, ""), MARKS)
      .filter(({ glyph }) => glyphFit(glyph).fit === "cannot")
      .map(({ glyph }) => `“${glyph}”`),
  ),
];

/** The plan the answers ask for, before lines are given out. */
export function planOf(answers: Answers): Plan {
  const { display, polarity, resistors, controller, way, boards, own } = answers;
  const sheet = moduleOf(answers);
  if (sheet) return withModule({ ...DEFAULT_PLAN, controller, lines: {} }, sheet, boards);
  const clock = display === "clock";
  const dots = DOT_DISPLAYS[display];
  const digits = clock
    ? 4
    : display === "own"
      ? digitsOf(own!)
      : dots
        ? dots.count * MATRICES[dots.module].rows
        : Number(display);
  const chosen = WAYS.find(({ id }) => id === way);
  const base: Plan = {
    ...DEFAULT_PLAN,
    display: clock ? "clock" : dots ? "dots" : own && display === "own" ? "own" : "plain",
    ...(own && display === "own" ? { own } : {}),
    ...(dots ? { module: dots.module } : {}),
    digits,
    polarity: display === "own" ? own!.polarity : polarity,
    resistors,
    controller,
    lines: {},
  };
  const found = chosen && planFor({ plan: base }, chosen);
  if (found && planProblem(found) === undefined) return found;
  return planFor({ plan: base }, waysThatFit(base)[0] ?? WAYS.find(({ module }) => module === undefined)!);
}

/** Ways that cannot be laid for a display and board, and why. */
export const waysThatDoNot = (base: Plan): Array<{ readonly way: Way; readonly why: string }> =>
  WAYS.flatMap((way) => {
    const why = way.module === undefined ? planProblem(planFor({ plan: base }, way)) : undefined;
    return why === undefined ? [] : [{ way, why }];
  });

/** Ways that can be laid for a display and board, the ones most take first. */
export function waysThatFit(base: Plan): Way[] {
  const many = base.display === "dots" && base.digits > MATRICES[base.module ?? "8x8"].rows;
  const usual = [
    ...(many ? ["max7219-bare"] : []),
    ...["logic-transistor", "two-registers-transistor", "register-static-bare", "max7219-bare"],
  ];
  const rank = ({ id }: Way) => (usual.includes(id) ? usual.indexOf(id) : usual.length);
  return WAYS.filter(
    (way) => way.module === undefined && planProblem(planFor({ plan: base }, way)) === undefined,
  )
    .filter((way, _, all) => {
      const plan = planFor({ plan: base }, way);
      const isBare = ({ scheme, digitSwitch, register }: Way) =>
        scheme === way.scheme && digitSwitch === "bare" && register === way.register;
      return plan.digitSwitch === way.digitSwitch || !all.some((other) => other !== way && isBare(other));
    })
    .sort((one, other) => rank(one) - rank(other));
}

/**
 * The rig the answers lead to: laid, with its usual values and what it is to show.
 * @param id its name in the database
 */
export function build(answers: Answers, id: string): Rig {
  const { name, colour, list, display } = answers;
  const plan = withLines(planOf(answers));
  if (showsDots(plan)) return buildSign(answers, id, plan);
  const texts = display === "1" ? oneByOne(list) : list.split("\n").filter((text) => text !== "");
  return newRig(
    {
      id,
      name: name.trim() || "My rig",
      show: { ...USUAL_SHOW, mode: texts.length > 1 ? "count" : "hold", texts, hold: texts[0] ?? "8" },
    },
    plan,
    { ohms: usualOhms(plan, ledValues(colour)), led: ledValues(colour) },
  );
}

/** A rig of dots: its text runs across where it does not fit. */
function buildSign({ name, colour, list }: Answers, id: string, plan: Plan): Rig {
  const led = ledValues(colour);
  const rig = newRig({ id, name: name.trim() || "My rig" }, plan, { ohms: usualOhms(plan, led), led });
  const wide = moduleCount(plan) * matrixSize(plan)!.columns;
  const text = list.replace(/\n+$/, "");
  const fits = layText(text, builtInFont(USUAL_TEXT_SCENE.font)!).ribbon.width <= wide;
  return {
    ...rig,
    sign: { ...rig.sign!, scenes: [{ ...USUAL_TEXT_SCENE, text, motion: fits ? "hold" : "left" }] },
  };
}
