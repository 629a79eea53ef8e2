import { modelOf } from "@/core/address";
import { checkModel } from "@/core/check";
import { formatByte, glyphFit } from "@/core/glyph";
import { glyphTable } from "@/core/sim";
import { rigFrom } from "../rig-request";

/** A rig document in; what was found, and the byte of every glyph, out. */
export async function POST(request: Request): Promise<Response> {
  const read = await rigFrom(request);
  if (!read.ok) return read.response;
  const model = modelOf(read.rig);
  const { lines, bitOrder, byteCount, bits } = model.encoding;
  return Response.json({
    rig: { id: read.rig.id, name: read.rig.name },
    findings: checkModel(model),
    encoding: { lines, bitOrder, byteCount, bits, kept: read.rig.code.kept !== undefined },
    table: glyphTable(model).map(({ cell, wanted, bytes, shown, unknown, faithful }) => {
      const fit = glyphFit(cell.glyph, read.rig.glyphs);
      return {
        glyph: cell.glyph,
        segments: wanted,
        bytes,
        hex: bytes.map((byte) => formatByte(byte)),
        shown,
        unknown,
        faithful,
        fit: fit.fit,
        ...(fit.note ? { note: fit.note } : {}),
      };
    }),
  });
}
