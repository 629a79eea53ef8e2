import { useState } from "react";
import { gridOf, scanningChip } from "@/core/address";
import type { DotFont, SceneFrames, TextScene } from "@/core/dots";
import { beatOf, passerBy, readingTime, tearingOf } from "@/core/frames";
import { formatNanoseconds, formatQuantity } from "@/core/quantity";
import { useAtDesk, useModel } from "@/store";
import { CommitField, SeverityMark } from "@/ui";
import { STEP_OF } from "./motions";

const plainNumber = (value: number, digits: number): string => String(Number(value.toPrecision(digits)));

/** Whether it can be read: speed, time a letter is seen, somebody who walks past, and the scan it has to keep time with. */
export function TextReading({
  at,
  scene,
  frames,
  font,
  onStep,
}: {
  readonly at: number;
  readonly scene: TextScene;
  /** The scene as it runs on the display, and its font. */
  readonly frames: SceneFrames;
  readonly font: DotFont;
  readonly onStep: (ms: number) => void;
}) {
  const model = useModel();
  const grid = gridOf(model)!;
  const [walk, setWalk] = useState(2);
  const [pitch, setPitch] = useState(4);
  const pace = useAtDesk((desk) => desk.signSpeed());
  const { step, late } = pace?.scenes[at] ?? {};
  const lasts = step?.lasts ?? scene.step;
  const reading = readingTime(scene, frames, grid.width, lasts);
  const scans = scanningChip(model) !== undefined;
  const scan = pace?.scanPeriod;
  const beat = scan === undefined ? undefined : beatOf(scene.step, scan);
  const stepped = STEP_OF[scene.motion] !== undefined;
  return (
    <div className="frames-reading">
      {pace && late && step && <LateStep step={step} most={pace.most} onStep={onStep} />}
      {reading && (
        <ul className="plain-list small mb-0">
          <li>
            <strong>{plainNumber(reading.lettersPerSecond, 2)} letters a second</strong>,{" "}
            {plainNumber(reading.speed, 3)} columns: <Verdict verdict={reading.verdict} />
          </li>
          <li>
            Each letter is fully visible for <strong>{formatQuantity(reading.dwell / 1000, "s", 2)}</strong>;
            the whole line takes <strong>{formatQuantity(reading.line / 1000, "s", 3)}</strong>
          </li>
          <Passer
            pace={walk}
            pitch={pitch}
            onPace={setWalk}
            onPitch={setPitch}
            sees={passerBy({ pace: walk, pitch }, font, reading.lettersPerSecond)}
          />
        </ul>
      )}
      {stepped && scans && pace && <Tearing {...tearingOf(pace.sending, lasts)} />}
      {stepped && beat && <Beat beat={beat} onStep={onStep} />}
    </div>
  );
}

interface LateProps {
  /** What one step takes and what was asked for, ms. */
  readonly step: { readonly lasts: number; readonly asked: number };
  /** ns the slowest frame takes to draw and to send. */
  readonly most: number;
  readonly onStep: (ms: number) => void;
}

/** The board is slower than the step asked for: how slow, and what can be done. */
function LateStep({ step, most, onStep }: LateProps) {
  return (
    <p className="small mb-1">
      <SeverityMark
        severity="caution"
        text={`A step takes ${formatQuantity(step.lasts / 1000, "s", 3)}, not ${formatQuantity(step.asked / 1000, "s", 3)}:`}
      />{" "}
      drawing a frame and sending it takes up to {formatNanoseconds(Math.round(most), 3)}. Write to the ports
      directly, use the board&apos;s own bus unit, hang fewer modules on the chain, or{" "}
      <button
        type="button"
        className="plain-button text-decoration-underline"
        onClick={() => onStep(Math.ceil(most / 1e6))}
      >
        ask for {Math.ceil(most / 1e6)} ms
      </button>
      .
    </p>
  );
}

/** How long a step is seen torn between the picture before and the next. */
function Tearing({ noticed, time }: ReturnType<typeof tearingOf>) {
  return (
    <p className="small mb-0 mt-1">
      {noticed ? (
        <>
          <SeverityMark
            severity="caution"
            text={`Torn for ${formatNanoseconds(Math.round(time), 3)} of every step:`}
          />{" "}
          the rows are rewritten one after the other, and moving letters look slanted.
        </>
      ) : (
        <>
          The rows are rewritten one after the other within {formatNanoseconds(Math.round(time), 3)}. A step
          looks torn for that long, which is hardly noticeable.
        </>
      )}
    </p>
  );
}

/** Whether steps and turns of the scan keep time with one another. */
function Beat({ beat, onStep }: { beat: ReturnType<typeof beatOf>; onStep: (ms: number) => void }) {
  return (
    <p className="small mb-0 mt-1">
      {beat.unevenness < 0.005 ? (
        <SeverityMark severity="good" text={`Every step lasts ${beat.least} scan cycles: even.`} />
      ) : (
        <>
          <SeverityMark
            severity={beat.unevenness > 0.2 ? "caution" : "note"}
            text={`Steps last ${beat.least} or ${beat.most} scan cycles: ${Math.round(beat.unevenness * 100)} % uneven.`}
          />{" "}
          Even at{" "}
          {beat.steady.map((ms) => (
            <button
              key={ms}
              type="button"
              className="plain-button text-decoration-underline me-2"
              onClick={() => onStep(ms)}
            >
              {formatQuantity(ms / 1000, "s", 4)}
            </button>
          ))}
        </>
      )}
    </p>
  );
}

/** Letters a second in a word: of too few people lose the word, with more than fifteen nobody keeps up. */
function Verdict({ verdict }: { verdict: "slow" | "comfortable" | "hurried" | "blurs" }) {
  switch (verdict) {
    case "slow":
      return <SeverityMark severity="note" text="slow: readers lose the word" />;
    case "comfortable":
      return <SeverityMark severity="good" text="reads comfortably" />;
    case "hurried":
      return <SeverityMark severity="caution" text="fast: 15 letters a second is the most people can read" />;
    case "blurs":
      return <SeverityMark severity="caution" text="the letters blur" />;
  }
}

interface PasserProps {
  readonly pace: number;
  readonly pitch: number;
  readonly onPace: (pace: number) => void;
  readonly onPitch: (pitch: number) => void;
  readonly sees: { readonly distance: number; readonly time: number; readonly letters: number };
}

const positive = (most: number) => (text: string) => {
  const value = Number(text.replace(",", "."));
  return value > 0 && value <= most
    ? { ok: true as const, value }
    : { ok: false as const, message: `up to ${most}` };
};

/**
 * Somebody who walks past does not stop: the letters they get depend on their pace and on how far off dots can be told
 * apart.
 */
function Passer({ pace, pitch, onPace, onPitch, sees }: PasserProps) {
  return (
    <li className="passer">
      <span>
        Someone passing sees <strong>{sees.letters} letters</strong>: single dots can be told apart up to
        about {plainNumber(sees.distance, 2)} m away, for {formatQuantity(sees.time, "s", 2)}
      </span>
      <span className="field-row">
        <CommitField label="m/s" shown={String(pace)} read={positive(40)} onCommit={onPace} width={64} />
        <CommitField
          label="mm per dot"
          shown={String(pitch)}
          read={positive(200)}
          onCommit={onPitch}
          width={72}
        />
      </span>
    </li>
  );
}
