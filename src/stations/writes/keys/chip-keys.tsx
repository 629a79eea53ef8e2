import { useMemo, useState } from "react";
import { hex } from "@/core/bus";
import type { BusChip, KeyScan } from "@/core/chips";
import { formatNanoseconds, formatQuantity } from "@/core/quantity";
import type { Phased } from "@/core/sim";
import { useAtDesk, useModel } from "@/store";
import { BusWave } from "@/ui";
import { NOTHING_SENT, lanesOf, samplesOf } from "../bus-lanes";
import { KeyButton } from "./key-button";

/** The keys a driver chip scans: held on screen, read over the bus as its own program would. */
export function ChipKeys({ chip, scan }: { chip: BusChip; scan: KeyScan }) {
  const model = useModel();
  const [down, setDown] = useState<ReadonlySet<number>>(new Set());
  const [zoomed, setZoomed] = useState<readonly [number, number]>();
  const { sheet, transport } = chip;
  const { usual: keys, keys: names, command, reads } = scan;
  const ask: Phased = {
    phase: "keys",
    write: { bus: 0, write: { bus: transport.name, bytes: [command], reads }, why: "" },
  };
  const answer = scan.bytes(down);
  const trace =
    useAtDesk((desk) => desk.writes({ frame: 0, typed: [ask], keys: answer }), [ask, answer]) ?? NOTHING_SENT;
  const entry = trace.entries[trace.entries.length - 1];
  const lanes = useMemo(() => lanesOf(model, trace), [model, trace]);
  const samples = useMemo(() => samplesOf(model, trace), [model, trace]);
  if (!entry) return null;
  const told = scan.pressed(entry.read ?? []);
  const toggle = (number: number) =>
    setDown((before) => {
      const next = new Set(before);
      if (!next.delete(number)) next.add(number);
      return next;
    });
  const margin = (entry.until - entry.at) * 0.04;
  const whole: readonly [number, number] = [entry.at - margin, entry.until + margin];
  const lost = [...down].filter((number) => !told.includes(number));
  return (
    <section className="sheet">
      <h2>Keys on {sheet.id}</h2>
      <div className="key-row" role="group" aria-label={`Keys of ${sheet.id}`}>
        {keys.map((number, at) => {
          const { segment, input } = names[number - 1]!;
          return (
            <span key={number} className="key-with-legs">
              <KeyButton
                face={String(at + 1)}
                label={`Key ${at + 1}`}
                down={down.has(number)}
                onToggle={() => toggle(number)}
              />
              <span className="tiny quiet">
                SEG{segment}–K{input}
              </span>
            </span>
          );
        })}
      </div>
      <BusWave
        label="Lines of the bus while the keys are read"
        lanes={lanes}
        writes={[{ from: entry.at, to: entry.until, label: "read keys", picked: true }]}
        bits={[]}
        samples={samples}
        steady={transport.times}
        whole={whole}
        range={zoomed ?? whole}
        onRange={setZoomed}
      />
      <p className="mb-1" role="status">
        Command <span className="mono">{hex(command)}</span>, answer{" "}
        <strong className="mono">{(entry.read ?? []).map(hex).join(" ")}</strong>:{" "}
        {told.length === 0
          ? "no key is down"
          : told
              .map((number) => keys.indexOf(number) + 1)
              .sort((one, other) => one - other)
              .map((place) => `key ${place}`)
              .join(", ")}
        .
        {lost.length > 0 &&
          ` The chip tells of one key only: ${lost.map((number) => `key ${keys.indexOf(number) + 1}`).join(", ")} ${lost.length > 1 ? "are" : "is"} not seen.`}
      </p>
      <p className="tiny quiet mb-0">
        Reading takes {formatNanoseconds(entry.until - entry.at, 3)}. The chip looks at its keys once in each
        scan cycle, {formatQuantity(sheet.kind === "driver-chip" ? sheet.scanRate : 0, "Hz")}: ask no more
        often, and take a key for pressed when two answers in a row are the same.
        {scan.several && " Several keys at once need a diode in each key's way, or ghosts appear."}
      </p>
    </section>
  );
}
