import { brightnessSteps, directLines, gridOf, modelOf, type RigModel } from "../address";
import { remembered } from "../remember";
import { reactsNot, type Live, type Rig } from "../rig";
import { buildProgram } from "./build";
import { number, statementsIn, type Statement, type Subroutine, type Table } from "./language";
import { flashTable } from "./live/face-code";
import { tablesIn } from "./live/named-in";
import { segmentBits } from "./live/pattern";
import { slotBytes } from "./live/slot-bytes";
import { widthFor } from "./live/widths";
import type { Program } from "./types";

/** The array that holds what is to be shown, and how long it is. */
export const UNIT_TEXT = { array: "words", length: "wordsLength", most: 64 } as const;
/** Puts out what was drawn. */
export const PUT_DRAWN = "putDrawn";
/** A display of dots shows its text running while this is 1. */
export const UNIT_RUNS = "runs";
/** For how many eighths of its turn a digit is lit, of a display whose digits take turns. */
export const UNIT_LIGHT = "light";

/** A rig's display as a piece of other programs. */
export interface DisplayUnit {
  /** The rig as it shows one text. */
  readonly model: RigModel;
  readonly program: Program;
  /** Digits, of a display of digits. */
  readonly digits?: number;
  /** Width and height, of a display of dots. */
  readonly dots?: { readonly width: number; readonly height: number };
  /** Tables of where each segment is, where a digit is nothing but its segments. */
  readonly segments?: { readonly places: Table; readonly masks: Table };
  /** Steps of brightness its chips have; 1 where they have none. */
  readonly steps: number;
  /** Its digits may be lit for a part of their turns: darkness between them is asked for on Scan. */
  readonly dims: boolean;
}

/** What its own calls change, whoever else does. */
const OWN = ["redraw", "darkened", "lightStep", UNIT_TEXT.array, UNIT_TEXT.length, "offset", "steppedAt"];

/** Why a rig's display is no piece of other programs. */
export const unitProblem = ({ plan }: Rig): string | undefined => reactsNot(plan);

/** What it shows is a text, and that alone: as a program that reacts draws it. */
const showing = (isDots: boolean): Live => ({
  values: [
    { name: UNIT_TEXT.array, message: { most: UNIT_TEXT.most, start: "", waits: false } },
    ...(isDots ? [{ name: UNIT_RUNS, count: { least: 0, most: 1, start: 0, wraps: false } }] : []),
  ],
  faces: [
    ...(isDots
      ? [
          {
            shows: `{${UNIT_TEXT.array}}`,
            runs: "left" as const,
            while: { value: UNIT_RUNS, is: "equal" as const, than: 1 },
          },
        ]
      : []),
    { shows: `{${UNIT_TEXT.array}}` },
  ],
  controls: [],
  events: [],
  debounce: { way: "none", ms: 0 },
  digits: "divide",
});

/** The routines that are called from some statements, however deep. */
function calledFrom(statements: readonly Statement[], routines: readonly Subroutine[]): ReadonlySet<string> {
  const found = new Set<string>();
  const look = (some: readonly Statement[]) => {
    for (const statement of statementsIn(some)) {
      if (statement.do !== "call" || found.has(statement.routine)) continue;
      found.add(statement.routine);
      look(routines.find(({ name }) => name === statement.routine)?.body ?? []);
    }
  };
  look(statements);
  return found;
}

/** A rig's display as a piece of other programs: what a program that reacts draws with, without what it listens to. */
export const displayUnit: (model: RigModel) => DisplayUnit = remembered((whole: RigModel): DisplayUnit => {
  const grid = gridOf(whole);
  const { live } = whole.rig;
  const sign = live?.sign;
  const model = modelOf({
    ...whole.rig,
    live: { ...showing(grid !== undefined), ...(sign ? { sign } : {}) },
  });
  const program = buildProgram(model);
  const parts = program.live!;
  const listens = new Set(["readSerial"]);
  const isHeard = (statement: Statement) =>
    statement.do === "listen" || (statement.do === "call" && listens.has(statement.routine));
  const loop = program.loop.filter((statement) => !isHeard(statement));
  const drawing = loop.find((statement) => statement.do === "if");
  const shows = drawing?.do === "if" ? drawing.body.slice(2) : [];
  const put: Subroutine = {
    name: PUT_DRAWN,
    says: ["Shows what was drawn."],
    given: [],
    body: [{ do: "hand-over" }, ...shows],
  };
  const steps = brightnessSteps(model);
  const kept = calledFrom(
    [...loop, ...program.tick, { do: "call", routine: "setLight", given: [] }],
    parts.routines,
  );
  const routines = [...parts.routines.filter(({ name }) => kept.has(name)), put];
  const wired = grid ? undefined : segmentBits(model, slotBytes(model, directLines(model.encoding)));
  const segments = wired && {
    places: flashTable("SEGMENT_PLACES", widthFor(0, Math.max(...wired.places)), wired.places),
    masks: flashTable("SEGMENT_MASKS", "u8", wired.masks),
  };
  const dims = program.on.length > 1 && program.darken.length > 0;
  const text = JSON.stringify([loop, program.tick, routines, [...OWN, parts.drawn, parts.pattern]]);
  const isUsed = ({ name }: { readonly name: string }) => text.includes(`"${name}"`);
  return {
    model,
    program: {
      ...program,
      setup: program.setup.filter((statement) => !isHeard(statement)),
      loop,
      variables: [
        ...(program.variables ?? []).filter(isUsed),
        ...(dims
          ? [{ name: UNIT_LIGHT, width: "u8" as const, value: number(8), shared: true as const }]
          : []),
      ],
      ...(dims ? { litEighths: UNIT_LIGHT } : {}),
      live: {
        ...parts,
        arrays: parts.arrays.filter(isUsed),
        routines,
        tables: [...tablesIn(routines), ...(segments ? [segments.places, segments.masks] : [])],
      },
    },
    ...(grid ? { dots: { width: grid.width, height: grid.height } } : { digits: model.digits.length }),
    ...(segments ? { segments } : {}),
    steps: parts.dims ? steps : 1,
    dims,
  };
});
