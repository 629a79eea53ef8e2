import { pipId, splitPipId } from "../refs";
import { digitLines, directLines, type RigModel } from "../address";
import { SEGMENTS, type PipName } from "../glyph";
import type { Difference } from "./difference";
import { expectedFaces, fitOf, fitScore, fitsBetter, keyOf, type Fit, type LitDigits } from "./fit";
import type { LineActivity } from "./decoded";

/** A way in which what a capture lights may differ from what was meant, undone on its faces. */
interface Misreading {
  readonly undo: (digits: LitDigits) => LitDigits;
  readonly says: () => Pick<Difference, "kind" | "title" | "remedy">;
}

const mapped =
  (names: Readonly<Record<string, PipName>>) =>
  (digits: LitDigits): LitDigits =>
    digits.map((lit) => lit.map((name) => names[name] ?? name));

const exchange = (one: string, other: string): Record<string, PipName> => ({
  [one]: other as PipName,
  [other]: one as PipName,
});

const pairs = <Item>(items: readonly Item[]): Array<readonly [Item, Item]> =>
  items.flatMap((one, at) => items.slice(at + 1).map((other) => [one, other] as const));

/** Bit order of a table of bytes the other way round, with the point as the eighth bit and without. */
const OTHER_END: ReadonlyArray<readonly [Readonly<Record<string, PipName>>, string]> = [
  [{ a: "g", b: "f", c: "e", e: "c", f: "b", g: "a" }, "a and g, b and f, c and e"],
  [
    { a: "dp", b: "g", c: "f", d: "e", e: "d", f: "c", g: "b", dp: "a" },
    "a and the point, b and g, c and f, d and e",
  ],
];
const HALF_TURN: Readonly<Record<string, PipName>> = { a: "d", b: "e", c: "f", d: "a", e: "b", f: "c" };

/** Ways that are about the digits of a display as a whole, the plainest first. */
function wholeMisreadings(model: RigModel): Misreading[] {
  const names = SEGMENTS.filter((name) =>
    model.digits.every(({ unit, digit }) => model.address(pipId(unit, digit, name))),
  );
  const bars = names.filter((name) => name !== "dp");
  const found: Misreading[] = [];
  if (model.digits.length > 1)
    found.push({
      undo: (digits) => [...digits].reverse(),
      says: () => ({
        kind: "digit order",
        title: "The digits come from the other end: the first one is shown last",
        remedy:
          "Count the digits from the other side in the program, or say on Plan on which side digit 1 is.",
      }),
    });
  if (bars.length === 7)
    found.push({
      undo: (digits) => mapped(HALF_TURN)([...digits].reverse()),
      says: () => ({
        kind: "turned modules",
        title: "The display stands upside down: turned by 180° it shows what the rig's program does",
        remedy: "Turn it round, or exchange a with d, b with e and c with f, and the digits from end to end.",
      }),
    });
  found.push({
    undo: (digits) => digits.map((lit) => bars.filter((name) => !lit.includes(name))),
    says: () => ({
      kind: "polarity",
      title: "Every segment is the opposite: lit where it should be dark",
      remedy:
        "The bytes are meant for the other polarity: invert them, or take a display with the other common. Look at the drive levels before anything is lit for long.",
    }),
  });
  for (const [order, says] of OTHER_END)
    found.push({
      undo: mapped(order),
      says: () => ({
        kind: "bit order",
        title: `The bytes are from a table for the other bit order: ${says} are swapped`,
        remedy:
          "Turn the bits of the segment table round, or take the bytes from Glyphs: they are made for these wires.",
      }),
    });
  return found;
}

/** Ways that are about single segments or digits. */
function singleMisreadings(model: RigModel): Misreading[] {
  const names = SEGMENTS.filter((name) =>
    model.digits.every(({ unit, digit }) => model.address(pipId(unit, digit, name))),
  );
  const lineOf = (name: PipName): string => {
    const { unit, digit } = model.digits[0]!;
    const needs = model.encoding.pips.find(({ pip }) => pip === pipId(unit, digit, name))?.needs ?? [];
    const own = needs.flatMap((need) =>
      "line" in need && !digitLines(model.encoding).has(need.line) ? [need.line] : [],
    );
    return own.length === 1 ? `${name} (line ${own[0]})` : name;
  };
  const segments = pairs(names).map(([one, other]): Misreading => ({
    undo: mapped(exchange(one, other)),
    says: () => ({
      kind: "swapped lines",
      title: `Segments ${lineOf(one)} and ${lineOf(other)} are swapped`,
      remedy: "Swap the two wires, or the two lines or bits in the program.",
    }),
  }));
  const digits = pairs(model.digits.map((_, at) => at)).map(([one, other]): Misreading => ({
    undo: (all) => all.map((lit, at) => (at === one ? all[other]! : at === other ? all[one]! : lit)),
    says: () => ({
      kind: "swapped lines",
      title: `The digits at places ${one + 1} and ${other + 1} from the left are swapped`,
      remedy: "Swap the two wires that choose these digits, or the two lines or bits in the program.",
    }),
  }));
  return [...segments, ...digits];
}

/** The best of some ways to read faces, where one is clearly better than taking them as they are. */
function best(
  model: RigModel,
  faces: readonly LitDigits[],
  now: Fit,
  ways: readonly Misreading[],
): { readonly way: Misreading; readonly score: number } | undefined {
  let found: { readonly way: Misreading; readonly score: number } | undefined;
  for (const way of ways) {
    const fit = fitOf(model, faces.map(way.undo));
    if (fitsBetter(model, now, fit) && fitScore(fit) > (found?.score ?? 0) + 1e-9)
      found = { way, score: fitScore(fit) };
  }
  return found;
}

/** What is wrong with all that a capture lights, where undoing it on the faces gives what the rig's program shows. */
export function faceFault(
  model: RigModel,
  faces: readonly LitDigits[],
  activity: readonly LineActivity[],
): { readonly says: Difference; readonly score: number } | undefined {
  const now = fitOf(model, faces);
  const whole = best(model, faces, now, wholeMisreadings(model));
  const single = best(model, faces, now, singleMisreadings(model));
  const found = single && single.score > (whole?.score ?? 0) + 1e-9 ? single : whole;
  if (found) return { says: { severity: "fault", at: undefined, ...found.way.says() }, score: found.score };
  const stuck = stuckLine(model, faces, activity);
  return stuck && { says: stuck, score: 10 };
}

/** A line that never moves, where the rest is the rig's own show but for what hangs on it. */
function stuckLine(
  model: RigModel,
  faces: readonly LitDigits[],
  activity: readonly LineActivity[],
): Difference | undefined {
  const direct = new Set(directLines(model.encoding));
  const expected = expectedFaces(model);
  for (const one of activity) {
    const { line, changes } = one;
    if (changes > 1 || !direct.has(line)) continue;
    const hanging = new Set(
      model.encoding.pips
        .filter(({ needs }) => needs.some((need) => "line" in need && need.line === line))
        .map(({ pip }) => pip),
    );
    const without = (digits: LitDigits): LitDigits =>
      digits.map((lit, at) => {
        const { unit, digit } = model.digits[at]!;
        return lit.filter((name) => !hanging.has(pipId(unit, digit, name)));
      });
    const bare = new Set(
      [...expected].map((key) =>
        keyOf(model, without(key.split("|").map((lit) => (lit === "" ? [] : (lit.split(" ") as PipName[]))))),
      ),
    );
    const fits = faces.filter((digits) => bare.has(keyOf(model, without(digits)))).length;
    const own = faces.filter((digits) => expected.has(keyOf(model, digits))).length;
    if (fits < faces.length * 0.6 || fits <= own) continue;
    const lost = [...hanging].map((pip) => splitPipId(pip).segment);
    const what = new Set(lost).size === 1 ? `segment ${lost[0]}` : "a digit";
    return deadLine(one, what);
  }
  return undefined;
}

/** The finding that a line never moves, or only once. */
export const deadLine = (
  { line, changes, level }: Pick<LineActivity, "line" | "changes" | "level">,
  what: string,
): Difference => ({
  kind: "dead line",
  severity: "fault",
  at: undefined,
  title: `Line ${line} (${what}) ${changes === 0 ? "never moves" : "moves only once"}: it stays ${level === 1 ? "high" : level === 0 ? "low" : "undriven"}`,
  remedy:
    "Is it set up as an output, is it the line the program writes to, is the probe on it, is the wire whole?",
});
