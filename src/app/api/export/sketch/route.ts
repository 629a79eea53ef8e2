import { modelOf } from "@/core/address";
import { buildProgram, sketchText, writeSketch } from "@/core/program";
import { fileName } from "@/core/rig";
import { rigFrom } from "../../rig-request";

/** A rig document in; its program as a C++ sketch out. */
export async function POST(request: Request): Promise<Response> {
  const read = await rigFrom(request);
  if (!read.ok) return read.response;
  const model = modelOf(read.rig);
  return new Response(sketchText(writeSketch(model, buildProgram(model))), {
    headers: {
      "content-type": "text/plain; charset=utf-8",
      "content-disposition": `attachment; filename="${fileName(read.rig, ".ino")}"`,
    },
  });
}
