"use client";
import "./writes.css";
import "./chip-writes.css";
import { useMemo, useState, type Dispatch, type ReactNode, type SetStateAction } from "react";
import { chipOn, gridOf, type RigModel } from "@/core/address";
import type { ChipWrite } from "@/core/program";
import type { EncodedBus } from "@/core/rig";
import type { BusTrace, Phased } from "@/core/sim";
import { useAtDesk, useJustAtDesk, useModel, useOpenRig } from "@/store";
import type { WritesOf } from "@/workers";
import { SelectField, BusWave, IconButton, StationFrame } from "@/ui";
import { bitsOfTrace, lanesOf, pickedBit, samplesOf } from "./bus-lanes";
import { ChipTape } from "./chip-tape";
import { Fields, Registers } from "./chip-detail";
import { CostSheet } from "./cost-sheet";
import { ChainStrip } from "./chain-strip";
import { FrameRange } from "./frame-range";
import { ShownFace } from "./shown-face";
import { tickText } from "./tick-text";
import { TypeWrite } from "./type-write";

/** Writes to driver chips: the tape, the lines under it, any write typed on the spot, and what each leaves in the chip. */
export function ChipWrites({ choice }: { choice: ReactNode }) {
  const model = useModel();
  const dots = gridOf(model) !== undefined;
  const [frame, setFrame] = useState<number>();
  const [typed, setTyped] = useState<readonly ChipWrite[]>([]);
  const faces = useAtDesk((desk) => desk.faces());
  // A text that runs begins on a dark display: a later frame says more.
  const first = dots && faces ? Math.floor(faces.count / 4) : 0;
  const shown = Math.min(frame ?? first, (faces?.count ?? 1) - 1);
  const of: WritesOf = {
    frame: shown,
    typed: typed.map((write): Phased => ({ phase: "typed", write })),
  };
  const trace = useJustAtDesk(model.rig, async (desk) => (faces ? desk.writes(of) : undefined), [
    of,
    faces !== undefined,
  ]);
  const bus = model.encoding.buses?.[0];
  if (!bus) return null;
  const choices = (
    <span className="row-line flex-wrap">
      {choice}
      {dots ? (
        <FrameRange count={faces?.count ?? 1} at={shown} onFrame={setFrame} />
      ) : (
        <FaceChoice texts={faces?.texts ?? []} at={shown} onFace={setFrame} />
      )}
    </span>
  );
  return (
    <StationFrame
      title="Writes"
      lead={`Everything ${chipOn(model, bus).sheet.id} is sent: what each write does, and the lines under it.`}
      actions={choices}
    >
      {trace && (
        <Tape model={model} bus={bus} of={of} trace={trace} typed={typed.length} onTyped={setTyped} />
      )}
    </StationFrame>
  );
}

interface FaceChoiceProps {
  readonly texts: readonly string[];
  readonly at: number;
  readonly onFace: (at: number) => void;
}

function FaceChoice({ texts, at, onFace }: FaceChoiceProps) {
  return (
    <SelectField
      label="Update for"
      labelled="before"
      size="sm"
      width={150}
      value={at}
      options={texts.map((text, place) => [place, text.trim() || "blank"] as const)}
      onChoose={onFace}
    />
  );
}

interface TapeProps {
  readonly model: RigModel;
  readonly bus: EncodedBus;
  readonly of: WritesOf;
  readonly trace: BusTrace;
  readonly typed: number;
  readonly onTyped: Dispatch<SetStateAction<readonly ChipWrite[]>>;
}

/** The tape with the lines under it, and what the write in sight leaves in its chip. */
function Tape({ model, bus, of, trace, typed, onTyped }: TapeProps) {
  const pick = useOpenRig((state) => state.pick);
  const [at, setAt] = useState<number>();
  const [tick, setTick] = useState<number>();
  const [range, setRange] = useState<readonly [number, number]>();
  const picked = useMemo(() => pickedBit(model, pick), [model, pick]);
  const lanes = useMemo(() => lanesOf(model, trace), [model, trace]);
  const bits = useMemo(() => bitsOfTrace(trace, picked), [trace, picked]);
  const samples = useMemo(() => samplesOf(model, trace), [model, trace]);
  const firstUpdate = Math.max(
    0,
    trace.entries.findIndex(({ phase }) => phase !== "set-up"),
  );
  const now = Math.min(at ?? firstUpdate, trace.entries.length - 1);
  const entry = trace.entries[now];
  const step =
    tick === undefined ? undefined : Math.min(Math.max(tick, entry?.ticks[0] ?? 0), entry?.ticks[1] ?? 0);
  const stages =
    useJustAtDesk(model.rig, async (desk) => (step === undefined ? [] : desk.stages(of, step)), [of, step]) ??
    [];
  if (!entry) return null;
  const chip = chipOn(model, bus);
  const whole: readonly [number, number] = [0, trace.duration * 1.01];
  const about = (one: typeof entry): readonly [number, number] => [
    one.at - (one.until - one.at) * 0.04,
    one.until + (one.until - one.at) * 0.04,
  ];
  const go = (place: number) => {
    setAt(place);
    setTick(undefined);
    setRange(about(trace.entries[place]!));
  };
  const unit = entry.says.flatMap((said) => bus.units.filter((one) => one === said.unit))[0] ?? bus.units[0]!;
  const before = now > 0 ? trace.entries[now - 1]!.memory : trace.before;
  const done = step === undefined || step === entry.ticks[1];
  const face = done ? entry.face : (trace.entries[now - 1]?.face ?? []);
  const tickNow = step === undefined ? undefined : trace.ticks[step - 1];
  return (
    <>
      <section className="sheet">
        <BusWave
          label={`Lines of the bus, ${entry.says[0]?.title ?? "write"} in sight`}
          lanes={lanes}
          writes={trace.entries.map(({ at: from, until, says }, place) => ({
            from,
            to: until,
            label: says[0]?.title ?? "",
            picked: place === now,
          }))}
          bits={bits}
          samples={samples}
          steady={chip.transport.times}
          whole={whole}
          range={range ?? about(entry)}
          onRange={setRange}
          now={tickNow?.at}
        />
        <div className="row-line mt-1 chip-step">
          <IconButton
            icon="bi-skip-backward"
            label="Write before"
            disabled={now === 0}
            onClick={() => go(now - 1)}
          />
          <IconButton
            icon="bi-caret-left"
            label="One edge back"
            disabled={step === entry.ticks[0]}
            onClick={() => setTick((step ?? entry.ticks[1]) - 1)}
          />
          <IconButton
            icon="bi-caret-right"
            label="One edge on"
            disabled={done && step !== undefined}
            onClick={() => setTick(step === undefined ? entry.ticks[0] + 1 : step + 1)}
          />
          <IconButton
            icon="bi-skip-forward"
            label="Next write"
            disabled={now === trace.entries.length - 1}
            onClick={() => go(now + 1)}
          />
          <span className="small" role="status">
            {step ? tickText(trace, step, bus) : `${entry.says[0]?.title}: ${entry.says[0]?.says}`}
          </span>
        </div>
        {stages.length > 0 && (
          <div className="row-line flex-wrap mono tiny mt-1" aria-label="Shift stages">
            {stages.slice(0, 8).map((one) => (
              <span key={one.unit}>
                <strong>{one.unit}</strong> {one.stages.map((bit) => (bit === 2 ? "?" : bit)).join("")}
              </span>
            ))}
          </div>
        )}
      </section>
      <div className="chip-grid">
        <section className="sheet chip-tape-sheet">
          <h2>The tape</h2>
          <ChipTape entries={trace.entries} at={now} pickedBit={picked} onAt={go} />
          <TypeWrite
            label="Type a write"
            protocol={bus.protocol}
            example={chip.examples.onRig}
            onWrite={(write) => {
              onTyped((list) => [...list, write]);
              setAt(trace.entries.length);
              setTick(undefined);
              setRange(undefined);
            }}
          />
          {typed > 0 && (
            <button
              type="button"
              className="plain-button small text-decoration-underline"
              onClick={() => onTyped([])}
            >
              take the typed writes away
            </button>
          )}
        </section>
        <section className="sheet">
          <h2>
            {unit} after this write
            {entry.read ? `, which read ${entry.read.map((byte) => byte.toString(16)).join(" ")}` : ""}
          </h2>
          <ShownFace
            model={model}
            shown={face}
            height={54}
            label={`The display after this write: ${entry.text}`}
          />
          <div
            className="table-scroll chip-registers"
            tabIndex={0}
            role="region"
            aria-label={`Registers of ${unit}, scrolls`}
          >
            <Registers chip={chip} unit={unit} now={entry.memory[unit] ?? []} before={before[unit]} />
          </div>
        </section>
        <section className="sheet">
          <h2>Field by field</h2>
          {entry.says.length > 1 && <ChainStrip entry={entry} units={bus.units} />}
          <div
            className="table-scroll chip-registers"
            tabIndex={0}
            role="region"
            aria-label="Fields of the write, scrolls"
          >
            <Fields entry={entry} />
          </div>
        </section>
        <CostSheet bus={bus} />
      </div>
    </>
  );
}
