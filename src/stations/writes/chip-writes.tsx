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
import { SelectField, StationFrame } from "@/ui";
import { pickedBit } from "./bus-lanes";
import { ChipTape } from "./chip-tape";
import { CostSheet } from "./cost-sheet";
import { FrameRange } from "./frame-range";
import { TapeWave } from "./tape-wave";
import { TypeWrite } from "./type-write";
import { useTape } from "./use-tape";
import { AfterWrite, WriteFields } from "./write-detail";

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
      lead={`Every write to ${chipOn(model, bus).sheet.id} , what it does, and the lines under it.`}
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

/** Which face the update is for: the set-up before it is the same for all. */
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
  const picked = useMemo(() => pickedBit(model, pick), [model, pick]);
  const tape = useTape(model, of, trace);
  if (!tape) return null;
  return (
    <>
      <TapeWave model={model} bus={bus} trace={trace} picked={picked} tape={tape} />
      <div className="chip-grid">
        <section className="sheet chip-tape-sheet">
          <h2>The tape</h2>
          <ChipTape entries={trace.entries} at={tape.now} pickedBit={picked} onAt={tape.go} />
          <TypeWrite
            label="Type a write"
            protocol={bus.protocol}
            example={chipOn(model, bus).examples.onRig}
            onWrite={(write) => {
              onTyped((list) => [...list, write]);
              tape.goToNext();
            }}
          />
          {typed > 0 && (
            <button
              type="button"
              className="plain-button small text-decoration-underline"
              onClick={() => onTyped([])}
            >
              remove the typed writes
            </button>
          )}
        </section>
        <AfterWrite model={model} bus={bus} tape={tape} />
        <WriteFields bus={bus} tape={tape} />
        <CostSheet bus={bus} />
      </div>
    </>
  );
}
