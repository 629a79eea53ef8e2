import { modelOf } from "@/core/address";
import { buildProgram, sketchText, writeProgram } from "@/core/program";
import { fileName } from "@/core/rig";
import { rigFrom } from "../../rig-request";

/** A rig document in; its program out, as a C++ sketch or for logic as a hardware description. */
export async function POST(request: Request): Promise<Response> {
  const read = await rigFrom(request);
  if (!read.ok) return read.response;
  const model = modelOf(read.rig);
  const { lines, ending } = writeProgram(model, buildProgram(model));
  return new Response(sketchText(lines), {
    headers: {
      "content-type": "text/plain; charset=utf-8",
      "content-disposition": `attachment; filename="${fileName(read.rig, ending)}"`,
    },
  });
}
