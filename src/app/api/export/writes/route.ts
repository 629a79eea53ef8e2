import { modelOf } from "@/core/address";
import { fileName } from "@/core/rig";
import { tapeC, tapeCsv } from "@/core/trace";
import { refuse, rigFrom } from "../../rig-request";

/** A rig document in; every write its program makes to driver chips out, as CSV or, with `?format=c`, as C tables. */
export async function POST(request: Request): Promise<Response> {
  const format = new URL(request.url).searchParams.get("format") ?? "csv";
  if (format !== "csv" && format !== "c")
    return refuse(400, `There is no format “${format}”. It is csv or c.`);
  const read = await rigFrom(request);
  if (!read.ok) return read.response;
  if (!modelOf(read.rig).encoding.buses)
    return refuse(422, "This rig has no driver chip that is written to, so there is no tape.");
  const [text, type] = format === "c" ? [tapeC(read.rig), "text/x-c"] : [tapeCsv(read.rig), "text/csv"];
  return new Response(text, {
    headers: {
      "content-type": `${type}; charset=utf-8`,
      "content-disposition": `attachment; filename="${fileName(read.rig, format === "c" ? ".h" : ".csv")}"`,
    },
  });
}
