"use client";
import "./writes.css";
import { useMemo, useState, type ComponentType, type ReactNode } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import {
  directLines,
  gridOf,
  isMultiplexed,
  scannedTitle,
  sentBits,
  writesToChips,
  type RigModel,
} from "@/core/address";
import { GLYPHS, formatByte, type PipName } from "@/core/glyph";
import { formatNanoseconds, formatQuantity } from "@/core/quantity";
import { showCells } from "@/core/show";
import { splitPipId, isOnDigit, type DigitId, type Rig } from "@/core/rig";
import { shownOn, type SendTrace } from "@/core/sim";
import {
  chooseGlyph,
  pickPip,
  useJustAtDesk,
  useModel,
  useOpenRig,
  usePickedDigit,
  useWaitingKind,
} from "@/store";
import type { UpdateOf } from "@/workers";
import { SelectField, BusWave, DigitFace, StationFrame, fetched, litSegments } from "@/ui";
import { ChipStages } from "./chip-stages";
import { FrameRange } from "./frame-range";
import { SourceChoice, type WritesSource } from "./source-choice";
import { registerBits, registerBytes, registerLanes } from "./register-lanes";
import { ShownFace } from "./shown-face";
import { Tape } from "./tape";

/** Only rigs with chips on a bus need all there is to know of those. */
const ChipWrites = fetched<{ readonly choice: ReactNode }>("The writes", () =>
  import("./chip-writes").then((module) => module.ChipWrites),
);

/** What else is looked at than the writes of the rig's own program. */
const OTHERS: Readonly<
  Record<Exclude<WritesSource, "program">, { readonly lead: string; readonly Body: ComponentType }>
> = {
  capture: {
    lead: "What your own board sends, decoded into words and light.",
    Body: fetched("Reading captures", () => import("./capture").then(({ Capture }) => Capture)),
  },
  keys: {
    lead: "How chips and boards read keys.",
    Body: fetched("Keys", () => import("./keys").then(({ Keys }) => Keys)),
  },
  chip: {
    lead: "Any chip by itself: type a write and see what it does.",
    Body: fetched("The chips", () => import("./try-chip").then(({ TryChip }) => TryChip)),
  },
};

/** Data stands so long before the clock of a shift register rises, ns (74HC595 at 4.5 V, timing requirements). */
const REGISTER_TIMES = { setup: 20, hold: 0 } as const;

/** Writes: one update over the three lines, write by write and edge by edge, and what the chip makes of it. */
export function WritesStation() {
  const model = useModel();
  const [source, setSource] = useState<WritesSource>("program");
  const waiting = useWaitingKind();
  if (waiting === "capture" && source !== "capture") setSource("capture");
  const choice = <SourceChoice source={source} onSource={setSource} />;
  if (source !== "program") {
    const { lead, Body } = OTHERS[source];
    return (
      <StationFrame title="Writes" lead={lead} actions={choice}>
        <Body />
      </StationFrame>
    );
  }
  return writesToChips(model) ? <ChipWrites choice={choice} /> : <RegisterWrites choice={choice} />;
}

/** One update over the lines of shift registers and whatever is driven directly. */
function RegisterWrites({ choice }: { choice: ReactNode }) {
  const model = useModel();
  const glyph = useOpenRig((state) => state.glyph);
  const digit = usePickedDigit();
  const dots = gridOf(model) !== undefined;
  const [frame, setFrame] = useState(0);
  const slot = Math.max(
    0,
    model.slots.findIndex((ids) => ids.some((id) => id.unit === digit?.unit && id.digit === digit.digit)),
  );
  const of: UpdateOf = dots ? { frame, slot } : { glyph, digit };
  const found = useJustAtDesk(
    model.rig,
    async (desk) => ({ trace: await desk.update(of), faces: await desk.faces() }),
    [of],
  );
  const lead =
    model.digits.length > 1 && digit
      ? `One update for ${scannedTitle(model, digit.unit, digit.digit)} over the lines, edge by edge.`
      : "One update on the lines, edge by edge.";
  const choices = (
    <span className="row-line flex-wrap">
      {choice}
      {dots ? (
        <FrameRange count={found?.faces.count ?? 1} at={frame} onFrame={setFrame} />
      ) : (
        <CharacterChoice glyph={glyph} rig={model.rig} />
      )}
      <span className="mono">
        {found?.trace.bytes.map((byte) => `${formatByte(byte)} = ${formatByte(byte, "binary")}`).join(", ")}
      </span>
    </span>
  );
  return (
    <StationFrame title="Writes" lead={lead} actions={choices}>
      {found && <Update key={model.rig.id} model={model} trace={found.trace} digit={digit} />}
    </StationFrame>
  );
}

/** The characters the show uses, with the one that is looked at elsewhere: Glyphs and Writes speak of the same. */
function CharacterChoice({ glyph, rig }: { glyph: string; rig: Rig }) {
  const cells = [...new Set([...showCells(rig).map((cell) => cell.glyph), glyph])];
  return (
    <SelectField
      label="Character"
      labelled="before"
      size="sm"
      width={96}
      value={glyph}
      options={[...new Set([...cells, ...GLYPHS])].map((one) => [one, one === " " ? "blank" : one] as const)}
      onChoose={chooseGlyph}
    />
  );
}

interface UpdateProps {
  readonly model: RigModel;
  readonly trace: SendTrace;
  readonly digit: DigitId | undefined;
}

/** An update step by step: its lines, its writes, and what the chips hold after each edge. */
function Update({ model, trace, digit }: UpdateProps) {
  const pick = useOpenRig((state) => state.pick);
  const grid = gridOf(model);
  const [range, setRange] = useState<readonly [number, number]>();
  const whole: readonly [number, number] = [0, trace.duration * 1.02];
  const [at, setAt] = useState(0);
  const step = Math.min(at, trace.steps.length);
  const now = step === 0 ? trace.before : trace.steps[step - 1]!;
  const { chips } = now;
  const lit = digit ? shownOn(now.lights, digit) : { segments: [], unknown: [] };
  const lines = useMemo(() => linesOf(model), [model]);
  const bits = useMemo(() => registerBits(trace, sentBits(model), pick, pickPip), [trace, model, pick]);
  const lanes = useMemo(() => registerLanes(trace, lines), [trace, lines]);
  const samples = useMemo(
    () => trace.steps.filter(({ use, level }) => use === "clock" && level === 1).map((one) => one.at),
    [trace],
  );
  const goTo = (time: number) => {
    setAt(trace.steps.filter((one) => one.at <= time).length);
  };
  return (
    <>
      <section className="sheet">
        <Stepper trace={trace} at={step} onAt={setAt} />
        <BusWave
          label="Lines of the update"
          lanes={lanes}
          writes={registerBytes(bits)}
          bits={bits}
          samples={samples}
          steady={REGISTER_TIMES}
          whole={whole}
          range={range ?? whole}
          onRange={setRange}
          now={step === 0 ? 0 : trace.steps[step - 1]!.at}
          onMoment={goTo}
        />
      </section>
      <div className="writes-grid">
        <section className="sheet">
          <h2>The writes</h2>
          <Tape trace={trace} at={step} onAt={setAt} />
          <p className="small quiet mb-0 mt-2">
            {trace.bytes.length > 0 && `${trace.bytes.length * 8} bits, `}
            {formatNanoseconds(trace.duration)} an update with the sketch’s calls
            {model.rig.show.mode === "count" &&
              !isMultiplexed(model) &&
              `: ${formatShare(trace.duration / (model.rig.show.interval * 1e6))} of the controller’s time at one every ${formatQuantity(model.rig.show.interval / 1000, "s")}`}
            .
          </p>
        </section>
        <section className="sheet">
          <h2>
            {chips.length > 1 ? "The chips" : chips.length === 1 ? "The chip" : "The digit"} after this step
          </h2>
          <div className="stages-row">
            <ChipStages model={model} chips={chips} pick={pick} step={trace.steps[step - 1]} />
            {grid ? (
              <ShownFace
                model={model}
                shown={model.digits.map((id) => shownOn(now.lights, id))}
                height={130}
                label="The display after this step"
              />
            ) : (
              <div className="lens stages-face">
                <DigitFace
                  colour={model.display.led?.colour ?? "red"}
                  lights={litSegments(lit.segments, lit.unknown)}
                  picked={pick ? splitPipId(pick).segment : undefined}
                  has={digit && ledsOf(model, digit)}
                  height={104}
                  label="The display after this step"
                />
              </div>
            )}
          </div>
        </section>
      </div>
    </>
  );
}

/** The lines of an update: those of the chain, then those driven directly as far as there is room. */
const linesOf = (model: RigModel): string[] => {
  const { chain } = model.encoding;
  const direct = directLines(model.encoding);
  return [
    ...(chain ? [chain.data, chain.clock, ...(chain.latch === undefined ? [] : [chain.latch])] : []),
    ...direct,
  ];
};

/** The LEDs a digit has. */
const ledsOf = (model: RigModel, { unit, digit }: DigitId): ReadonlySet<PipName> =>
  new Set(model.addresses.filter(({ pip }) => isOnDigit(pip, { unit, digit })).map(({ segment }) => segment));

const formatShare = (share: number): string => `${Number((share * 100).toPrecision(2))} %`;

/** Edge by edge or write by write. Stepping on past the last edge would show nothing new, so it ends there. */
function Stepper({ trace, at, onAt }: { trace: SendTrace; at: number; onAt: (at: number) => void }) {
  const { steps } = trace;
  const last = steps.length;
  const now = steps[at - 1];
  const nextBit = () => {
    const nth = steps[at]?.nth;
    const next = steps.findIndex((step, place) => place >= at && (step.nth ?? -1) !== (nth ?? -1));
    onAt(next < 0 ? last : Math.max(next, at + 1));
  };
  return (
    <div className="row-line flex-wrap mb-2">
      <span className="btn-group btn-group-sm">
        <Button variant="plain" disabled={at === 0} onClick={() => onAt(0)} aria-label="To the start">
          <i className="bi bi-skip-start-fill" aria-hidden />
        </Button>
        <Button variant="plain" disabled={at === 0} onClick={() => onAt(at - 1)}>
          <i className="bi bi-chevron-left" aria-hidden /> Edge
        </Button>
        <Button variant="plain" disabled={at === last} onClick={() => onAt(at + 1)}>
          Edge <i className="bi bi-chevron-right" aria-hidden />
        </Button>
        {trace.bytes.length > 0 && (
          <Button variant="plain" disabled={at === last} onClick={nextBit}>
            Bit <i className="bi bi-chevron-double-right" aria-hidden />
          </Button>
        )}
        <Button variant="plain" disabled={at === last} onClick={() => onAt(last)} aria-label="To the end">
          <i className="bi bi-skip-end-fill" aria-hidden />
        </Button>
      </span>
      <Form.Range
        aria-label="Step of the update"
        style={{ width: 180 }}
        min={0}
        max={last}
        value={at}
        onChange={(event) => onAt(Number(event.target.value))}
      />
      <span className="small" role="status">
        {now ? (
          <>
            <strong>{formatNanoseconds(now.at)}</strong>: {explain(now)}
          </>
        ) : (
          <>
            {trace.before.chips.length === 0
              ? "Before the update: every line is low."
              : `Before the update: the register still holds what it held${isUnknown(trace) ? ", unknown after power-up" : ""}.`}
          </>
        )}
      </span>
    </div>
  );
}

const isUnknown = (trace: SendTrace): boolean =>
  trace.before.chips.some(({ latched }) => latched.some((bit) => bit !== 0 && bit !== 1));

function explain({ use, line, level, nth, statement }: SendTrace["steps"][number]): string {
  if (use === "latch")
    return level
      ? "latch rises: all stages go to the outputs together"
      : "latch goes low; nothing changes yet";
  if (use === "direct") return `line ${line} goes ${level ? "high" : "low"}`;
  if (use === "data") return `data takes bit ${(nth ?? 0) + 1}: ${level}`;
  if (statement.do !== "shift-state") return `${use} ${level}`;
  return level
    ? `clock rises: bit ${(nth ?? 0) + 1} goes in, every stage moves on`
    : "clock falls; nothing moves";
}
