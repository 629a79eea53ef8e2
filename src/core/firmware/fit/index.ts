import { modelOf, type RigModel } from "../../address";
import type { PipName } from "../../glyph";
import { capital, listing } from "../../quantity";
import { readFace } from "../../show";
import { controllerUnit, type Rig, type UnitRef } from "../../rig";
import {
  expectedFaces,
  fitOf,
  fitScore,
  isOwnShow,
  keyOf,
  wantedLines,
  type Fit,
  type LevelEdge,
  type LitDigits,
} from "../../trace";
import { facesOf, type LineMap } from "./replay";
import { fitSegments, meant, type SegmentFit } from "./segments";
import { lineEnds, moveEnds, segmentEnds, turnedDigits } from "./wires";

/** What would have to change so that a program that was made for other wires shows sense on these. */
export interface Change {
  /** What is different, in words. */
  readonly says: string;
  /** What one would change in its source, and in how many places. */
  readonly inCode: { readonly says: string; readonly places: number };
  /** The wires that would be moved instead, where that can be done, tried with the program's own edges. */
  readonly inWires: { readonly rig: Rig; readonly wires: number } | undefined;
  /** What reads then, the first few. */
  readonly reads: readonly string[];
  /** Other arrangements of as few segments that explain it as well. */
  readonly alike: number;
}

/** Edges that are looked at to choose lines, and to try what was found. */
const FEW_EDGES = 4000;
const MANY_EDGES = 400_000;
/** Lines the code moves that are tried in all orders. */
const MOST_LINES = 6;
const MOST_ROLES = 4;
/** Texts that are told of. */
const MOST_READS = 6;

interface Tried {
  readonly lines: LineMap;
  readonly faces: readonly LitDigits[];
  readonly fit: Fit;
}

/** Whether faces make sense: they are the rig's own, or nearly all characters. */
const makesSense = (fit: Fit): boolean =>
  isOwnShow(fit) || (fit.faces > 0 && fit.odd === 0 && fit.figures >= 1 && fit.figures >= fit.letters);

/**
 * Looks for what is different between the wires a program was made for and these: lines, segments, polarity, digits from
 * the other end. @returns undefined where it makes sense as it is, or where nothing was found that makes sense of it
 */
export function whatWouldChange(rig: Rig, edges: readonly LevelEdge[]): Change | undefined {
  const model = modelOf(rig);
  const straight = tryLines(model, edges.slice(0, MANY_EDGES), new Map());
  if (isOwnShow(straight.fit)) return undefined;
  // What reads as something else may be a show of its own: only the rig's own explains more.
  const reads = makesSense(straight.fit);
  const explains = (fit: Fit) => isOwnShow(fit) || (!reads && makesSense(fit));
  let best:
    | {
        readonly tried: Tried;
        readonly segments?: SegmentFit;
        readonly turned?: true;
        readonly score: number;
      }
    | undefined;
  for (const tried of [straight, ...(reads ? [] : otherLines(model, edges))])
    for (const reading of readings(model, tried)) {
      const score = reading.score - costOf(reading);
      if (explains(reading.fit) && score > (best?.score ?? -Infinity) + 1e-9) best = { ...reading, score };
    }
  return best && changeOf(model, edges, best);
}

interface Reading {
  readonly tried: Tried;
  readonly segments?: SegmentFit;
  readonly turned?: true;
  readonly fit: Fit;
  readonly score: number;
}

/** What is moved counts a little against a reading: the plainest explanation is the likeliest. */
const costOf = ({ tried, segments, turned }: Reading): number =>
  0.02 * tried.lines.size +
  0.05 * ((segments?.moved ?? 0) + (segments?.inverted ? 2 : 0)) +
  (turned ? 0.05 : 0);

function readings(model: RigModel, tried: Tried): Reading[] {
  const found: Reading[] = [{ tried, fit: tried.fit, score: fitScore(tried.fit) }];
  const add = (faces: readonly LitDigits[], extra: Pick<Reading, "segments" | "turned">) => {
    const fit = fitOf(model, faces);
    found.push({ tried, fit, score: fitScore(fit), ...extra });
  };
  const reversed = (faces: readonly LitDigits[]) => faces.map((digits) => [...digits].reverse());
  if (model.digits.length > 1) add(reversed(tried.faces), { turned: true });
  const segments = fitSegments(model, tried.faces);
  if (!segments) return found;
  const faces = meant(tried.faces, segments);
  add(faces, { segments });
  // From the other end only where that is what the rig shows: figures make sense both ways.
  if (model.digits.length > 1 && known(model, reversed(faces)) > known(model, faces))
    add(reversed(faces), { segments, turned: true });
  return found;
}

const known = (model: RigModel, faces: readonly LitDigits[]): number => {
  const expected = expectedFaces(model);
  return faces.filter((digits) => expected.has(keyOf(model, digits))).length;
};

function tryLines(model: RigModel, edges: readonly LevelEdge[], lines: LineMap): Tried {
  const faces = facesOf(model, edges, lines);
  return { lines, faces, fit: fitOf(model, faces) };
}

/** The lines the code moves, the busiest first. */
function movedLines(edges: readonly LevelEdge[]): string[] {
  const counts = new Map<string, number>();
  for (const { line, level } of edges)
    if (level === 0 || level === 1) counts.set(line, (counts.get(line) ?? 0) + 1);
  return [...counts]
    .filter(([, count]) => count > 1)
    .sort(([, one], [, other]) => other - one)
    .map(([line]) => line);
}

/** Other ways to take the code's lines for the rig's: all orders of a few, or the same order where they are as many. */
function otherLines(model: RigModel, edges: readonly LevelEdge[]): Tried[] {
  const roles = wantedLines(model).map(({ line }) => line);
  const moved = movedLines(edges.slice(0, MANY_EDGES));
  const maps =
    roles.length <= MOST_ROLES ? inAllOrders(moved.slice(0, MOST_LINES), roles) : inOrder(moved, roles);
  const few = edges.slice(0, FEW_EDGES);
  return maps
    .map((lines) => tryLines(model, few, lines))
    .filter(({ faces }) => faces.length > 0)
    .sort((one, other) => fitScore(other.fit) - fitScore(one.fit))
    .slice(0, 3)
    .map(({ lines }) => tryLines(model, edges.slice(0, MANY_EDGES), lines));
}

/** A map that sends each named line to its role; a line of the rig that is not among them goes nowhere. */
function mapOf(pairs: ReadonlyArray<readonly [code: string, here: string]>): LineMap {
  const map = new Map(pairs.filter(([code, here]) => code !== here));
  const used = new Set(pairs.map(([code]) => code));
  for (const [, here] of pairs) if (!used.has(here)) map.set(here, "");
  return map;
}

function inAllOrders(moved: readonly string[], roles: readonly string[]): LineMap[] {
  const found: LineMap[] = [];
  const go = (pairs: ReadonlyArray<readonly [string, string]>, left: readonly string[]) => {
    const role = roles[pairs.length];
    if (role === undefined) {
      if (pairs.some(([code, here]) => code !== here)) found.push(mapOf(pairs));
      return;
    }
    for (const line of left)
      go(
        [...pairs, [line, role]],
        left.filter((one) => one !== line),
      );
  };
  go([], moved);
  return found;
}

const byNumber = (one: string, other: string): number => one.localeCompare(other, "en", { numeric: true });

function inOrder(moved: readonly string[], roles: readonly string[]): LineMap[] {
  const [codes, heres] = [
    moved.filter((line) => !roles.includes(line)).sort(byNumber),
    roles.filter((line) => !moved.includes(line)).sort(byNumber),
  ];
  if (codes.length === 0 || codes.length !== heres.length) return [];
  return [mapOf(codes.map((code, at) => [code, heres[at]!] as const))];
}

function changeOf(
  model: RigModel,
  edges: readonly LevelEdge[],
  { tried: { lines, faces }, segments, turned }: Pick<Reading, "tried" | "segments" | "turned">,
): Change {
  const named = [...lines].filter(([, here]) => here !== "");
  const said: string[] = [];
  const code: string[] = [];
  let places = 0;
  if (named.length > 0) {
    said.push(
      `its line${named.length > 1 ? "s" : ""} ${listing(named.map(([line]) => line))} ${named.length > 1 ? "are" : "is"} line${named.length > 1 ? "s" : ""} ${listing(named.map(([, here]) => here))} here`,
    );
    code.push(
      `the number${named.length > 1 ? "s" : ""} of ${named.length} line${named.length > 1 ? "s" : ""}`,
    );
    places += named.length;
  }
  if (segments?.inverted) {
    said.push("its bytes are for the other polarity");
    code.push("every byte of its table, inverted");
    places += 1;
  }
  if (segments && segments.moved > 0) {
    said.push(...cyclesOf(segments.map));
    code.push("the bits of its table, in the order of these wires");
    places += segments.inverted ? 0 : 1;
  }
  if (turned) {
    said.push("it counts the digits from the other end");
    code.push("the order of its digits");
    places += 1;
  }
  const right = segments ? meant(faces, segments) : faces;
  const shown = turned ? right.map((digits) => [...digits].reverse()) : right;
  const reads = [
    ...new Set(
      shown.map((digits) =>
        readFace(
          digits.map((lit) => [...lit]),
          model.rig,
        ).trim(),
      ),
    ),
  ]
    .filter((text) => text !== "")
    .slice(0, MOST_READS);
  return {
    says: `${capital(said.join("; "))}.`,
    inCode: { says: `Change ${listing(code)}.`, places },
    inWires: segments?.inverted ? undefined : rewired(model, edges, lines, segments, turned),
    reads,
    alike: segments?.alike ?? 0,
  };
}

/** Segments that take each other's places, in words: two are exchanged, more go round. */
function cyclesOf(map: SegmentFit["map"]): string[] {
  const left = new Set(Object.keys(map) as PipName[]);
  const said: string[] = [];
  for (const first of left) {
    const ring = [first];
    left.delete(first);
    for (let next = map[first]; next !== undefined && next !== first; next = map[next]) {
      ring.push(next);
      left.delete(next);
    }
    said.push(
      ring.length === 2
        ? `its segments ${ring[0]} and ${ring[1]} are swapped`
        : `it lights ${listing(ring.map((lit, at) => `${lit} for ${ring[(at + 1) % ring.length]}`))}`,
    );
  }
  return said;
}

/** The same done by wires, where the program's own edges then make sense. */
function rewired(
  model: RigModel,
  edges: readonly LevelEdge[],
  lines: LineMap,
  segments: SegmentFit | undefined,
  turned: true | undefined,
): Change["inWires"] {
  const board: UnitRef = controllerUnit(model.rig)!.ref;
  const steps = [
    lineEnds(model, board, lines),
    segments ? segmentEnds(model, segments.map) : new Map(),
    turned ? turnedDigits(model) : new Map(),
  ];
  let { rig } = model;
  const moved = new Set<string>();
  for (const ends of steps) {
    if (!ends) return undefined;
    const done = moveEnds(rig, ends);
    if (!done) return undefined;
    rig = done.rig;
    done.moved.forEach((id) => moved.add(id));
  }
  const then = fitOf(model, facesOf(modelOf(rig), edges.slice(0, MANY_EDGES)));
  return makesSense(then) && moved.size > 0 ? { rig, wires: moved.size } : undefined;
}
