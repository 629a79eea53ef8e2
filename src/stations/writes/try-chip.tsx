import "./chip-writes.css";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { modelOf } from "@/core/address";
import { DATA_TIMES } from "@/core/chip";
import { buildProgram, busPart } from "@/core/program";
import { DEFAULT_PLAN, ledValues, newRig, type Rig, type SchemeName } from "@/core/rig";
import { tapeOf, traceWrites, type Phased } from "@/core/sim";
import { BusWave } from "@/ui";
import { bitsOfTrace, lanesOf, samplesOf } from "./bus-lanes";
import { Fields, Registers } from "./chip-detail";
import { ChipTape } from "./chip-tape";
import { ShownFace } from "./shown-face";
import { TypeWrite } from "./type-write";

/** Each chip with as many digits as it has, and bytes to begin with. */
const CHIPS: ReadonlyArray<{
  readonly scheme: SchemeName;
  readonly digits: number;
  readonly polarity: Rig["plan"]["polarity"];
  readonly example: string;
}> = [
  { scheme: "max7219", digits: 8, polarity: "common-cathode", example: "0C 01, then 0F 01" },
  { scheme: "tm1637", digits: 6, polarity: "common-anode", example: "8F, then C0 3F 06" },
  { scheme: "tm1638", digits: 8, polarity: "common-cathode", example: "8F, then C0 3F 01" },
  { scheme: "ht16k33", digits: 8, polarity: "common-cathode", example: "E0 21, then E0 81" },
];

/** Any chip that is known, alone on the table: it wakes up as its sheet says, and does what is typed. */
export function TryChip() {
  const [at, setAt] = useState(0);
  const chip = CHIPS[at]!;
  const [typed, setTyped] = useState<readonly Phased[]>([]);
  const [chosen, setChosen] = useState<number>();
  const [zoomed, setZoomed] = useState<{ readonly of: number; readonly range: readonly [number, number] }>();
  const model = useMemo(
    () =>
      modelOf(
        newRig(
          { id: "chip", name: chip.scheme },
          { ...DEFAULT_PLAN, scheme: chip.scheme, digits: chip.digits, polarity: chip.polarity, lines: {} },
          { ohms: 470, led: ledValues("red") },
        ),
      ),
    [chip],
  );
  const program = useMemo(() => buildProgram(model), [model]);
  const bus = program.buses[0]!;
  const part = busPart(model, bus);
  const unit = bus.units[0]!;
  const trace = useMemo(() => traceWrites(model, program, typed), [model, program, typed]);
  const lanes = useMemo(() => lanesOf(model, trace), [model, trace]);
  const samples = useMemo(() => samplesOf(model, trace), [model, trace]);
  const bits = useMemo(() => bitsOfTrace(trace, () => undefined), [trace]);
  const place = Math.min(chosen ?? trace.entries.length - 1, trace.entries.length - 1);
  const entry = trace.entries[place];
  const margin = entry ? (entry.until - entry.at) * 0.05 : 0;
  const whole: readonly [number, number] = entry ? [entry.at - margin, entry.until + margin] : [0, 1];
  const add = (writes: readonly Phased[]) => {
    setTyped((before) => [...before, ...writes]);
    setChosen(undefined);
  };
  const wake = (index: number) => {
    setAt(index);
    setTyped([]);
    setChosen(undefined);
  };
  return (
    <>
      <section className="sheet">
        <div className="row-line flex-wrap align-items-end">
          <div>
            <label className="field-label" htmlFor="try-chip">
              Chip
            </label>
            <Form.Select
              id="try-chip"
              value={at}
              onChange={(event) => wake(Number(event.target.value))}
              style={{ width: 150 }}
            >
              {CHIPS.map(({ scheme }, index) => (
                <option key={scheme} value={index}>
                  {scheme.toUpperCase()}
                </option>
              ))}
            </Form.Select>
          </div>
          <TypeWrite
            key={chip.scheme}
            label="Type a write to it"
            protocol={part.protocol}
            example={chip.example}
            width={320}
            onWrite={(write) => add([{ phase: "typed", write }])}
          />
          <Button
            variant="plain"
            onClick={() => add(tapeOf(program, 0).filter(({ phase }) => phase === "set-up"))}
          >
            Send the usual set-up
          </Button>
          <Button variant="plain" disabled={typed.length === 0} onClick={() => wake(at)}>
            Power off and on
          </Button>
        </div>
      </section>
      <div className="chip-grid">
        <section className="sheet">
          <h2>{entry ? `${part.id} after this write` : `${part.id} as it wakes up`}</h2>
          <ShownFace
            model={model}
            shown={entry?.face ?? []}
            height={54}
            label={`The display: ${entry?.text ?? "dark"}`}
          />
          <div
            className="table-scroll chip-registers"
            tabIndex={0}
            role="region"
            aria-label="Registers, scrolls"
          >
            <Registers
              part={part}
              unit={unit}
              now={entry?.memory[unit] ?? trace.before[unit] ?? []}
              before={entry ? (trace.entries[place - 1]?.memory ?? trace.before)[unit] : undefined}
            />
          </div>
        </section>
        <section className="sheet">
          <h2>What was sent</h2>
          {entry ? (
            <>
              <ChipTape entries={trace.entries} at={place} pickedBit={() => undefined} onAt={setChosen} />
              <Fields entry={entry} />
            </>
          ) : (
            <p className="quiet small mb-0">
              Nothing yet. Display off, and the memory holds what nobody wrote: type a write, or send the
              usual set-up.
            </p>
          )}
        </section>
        {entry && (
          <section className="sheet capture-wide">
            <BusWave
              label={`Lines during the write ${entry.says[0]?.title ?? ""}`}
              lanes={lanes}
              writes={[{ from: entry.at, to: entry.until, label: entry.says[0]?.title ?? "", picked: true }]}
              bits={bits}
              samples={samples}
              steady={DATA_TIMES[part.protocol]}
              whole={whole}
              range={zoomed?.of === place ? zoomed.range : whole}
              onRange={(range) => setZoomed({ of: place, range })}
            />
          </section>
        )}
      </div>
    </>
  );
}
