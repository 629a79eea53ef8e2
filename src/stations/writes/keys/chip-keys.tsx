import { useMemo, useState } from "react";
import { DATA_TIMES, TM16, hex } from "@/core/chip";
import { BOARD_KEYS, chipKeys, keyBytes, keysIn } from "@/core/keys";
import type { DriverChipPart } from "@/core/parts";
import { formatNanoseconds, formatQuantity } from "@/core/quantity";
import { tapeOf, traceWrites, type Phased } from "@/core/sim";
import { useModel, useProgram } from "@/store";
import { BusWave } from "@/ui";
import { lanesOf, samplesOf } from "../bus-lanes";
import { KeyButton } from "./key-button";

/** The keys a driver chip scans: held on screen, read over the bus as its own program would. */
export function ChipKeys({ part }: { part: DriverChipPart }) {
  const model = useModel();
  const program = useProgram();
  const [down, setDown] = useState<ReadonlySet<number>>(new Set());
  const [zoomed, setZoomed] = useState<readonly [number, number]>();
  const wide = part.protocol === "strobed";
  const keys = useMemo(() => (wide ? BOARD_KEYS : chipKeys(part).map(({ number }) => number)), [part, wide]);
  const reads = wide ? 4 : 1;
  const answer = keyBytes(part, down);
  const key = answer.join();
  const trace = useMemo(() => {
    const ask: Phased = {
      phase: "keys",
      write: {
        bus: 0,
        write: { bus: wide ? "strobed" : "two-wire", bytes: [TM16.READ_KEYS], reads },
        why: "",
      },
    };
    return traceWrites(model, program, [...tapeOf(program, 0), ask], key.split(",").map(Number));
  }, [model, program, key, wide, reads]);
  const entry = trace.entries[trace.entries.length - 1];
  const lanes = useMemo(() => lanesOf(model, trace), [model, trace]);
  const samples = useMemo(() => samplesOf(model, trace), [model, trace]);
  if (!entry) return null;
  const told = keysIn(part, entry.read ?? []);
  const toggle = (number: number) =>
    setDown((before) => {
      const next = new Set(before);
      if (!next.delete(number)) next.add(number);
      return next;
    });
  const names = chipKeys(part);
  const margin = (entry.until - entry.at) * 0.04;
  const whole: readonly [number, number] = [entry.at - margin, entry.until + margin];
  const lost = [...down].filter((number) => !told.includes(number));
  return (
    <section className="sheet">
      <h2>Keys on {part.id}</h2>
      <div className="key-row" role="group" aria-label={`Keys of ${part.id}`}>
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
        steady={DATA_TIMES[part.protocol]}
        whole={whole}
        range={zoomed ?? whole}
        onRange={setZoomed}
      />
      <p className="mb-1" role="status">
        Command <span className="mono">{hex(TM16.READ_KEYS)}</span>, answer{" "}
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
        turn of its scan, {formatQuantity(part.scanRate, "Hz")}: ask no more often, and take a key for pressed
        when two answers in a row are the same.
        {wide && " Several keys at once need a diode in each key's way, or ghosts appear."}
      </p>
    </section>
  );
}
