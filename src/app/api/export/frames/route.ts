import { modelOf } from "@/core/address";
import { FRAME_FORMATS, type FrameFormat } from "@/core/frames";
import { exportFrames } from "@/core/pictures";
import { refuse, rigFrom } from "../../rig-request";

/**
 * A rig document with a display of dots in; its frames out, in the form `?format=` names. `scale` (1 to 16) enlarges the
 * dots of a GIF or PNG; `frame`, from 0, asks for one frame instead of all.
 */
export async function POST(request: Request): Promise<Response> {
  const { searchParams } = new URL(request.url);
  const format = searchParams.get("format") ?? "gif";
  if (!isFormat(format))
    return refuse(400, `There is no format “${format}”. It is one of ${FRAME_FORMATS.join(", ")}.`);
  const read = await rigFrom(request);
  if (!read.ok) return read.response;
  const number = (name: string): number | undefined => {
    const text = searchParams.get(name);
    return text === null ? undefined : text.trim() === "" ? NaN : Number(text);
  };
  const scale = number("scale");
  const frame = number("frame");
  const result = exportFrames(modelOf(read.rig), {
    format,
    ...(scale === undefined ? {} : { scale }),
    ...(frame === undefined ? {} : { frame }),
  });
  if (!result.ok) return refuse(422, result.message);
  const { bytes, mime, name } = result.file;
  return new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: { "content-type": mime, "content-disposition": `attachment; filename="${name}"` },
  });
}

const isFormat = (text: string): text is FrameFormat => (FRAME_FORMATS as readonly string[]).includes(text);
