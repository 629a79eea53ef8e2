import { gridOf, modelOf } from "@/core/address";
import { checkLimits } from "@/core/check";
import {
  FIRMWARE_LIMITS,
  againstOwn,
  chipFor,
  readFirmware,
  recordFirmware,
  type FirmwareImage,
  type FirmwareSettings,
  type Recorded,
} from "@/core/firmware";
import { STEADY } from "@/core/scan";
import { json, refusal, type Answer, type Question } from "../question";
import { FACE_PARTS, USUAL_OF_DOTS, faceAnswer } from "./faces";
import { choiceIn, isAnswer } from "./rig";
import { runIn } from "./running";

/** Longest run, in s of simulated time: a compiled program runs about as fast as on the table. */
const LONGEST = 30;
/** Edges that are told of at most. */
const MOST_EDGES = 100_000;

const PARTS = [...FACE_PARTS, "edges", "differences", "cost", "findings"] as const;
const USUAL_EXTRA = ["differences", "cost", "findings"] as const;

/**
 * A rig document, a compiled program and a duration in seconds in; what the program shows on this rig out, as for the
 * rig's own program, with its serial text, what it costs, and what it does otherwise than the rig's own.
 */
export async function answerRun({ text, query }: Question): Promise<Answer> {
  const asked = runIn(text, LONGEST, '{ "rig": …, "firmware": ":10000000…", "seconds": … }');
  if (isAnswer(asked)) return asked;
  const { rig, seconds, inputs, body } = asked;
  const image = firmwareOf(body);
  if (isAnswer(image)) return image;
  const settings = settingsOf(body);
  if (isAnswer(settings)) return settings;
  const model = modelOf(rig);
  const chip = chipFor(model, image);
  if ("problem" in chip) return refusal(422, chip.problem);
  const dots = gridOf(model) !== undefined;
  const parts = choiceIn(query, PARTS, [...(dots ? USUAL_OF_DOTS : FACE_PARTS), ...USUAL_EXTRA]);
  if (isAnswer(parts)) return parts;
  const wantsEdges = parts.has("edges") || parts.has("differences");
  const run = recordFirmware(model, image, Math.round(seconds * 1e9), inputs, {
    ...settings,
    edges: wantsEdges,
  });
  return json({
    rig: { id: rig.id, name: rig.name },
    seconds,
    steady: STEADY,
    leftOut: PARTS.filter((part) => !parts.has(part)),
    ...faceAnswer(model, run.stretches, parts, dots),
    serial: run.sent,
    outputs: run.outputs.map(({ at, on }) => ({ at: at / 1e9, ...on })),
    expectations: run.checked.map(({ nth, ok, saw }) => ({ ...inputs[nth]!, ok, saw })),
    held: run.held ?? null,
    scan: run.scan
      ? {
          led: run.scan.pip,
          refresh: Number(run.scan.refresh.toPrecision(6)),
          shortest: run.scan.shortest,
          longest: run.scan.longest,
        }
      : null,
    ...(parts.has("cost") ? { cost: run.cost } : {}),
    ...(parts.has("findings")
      ? {
          findings: checkLimits(model, run.audit).map(({ severity, title, reason, remedy }) => ({
            severity,
            title,
            reason,
            remedy,
          })),
        }
      : {}),
    ...(parts.has("differences") ? { differences: (await againstOwn(rig, run)).differences } : {}),
    ...(parts.has("edges") ? edgesOf(run) : {}),
  });
}

const edgesOf = ({ edges, edgesCut }: Recorded) => ({
  edges: edges.slice(0, MOST_EDGES).map(({ at, line, level }) => [Math.round(at), line, level]),
  edgesCut: edgesCut || edges.length > MOST_EDGES,
});

/** The program: the text of a file of hexadecimal records, or any kind of file in base64. */
function firmwareOf(body: object): FirmwareImage | Answer {
  if (!("firmware" in body) || typeof body.firmware !== "string")
    return refusal(
      422,
      "The body needs the compiled program as “firmware”: the text of a .hex file, or a .hex or .elf file in base64.",
    );
  const { firmware } = body;
  if (firmware.length > FIRMWARE_LIMITS.bytes * 1.4)
    return refusal(422, `“firmware” is over ${FIRMWARE_LIMITS.bytes / 1024 / 1024} MiB.`);
  const isText = /^\s*:/.test(firmware);
  if (!isText && !/^[A-Za-z0-9+/\s]*={0,2}\s*$/.test(firmware))
    return refusal(422, "“firmware” is neither hexadecimal records, which begin with a colon, nor base64.");
  const bytes = isText ? new TextEncoder().encode(firmware) : new Uint8Array(Buffer.from(firmware, "base64"));
  const read = readFirmware(bytes);
  return read.ok ? read.image : refusal(422, `“firmware” cannot be used. ${read.message}`);
}

/** ppm */
const MOST_CLOCK_ERROR = 200_000;
/** V */
const SUPPLY = [0, 6] as const;

function settingsOf(body: object): FirmwareSettings | Answer {
  const given = body as { clockError?: unknown; supply?: unknown };
  const { clockError, supply } = given;
  if (
    clockError !== undefined &&
    !(typeof clockError === "number" && Math.abs(clockError) <= MOST_CLOCK_ERROR)
  )
    return refusal(
      422,
      `“clockError” must be parts of a million, from −${MOST_CLOCK_ERROR} to ${MOST_CLOCK_ERROR}.`,
    );
  if (supply !== undefined && !(typeof supply === "number" && supply >= SUPPLY[0] && supply <= SUPPLY[1]))
    return refusal(422, `“supply” must be volts from ${SUPPLY[0]} to ${SUPPLY[1]}.`);
  return {
    ...(typeof clockError === "number" ? { clockError } : {}),
    ...(typeof supply === "number" ? { supply } : {}),
  };
}
