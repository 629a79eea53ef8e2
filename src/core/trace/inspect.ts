import { chipOn, gridOf, modelOf, type RigModel } from "../address";
import type { EncodedBus, Rig } from "../rig";
import { orderReadings, senseOf } from "./bit-orders";
import { compareCapture } from "./compare";
import type { Difference } from "./difference";
import { decodeCapture, type DecodeOptions } from "./decode";
import type { Began, Decoded, Mapping } from "./decoded";
import { faceFault } from "./face-faults";
import { fitOf, fitScore, fitsBetter, isOwnShow, plainFaces, type Fit } from "./fit";
import { wantedLines } from "./mapping";
import { layoutSays, readableLayout, type ReadableLayout } from "./turned";
import type { CaptureFile } from "./types";

/** A capture as it was decoded, and what it does otherwise than the rig's own program. */
export interface Inspected {
  readonly decoded: Decoded;
  /** What the board was at when the capture began was guessed, not told. */
  readonly guessed: boolean;
  readonly differences: readonly Difference[];
  /** Rules of the bus that are broken; those only that no difference explains. */
  readonly breaches: Decoded["breaches"];
}

/** Differences that make nonsense of every transfer: the rules broken on the way say nothing more. */
const EXPLAINS: ReadonlyArray<Difference["kind"]> = [
  "nothing",
  "dead line",
  "swapped lines",
  "bit order",
  "byte order",
];

/** What a capture holds is told from its first part, in bytes; all of it is decoded only once it is known how. */
const TRIED: number = 8 * 1024 * 1024;

/** Where fewer transfers than this share make sense, another reading may make more. */
const DOUBTFUL = 0.6;

/** What transfers that make sense count beside faces that do. */
const SENSE_COUNTS = 3;

/** So many sensible writes make an exchange of two lines likely. */
const CLEARLY = 3;

/**
 * Decodes a capture and compares it with the rig's program. Where what it lights is not the rig's own show, the usual
 * mistakes are undone one after the other, lines exchanged, bits and bytes in another order, modules turned: what then
 * shows the rig's own faces, or at least figures, is named.
 */
export async function inspectCapture(
  rig: Rig,
  file: CaptureFile,
  mapping: Mapping,
  { began, ...options }: DecodeOptions = {},
): Promise<Inspected> {
  const model = modelOf(rig);
  const first = await decodeCapture(rig, file, mapping, { ...options, began: began ?? "power-up" });
  const guess = began ?? guessBegan(model, first);
  const decoded =
    guess === first.began ? first : await decodeCapture(rig, file, mapping, { ...options, began: guess });
  const differences = compareCapture(model, decoded);
  const reason = await misreadingOf({ rig, model, file, mapping, decoded, differences }, options.signal);
  const found = reason ?? differences;
  const explained = found.some(({ kind }) => EXPLAINS.includes(kind));
  return {
    decoded,
    guessed: began === undefined,
    differences: found,
    breaches: explained ? [] : decoded.breaches,
  };
}

/**
 * Whether a capture began at power-up. It did if a line was not driven at first, or if something of the set-up is there
 * that leaves the display dark when it is missing; else the board had been set up before.
 */
function guessBegan(model: RigModel, decoded: Decoded): Began {
  const { buses = [] } = model.encoding;
  if (buses.length === 0 || decoded.undriven) return "power-up";
  const writes = decoded.writes.filter(({ kind }) => kind === "write");
  const isVital = (bus: EncodedBus, action: string) => chipOn(model, bus).capture.actions[action]?.vital;
  const needed = buses.filter((bus) =>
    Object.values(chipOn(model, bus).capture.actions).some(({ vital }) => vital),
  );
  if (needed.length === 0) return "power-up";
  const isSetUp = writes.some(({ units, bytes }) => {
    const bus = needed.find((one) => one.units.some((unit) => units.includes(unit)));
    return (
      bus &&
      chipOn(model, bus)
        .capture.actionsOf(bytes)
        .some((action) => isVital(bus, action))
    );
  });
  const sensible = writes.length > 0 && senseOf(model, decoded) > 0.5;
  return sensible && !isSetUp ? "running" : "power-up";
}

interface Case {
  readonly rig: Rig;
  readonly model: RigModel;
  readonly file: CaptureFile;
  readonly mapping: Mapping;
  readonly decoded: Decoded;
  readonly differences: readonly Difference[];
}

/** Whether another reading of a capture is so much better that it is the truth. */
function isBetter(model: RigModel, now: Fit & { sense: number }, decoded: Decoded): boolean {
  const fit = fitOf(model, plainFaces(decoded));
  if (fitsBetter(model, now, fit)) return true;
  const sense = senseOf(model, decoded);
  return sense >= 0.8 && now.sense <= DOUBTFUL && decoded.writes.length >= CLEARLY;
}

/** The mistake that explains what a capture lights, and what else is found once it is undone; undefined where none does. */
async function misreadingOf(one: Case, signal: AbortSignal | undefined): Promise<Difference[] | undefined> {
  const { rig, model, mapping, decoded, differences } = one;
  const faces = plainFaces(decoded);
  const now = { ...fitOf(model, faces), sense: senseOf(model, decoded) };
  if (isOwnShow(now)) return undefined;
  const explained = differences.some(
    ({ kind }) => kind === "dead line" || (kind === "register" && now.sense > DOUBTFUL),
  );
  if (explained) return undefined;
  let best: { readonly score: number; readonly says: () => Difference[] } | undefined;
  const consider = (score: number, says: () => Difference[]) => {
    // What comes first is the more usual mistake: the others have to explain more.
    if (score > (best?.score ?? -Infinity) + 1e-9) best = { score, says };
  };
  const take = (read: Decoded, says: () => Difference) => {
    if (!isBetter(model, now, read)) return;
    const score = fitScore(fitOf(model, plainFaces(read))) + senseOf(model, read) * SENSE_COUNTS;
    consider(score, () => [says(), ...serious(compareCapture(model, read))]);
  };
  const file = one.file.slice(0, TRIED);
  const again = { signal, began: decoded.began };
  const lines = wantedLines(model).filter(({ line, role }) => role !== "other" && line in mapping);
  for (const [at, first] of lines.entries())
    for (const second of lines.slice(at + 1)) {
      const exchanged = {
        ...mapping,
        [first.line]: mapping[second.line]!,
        [second.line]: mapping[first.line]!,
      };
      const read = await decodeCapture(rig, file, exchanged, again);
      take(read, () => swapped(first.name, second.name, read));
    }
  for await (const { decoded: read, says } of orderReadings(model, { ...one, file }, again))
    take(read, () => says);
  if (faces.length > 0) {
    const others = differences.filter(({ kind }) => kind !== "other text" && kind !== "none");
    const layout = gridOf(model) ? readableLayout(model, decoded) : undefined;
    if (layout) consider(0, () => [...others, turnedModules(layout)]);
    const fault = gridOf(model) ? undefined : faceFault(model, faces, decoded.activity);
    if (fault) consider(fault.score + now.sense * SENSE_COUNTS, () => [...others, fault.says]);
  }
  return best?.says();
}

const serious = (differences: readonly Difference[]): Difference[] =>
  differences.filter(({ severity }) => severity === "fault" || severity === "caution");

const turnedModules = ({ layout, text }: ReadableLayout): Difference => ({
  kind: "turned modules",
  severity: "caution",
  at: undefined,
  title: `With the modules ${layoutSays(layout)} it ${text === undefined ? "shows what the rig's program does" : `says “${text}”`}`,
  remedy:
    "If yours stand like that, say so on Frames, Modules: then the face and the rig's own bytes follow.",
});

function swapped(one: string, other: string, { faces }: Decoded): Difference {
  const text = faces.find((face) => face.text.trim() !== "")?.text.trim();
  return {
    kind: "swapped lines",
    severity: "fault",
    at: undefined,
    title: `${one} and ${other} are swapped`,
    remedy: `Read the other way round it makes sense${text ? ` and shows “${text}”` : ""}. Swap the two wires, or the two lines in the program; or the two signals above, if only the probes were exchanged.`,
  };
}
