import { chipOn, gridOf, type RigModel } from "../address";
import { buildProgram, type Program } from "../program";
import { formatNanoseconds, type Nanoseconds } from "../quantity";
import type { Decoded } from "./decoded";
import type { Difference } from "./difference";
import { deadLine } from "./face-faults";
import { expectedFaces, fitOf, isOwnShow, keyOf, litDigits, plainFaces } from "./fit";
import { wantedLines } from "./mapping";
import { missing } from "./set-up";

/** Junk that is lit for a shorter time is hardly seen. */
const HARDLY_SEEN: Nanoseconds = 20e6;
/** So many changes of another line, and one that does not move is dead. */
const CLEARLY_MOVING = 8;

/** Lists what a decoded capture does otherwise than the program of the rig would, line by line and chip by chip. */
export function compareCapture(model: RigModel, decoded: Decoded): Difference[] {
  const lost = silentLines(model, decoded);
  if (lost.length > 0) return lost;
  const program = buildProgram(model);
  const found = setUpDifferences(model, program, decoded);
  found.push(...junk(decoded));
  // What reacts may show anything its values come to.
  const other = program.live ? undefined : otherText(model, program, decoded);
  if (other && found.every(({ severity }) => severity !== "fault"))
    found.push({
      kind: "other text",
      severity: "note",
      at: other.at,
      title: `It shows “${other.text.trim()}”, which is not in the rig's show`,
      remedy: "Nothing to do if the board is meant to show something else.",
    });
  if (isDark(model, decoded) && found.every(({ severity }) => severity !== "fault"))
    found.push({
      ...nothing(
        "Nothing is lit at any time",
        "The rig's own show lights something. Is the enable given, is it the right part of the capture?",
      ),
      severity: "caution",
    });
  if (found.every(({ kind }) => kind === "running"))
    found.push({
      kind: "none",
      severity: "good",
      at: undefined,
      title: alike(model, decoded),
      remedy: "",
    });
  return found;
}

/** Everything is known to be dark all the time, though the rig's own program lights something. */
const isDark = (model: RigModel, { faces }: Decoded): boolean =>
  faces.every(({ digits }) => digits.every(({ lit, unknown }) => lit === "" && unknown === "")) &&
  [...expectedFaces(model)].some((key) => /[^|0]/.test(key));

const alike = ({ encoding }: RigModel, { began }: Decoded): string => {
  if (!encoding.buses?.length) return "It lights what the rig's own program lights";
  return began === "running"
    ? "It writes to the chips as the rig's own program does"
    : "It sets the chips up and writes to them as the rig's own program does";
};

/** Why nothing can be read at all: lines that are not in the capture, never move, or carry nothing whole. */
function silentLines(model: RigModel, { activity, writes }: Decoded): Difference[] {
  const { encoding } = model;
  const wanted = wantedLines(model);
  const moved = new Map(activity.map((one) => [one.line, one]));
  const serial = wanted.filter(({ role }) => role !== "other");
  if (activity.every(({ changes }) => changes <= 1))
    return [
      nothing(
        wanted.length > 1 ? "None of the lines moves" : "The line never moves",
        "Is the ground of the analyser on the board's ground, is the board running, are these the right channels?",
      ),
    ];
  const absent = serial.filter(({ line }) => !moved.has(line));
  const dead = serial.filter(({ line }) => (moved.get(line)?.changes ?? Infinity) <= 1);
  const busy = activity.some(
    ({ line, changes }) => changes >= CLEARLY_MOVING && serial.some((one) => one.line === line),
  );
  if (busy && dead.length > 0) return dead.map(({ line, name }) => deadLine(moved.get(line)!, name));
  if (absent.length > 0)
    return absent.map(({ line, name }) =>
      nothing(
        `${name} (line ${line}) is not in the capture: without it nothing can be told`,
        "Choose its signal above, or take the capture again with a probe on that line.",
      ),
    );
  if (writes.some(({ kind }) => kind !== "read") || (!encoding.buses?.length && !encoding.chain)) return [];
  const latch = wanted.find(({ role }) => role === "select")?.name;
  return [
    encoding.buses?.length
      ? nothing(
          "No write reaches a chip of this rig",
          "Look at the signals: are clock and data swapped, does the capture begin before the first write?",
        )
      : latch === undefined
        ? nothing(
            "The registers never get a whole load of bits",
            "Look at the signals: are clock and data swapped, does the capture begin before the first byte?",
          )
        : nothing(
            "The registers never take anything: the latch does not rise once bits are in them",
            `${latch} has to go from low to high when the last bit is in. Does the capture begin before the first byte?`,
          ),
  ];
}

const nothing = (title: string, remedy: string): Difference => ({
  kind: "nothing",
  severity: "fault",
  at: undefined,
  title,
  remedy,
});

/** A capture that began while the rig was running has no set-up in it, and none is missed. */
function setUpDifferences(model: RigModel, program: Program, decoded: Decoded): Difference[] {
  const writes = decoded.writes.filter(({ kind }) => kind === "write");
  const running = decoded.began === "running";
  const found = (model.encoding.buses ?? []).flatMap((bus, place) => {
    const { capture } = chipOn(model, bus);
    const mine = writes.filter(({ units }) => units.some((unit) => bus.units.includes(unit)));
    const expected = (program.setUpState?.writes ?? [])
      .filter((write) => write.bus === place)
      .map(({ write }) => write.bytes);
    return [
      ...(running ? [] : missing(capture, expected, mine)),
      ...capture.differences(bus.units, mine, expected),
    ];
  });
  if (running && model.encoding.buses?.length)
    found.unshift({
      kind: "running",
      severity: "note",
      at: undefined,
      title: "Taken as begun while the board was running: there is no set-up in it",
      remedy:
        "What a digit holds is not known until it is written. If the capture began at power-up, choose that above: then the set-up is missing.",
    });
  return found;
}

/** The first face that is not in the rig's show; on dots a text counts as one once it has been read whole. */
function otherText(
  model: RigModel,
  program: Program,
  decoded: Decoded,
): { readonly at: Nanoseconds; readonly text: string } | undefined {
  const plain = (text: string) => text.trim().replace(/\s+/g, " ");
  if (!gridOf(model)) {
    const expected = expectedFaces(model);
    return decoded.faces.find(
      (face) =>
        face.digits.some(({ lit }) => lit !== "") &&
        face.digits.every(({ unknown }) => unknown === "") &&
        !expected.has(keyOf(model, litDigits(face))),
    );
  }
  const fit = fitOf(model, plainFaces(decoded));
  if (isOwnShow(fit)) return undefined;
  const shown = new Set(program.frames.map(({ text }) => plain(text.replace(/ \/ /g, "\n"))));
  const whole = decoded.lines.filter(({ text }) => !text.includes("�"));
  if (whole.some(({ text }) => shown.has(plain(text)))) return undefined;
  const [line] = whole;
  return line && { at: line.from, text: line.text };
}

/** Segments lit from memory nobody had written. */
function junk({ faces, junk: lit }: Decoded): Difference[] {
  if (!lit) return [];
  const doubtful = faces.find(({ digits }) => digits.some(({ unknown }) => unknown !== ""));
  const count = doubtful?.digits.filter(({ unknown }) => unknown !== "").length ?? 0;
  const holds = count > 0 ? `${count} digit${count === 1 ? " holds" : "s hold"}` : "its memory holds";
  return [
    {
      kind: "junk shown",
      severity: lit.time >= HARDLY_SEEN ? "fault" : "caution",
      at: lit.at,
      title: `The display is switched on while ${holds} what was never written, for ${formatNanoseconds(Math.round(lit.time), 2)}`,
      remedy:
        "Write every address once, before the display is switched on: at power-up the memory holds junk.",
    },
  ];
}
