import { csvRows, markdownText } from "../../foreign";
import type { LogEntry } from "../../rig";
import type { RigModel } from "../../address";
import { formatLogged, formatShare } from "../../notes";
import { judgeLog } from "./judge";
import { placesOf } from "./places";

const HEAD = ["time", "place", "held at", "measured", "unit", "predicted", "off", "says", "note"] as const;

/** What an entry is at, in words; its own where the rig knows none. */
export function wordsOfPlace(model: RigModel, entry: Pick<LogEntry, "unit" | "place" | "held">): string {
  const known = placesOf(model).find(
    ({ unit, place, held }) => unit === entry.unit && place === entry.place && held === entry.held,
  );
  return known?.says ?? entry.place;
}

const timeOf = ({ at }: LogEntry): string => new Date(at).toISOString().slice(0, 19).replace("T", " ");

/** The log as a table: RFC 4180, times in UTC, numbers in the unit beside them. */
export function logCsv(model: RigModel): string {
  const { rig } = model;
  const judged = judgeLog(model);
  return csvRows([
    HEAD,
    ...(rig.bench?.log ?? []).map((entry, at) => {
      const { foretold, off, says } = judged[at]!;
      return [
        timeOf(entry),
        entry.place,
        entry.held ?? "",
        String(entry.value),
        entry.unit,
        foretold === undefined ? "" : String(Number(foretold.toPrecision(6))),
        off === undefined ? "" : String(Number(off.toPrecision(3))),
        says ?? "",
        entry.note ?? "",
      ];
    }),
  ]);
}

/** The log as a sheet to read or print. */
export function logMarkdown(model: RigModel): string {
  const { rig } = model;
  const judged = judgeLog(model);
  const row = (cells: readonly string[]) => `| ${cells.map(markdownText).join(" | ")} |`;
  return [
    `# ${markdownText(rig.name)}: measured`,
    "",
    ...(rig.note ? [markdownText(rig.note), ""] : []),
    row(["Time (UTC)", "Where", "Measured", "Predicted", "Off", "What it means", "Note"]),
    "| --- | --- | ---: | ---: | ---: | --- | --- |",
    ...(rig.bench?.log ?? []).map((entry, at) => {
      const { foretold, off, says } = judged[at]!;
      return row([
        timeOf(entry),
        wordsOfPlace(model, entry),
        formatLogged(entry.value, entry.unit),
        foretold === undefined ? "" : formatLogged(foretold, entry.unit),
        off === undefined ? "" : `${off < 0 ? "−" : "+"}${formatShare(off)}`,
        says ?? "",
        entry.note ?? "",
      ]);
    }),
    "",
  ].join("\n");
}
