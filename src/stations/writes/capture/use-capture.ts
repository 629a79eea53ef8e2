import { useMemo, useState } from "react";
import {
  CAPTURE_LIMITS,
  guessMapping,
  wantedLines,
  type Began,
  type DecodedFace,
  type Inspected,
  type Mapping,
  type SurveyResult,
} from "@/core/trace";
import { refuse, useGivenFile, useModel } from "@/store";
import { usePlanner } from "@/ui";

interface Opened {
  readonly blob: Blob;
  readonly name: string;
  /** Tells one opening from the next, also of the same file. */
  readonly id: number;
}

/** What the maker chose about a capture, and where one looks: all of it begins anew with the next file. */
interface Looking {
  /** Signal of each line; a line that is there with no signal is one that was taken away. */
  readonly chosen: Readonly<Record<string, number | undefined>>;
  readonly began?: Began;
  /** ns into the capture. */
  readonly time?: number;
  readonly write?: number;
}

/** When the first face stands that has something on it and nothing that nobody can tell. */
const firstReadable = (faces: readonly DecodedFace[]): number =>
  faces.find(({ text, digits }) => text.trim() !== "" && digits.every(({ unknown }) => unknown === ""))?.at ??
  0;

let opened = 0;

/**
 * A capture taken in: surveyed, its signals mapped to the rig's lines, decoded and held against the rig's program, again
 * whenever rig or mapping change.
 */
export function useCapture() {
  const model = useModel();
  const { rig } = model;
  const [file, setFile] = useState<Opened>();
  const [looking, setLooking] = useState<Looking>({ chosen: {} });
  const { chosen, began } = looking;
  const look = (values: Partial<Looking>) => setLooking((before) => ({ ...before, ...values }));
  const take = (blob: Blob, name: string) => {
    if (blob.size > CAPTURE_LIMITS.bytes) {
      refuse(
        `“${name}” was not opened`,
        `It is over ${CAPTURE_LIMITS.bytes / 1048576} MiB. Cut the capture to the part that matters.`,
      );
      return;
    }
    opened += 1;
    setFile({ blob, name, id: opened });
    setLooking({ chosen: {} });
  };
  useGivenFile("capture", (given) => take(given, given.name));
  const surveying = usePlanner<SurveyResult>(file && `survey ${file.id}`, (planner, report) =>
    planner.survey(file!.blob, report),
  );
  const surveyed = surveying.stale ? undefined : surveying.result;
  const survey = surveyed?.ok ? surveyed.survey : undefined;
  const wanted = useMemo(() => wantedLines(model), [model]);
  const guesses = useMemo(() => (survey ? guessMapping(wanted, survey) : []), [wanted, survey]);
  const mapping = useMemo<Mapping>(
    () =>
      Object.fromEntries(
        guesses.flatMap(({ line, signal }) => {
          const taken = line in chosen ? chosen[line] : signal;
          return taken === undefined ? [] : [[line, taken]];
        }),
      ),
    [guesses, chosen],
  );
  const key =
    survey && file
      ? JSON.stringify([
          file.id,
          mapping,
          began ?? null,
          rig.units,
          rig.wires.map(({ from, to }) => [from, to]),
          rig.code,
          rig.show,
          rig.glyphs,
          rig.sign ?? null,
        ])
      : undefined;
  const decoding = usePlanner<Inspected>(key, (planner, report) =>
    planner.decode(rig, file!.blob, mapping, began, report),
  );
  const capture = decoding.stale ? undefined : decoding.result;
  return {
    file,
    take,
    surveying,
    decoding,
    surveyed,
    survey,
    wanted,
    guesses,
    mapping,
    began,
    /** The capture decoded, where what is asked has been answered. */
    capture,
    write: looking.write,
    moment: looking.time ?? (capture ? firstReadable(capture.decoded.faces) : 0),
    choose: (line: string, signal: number | undefined) =>
      setLooking((before) => ({ ...before, chosen: { ...before.chosen, [line]: signal } })),
    chooseBegan: (next: Began | undefined) => look({ began: next }),
    lookAt: (time: number) => look({ time }),
    lookAtWrite: (write: number) => look({ write, time: capture?.decoded.writes[write]?.at }),
  };
}

export type OpenedCapture = ReturnType<typeof useCapture>;
