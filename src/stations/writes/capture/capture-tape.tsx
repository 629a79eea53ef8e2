import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import { bareByte } from "@/core/glyph";
import { formatNanoseconds } from "@/core/quantity";
import type { Decoded, LineWindow, Mapping, WantedLine } from "@/core/trace";
import { BusWave, usePlanner } from "@/ui";

interface Props {
  readonly file: Blob;
  readonly fileId: number;
  readonly mapping: Mapping;
  readonly wanted: readonly WantedLine[];
  readonly decoded: Decoded;
  readonly at: number | undefined;
  readonly onAt: (at: number) => void;
}

const PAGE = 200;
/** What is shown beside a write, as a share of its length, and at least so many ns. */
const MARGIN = 0.1;
const LEAST_MARGIN = 20_000;

/** The writes of a capture as words, with the lines of the one that is chosen. */
export function CaptureTape({ file, fileId, mapping, wanted, decoded, at, onAt }: Props) {
  const [shown, setShown] = useState(PAGE);
  const place = at ?? 0;
  const write = decoded.writes[place];
  const margin = write ? Math.max(LEAST_MARGIN, (write.at - write.from) * MARGIN) : 0;
  const whole = useMemo<readonly [number, number]>(
    () => [Math.max(0, (write?.from ?? 0) - margin), (write?.at ?? 0) + margin],
    [write, margin],
  );
  const [zoomed, setZoomed] = useState<{ readonly of: number; readonly range: readonly [number, number] }>();
  const { result } = usePlanner<readonly LineWindow[]>(
    write && JSON.stringify([fileId, mapping, whole]),
    (planner) => planner.window(file, mapping, whole[0], whole[1]),
  );
  const lanes = wanted
    .filter(({ line }) => line in mapping)
    .slice(0, 8)
    .map(({ line, name }) => ({
      name,
      title: `line ${line}`,
      changes: result?.find((one) => one.line === line)?.changes ?? [],
    }));
  return (
    <section className="sheet capture-wide">
      <h2>
        {decoded.count.toLocaleString("en")} write{decoded.count === 1 ? "" : "s"}
        {decoded.cut && ` · the first ${decoded.writes.length.toLocaleString("en")} are kept`}
      </h2>
      {write && (
        <BusWave
          label="Lines of the capture during the chosen write"
          lanes={lanes}
          writes={[
            {
              from: write.from,
              to: Math.max(write.at, write.from + 1),
              label: write.says[0]?.title ?? write.kind,
              picked: true,
            },
          ]}
          bits={[]}
          samples={[]}
          whole={whole}
          range={zoomed?.of === place ? zoomed.range : whole}
          onRange={(range) => setZoomed({ of: place, range })}
        />
      )}
      <ol className="tape chip-tape mt-2">
        {decoded.writes.slice(0, shown).map(({ from, bytes, says, kind, units }, index) => (
          <li key={index} className={index === place ? "is-now" : undefined}>
            <button
              type="button"
              className="plain-button w-100"
              aria-current={index === place}
              onClick={() => onAt(index)}
            >
              <span className="tape-time">{formatNanoseconds(Math.round(from), 5)}</span>
              <span>
                <span className="tape-title">
                  {kind === "latch"
                    ? `outputs of ${units.join(", ")}`
                    : kind === "read"
                      ? "keys read"
                      : (says[0]?.title ?? "write")}
                  {says.length > 1 && ` on ${says.length} chips`}
                </span>{" "}
                <span className="mono tape-bytes">
                  {bytes.slice(0, 24).map(bareByte).join(" ")}
                  {bytes.length > 24 && " …"}
                </span>
                {says[0] && (
                  <span className="d-block tiny quiet">
                    {says
                      .map((one) => one.says)
                      .slice(0, 4)
                      .join("; ")}
                  </span>
                )}
              </span>
            </button>
          </li>
        ))}
      </ol>
      {shown < decoded.writes.length && (
        <Button size="sm" variant="plain" onClick={() => setShown((count) => count + PAGE * 5)}>
          Show more
        </Button>
      )}
    </section>
  );
}
