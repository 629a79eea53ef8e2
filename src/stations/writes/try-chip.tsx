import "./writes.css";
import "./chip-writes.css";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import { chipOn, modelOf, type RigModel } from "@/core/address";
import { CHIP_PLANS, ledValues, newRig } from "@/core/rig";
import type { BusTrace, Phased } from "@/core/sim";
import { useJustAtDesk } from "@/store";
import { SelectField, BusWave } from "@/ui";
import { NONE_PICKED, NOTHING_SENT } from "./bus-lanes";
import { useLanes } from "./use-lanes";
import { Fields, Registers } from "./chip-detail";
import { ChipTape } from "./chip-tape";
import { ShownFace } from "./shown-face";
import { TypeWrite } from "./type-write";

const IDS = [...CHIP_PLANS.keys()];

/** Any chip that is known, alone on the table: it wakes up as its sheet says, and does what is typed. */
export function TryChip() {
  const [id, setId] = useState(IDS[0]!);
  const plan = CHIP_PLANS.get(id)!;
  const [typed, setTyped] = useState<readonly Phased[]>([]);
  const [chosen, setChosen] = useState<number>();
  const model = useMemo(
    () => modelOf(newRig({ id: "chip", name: plan.scheme }, plan, { ohms: 470, led: ledValues("red") })),
    [plan],
  );
  const bus = model.encoding.buses![0]!;
  const chip = chipOn(model, bus);
  const { sheet: part } = chip;
  const unit = bus.units[0]!;
  const found = useJustAtDesk(
    model.rig,
    async (desk) => ({
      trace: await desk.writes({ frame: undefined, typed }),
      setUp: await desk.setUpWrites(),
    }),
    [typed],
  );
  const trace = found?.trace ?? NOTHING_SENT;
  const place = Math.min(chosen ?? trace.entries.length - 1, trace.entries.length - 1);
  const entry = trace.entries[place];
  const add = (writes: readonly Phased[]) => {
    setTyped((before) => [...before, ...writes]);
    setChosen(undefined);
  };
  const wake = (chip: string) => {
    setId(chip);
    setTyped([]);
    setChosen(undefined);
  };
  return (
    <>
      <section className="sheet">
        <div className="row-line flex-wrap align-items-end">
          <SelectField
            label="Chip"
            width={150}
            value={id}
            options={IDS.map((one) => [one, one] as const)}
            onChoose={wake}
          />
          <TypeWrite
            key={part.id}
            label="Type a write to it"
            protocol={bus.protocol}
            example={chip.examples.alone}
            width={320}
            onWrite={(write) => add([{ phase: "typed", write }])}
          />
          <Button variant="plain" disabled={!found} onClick={() => found && add(found.setUp)}>
            Send the usual set-up
          </Button>
          <Button variant="plain" disabled={typed.length === 0} onClick={() => wake(id)}>
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
              chip={chip}
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
              Nothing yet. The display is off and its memory is undefined: type a write, or send the usual
              set-up.
            </p>
          )}
        </section>
        {entry && (
          <WriteWave key={place} model={model} trace={trace} entry={entry} steady={chip.transport.times} />
        )}
      </div>
    </>
  );
}

interface WaveProps {
  readonly model: RigModel;
  readonly trace: BusTrace;
  readonly entry: BusTrace["entries"][number];
  /** How long data has to be steady around the clock, where the sheet says so. */
  readonly steady: Parameters<typeof BusWave>[0]["steady"];
}

/** The lines while one write goes over them, zoomed for as long as it is looked at. */
function WriteWave({ model, trace, entry, steady }: WaveProps) {
  const [range, setRange] = useState<readonly [number, number]>();
  const { lanes, bits, samples } = useLanes(model, trace, NONE_PICKED);
  const margin = (entry.until - entry.at) * 0.05;
  const whole: readonly [number, number] = [entry.at - margin, entry.until + margin];
  return (
    <section className="sheet capture-wide">
      <BusWave
        label={`Lines during the write ${entry.says[0]?.title ?? ""}`}
        lanes={lanes}
        writes={[{ from: entry.at, to: entry.until, label: entry.says[0]?.title ?? "", picked: true }]}
        bits={bits}
        samples={samples}
        steady={steady}
        whole={whole}
        range={range ?? whole}
        onRange={setRange}
      />
    </section>
  );
}
