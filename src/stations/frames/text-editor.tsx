import { useId, useMemo, useState } from "react";
import Form from "react-bootstrap/Form";
import { gridOf, scanningChip } from "@/core/address";
import { MOTIONS, sceneFrames, type Motion, type TextScene } from "@/core/dots";
import { beatOf, passerBy, readingTime, tearingOf } from "@/core/frames";
import { LIMITS, fontById, fontsOf } from "@/core/rig";
import { formatNanoseconds, formatQuantity } from "@/core/quantity";
import { editSign, useAtDesk, useModel } from "@/store";
import { CommitField, QuantityField, SelectField, SeverityMark, WholeField } from "@/ui";
import { RepeatField } from "./fields";

const MOTION_SAYS: Readonly<Record<Motion, string>> = {
  left: "runs to the left",
  right: "runs to the right",
  up: "rises, rests, leaves",
  down: "sinks, rests, leaves",
  hold: "stands still",
  blink: "blinks",
  wipe: "is uncovered from the left",
  type: "is typed letter by letter",
  bounce: "slides to its end and back",
  lines: "line after line",
};

/** Motions that go step by step, and what one step is. */
const STEP_OF: Partial<Record<Motion, string>> = {
  left: "column",
  right: "column",
  bounce: "column",
  up: "row",
  down: "row",
  wipe: "column",
  type: "letter",
};
const RESTS: readonly Motion[] = ["up", "down", "hold", "wipe", "type", "bounce", "lines"];

interface Props {
  readonly at: number;
  readonly scene: TextScene;
}

/** A text: its words, its font, how it comes and goes, and whether it can be read. */
export function TextEditor({ at, scene }: Props) {
  const { rig } = useModel();
  const id = useId();
  const change = (values: Partial<TextScene>, gesture?: string) =>
    editSign(
      (sign) => ({
        ...sign,
        scenes: sign.scenes.map((one, place) => (place === at ? { ...scene, ...values } : one)),
      }),
      gesture,
    );
  const step = STEP_OF[scene.motion];
  return (
    <section className="sheet frames-editor" aria-label="The chosen text">
      <CommitField
        label="Text"
        shown={scene.text}
        read={(text) => ({ ok: true as const, value: text })}
        onCommit={(text) => change({ text }, `text ${at}`)}
        rows={Math.min(5, Math.max(2, scene.text.split("\n").length))}
        maxLength={LIMITS.signText}
        mono
        live
      />
      <Missing scene={scene} />
      <div className="field-row mt-2">
        <SelectField
          label="Font"
          value={scene.font}
          options={fontsOf(rig).map((font) => [font.id, font.name] as const)}
          onChoose={(font) => change({ font })}
        />
        <SelectField
          label="It"
          value={scene.motion}
          options={MOTIONS.map((motion) => [motion, MOTION_SAYS[motion]] as const)}
          onChoose={(motion) => change({ motion })}
        />
      </div>
      <div className="field-row mt-2">
        {(step || scene.motion === "blink") && (
          <QuantityField
            label={step ? `Each ${step} for` : "On and off for"}
            unit="s"
            value={scene.step / 1000}
            range={[LIMITS.step[0] / 1000, LIMITS.step[1] / 1000]}
            onCommit={(seconds) => change({ step: Math.max(LIMITS.step[0], Math.round(seconds * 1000)) })}
            width={104}
          />
        )}
        {step && (
          <CommitField
            label={`${step.charAt(0).toUpperCase()}${step.slice(1)}s a second`}
            shown={String(Number((1000 / scene.step).toPrecision(4)))}
            read={(text) => {
              const value = Number(text.replace(",", "."));
              return value >= 1000 / LIMITS.step[1] && value <= 1000 / LIMITS.step[0]
                ? { ok: true as const, value }
                : { ok: false as const, message: `up to ${1000 / LIMITS.step[0]}` };
            }}
            onCommit={(rate) => change({ step: Math.max(LIMITS.step[0], Math.round(1000 / rate)) })}
            width={104}
          />
        )}
        {RESTS.includes(scene.motion) && (
          <QuantityField
            label={scene.motion === "hold" || scene.motion === "lines" ? "Each for" : "Rests for"}
            unit="s"
            value={scene.pause / 1000}
            range={[0, LIMITS.pause[1] / 1000]}
            onCommit={(seconds) => change({ pause: Math.round(seconds * 1000) })}
            width={92}
          />
        )}
        <RepeatField repeat={scene.repeat} onRepeat={(repeat) => change({ repeat })} />
        <WholeField
          label="Gap, columns"
          value={scene.gap}
          range={LIMITS.gap}
          onCommit={(gap) => change({ gap })}
          width={92}
        />
        <SelectField
          label="Stands"
          value={scene.align}
          options={[
            ["left", "left"],
            ["center", "in the middle"],
            ["right", "right"],
          ]}
          onChoose={(align) => change({ align })}
        />
      </div>
      <div className="row-line mt-2 small">
        <Form.Check
          type="switch"
          id={`${id}-inverted`}
          label="dark on lit"
          checked={scene.inverted}
          onChange={(event) => change({ inverted: event.target.checked })}
        />
        {(scene.motion === "left" || scene.motion === "right") && (
          <Form.Check
            type="switch"
            id={`${id}-seamless`}
            label="follows itself without a dark display between"
            checked={scene.seamless}
            onChange={(event) => change({ seamless: event.target.checked })}
          />
        )}
      </div>
      <Reading at={at} scene={scene} onStep={(ms) => change({ step: ms })} />
    </section>
  );
}

const plainNumber = (value: number, digits: number): string => String(Number(value.toPrecision(digits)));

/** Characters the font does not have, with what is shown for each. */
function Missing({ scene }: { scene: TextScene }) {
  const model = useModel();
  const grid = gridOf(model)!;
  const font = fontById(model.rig, scene.font);
  const { laid } = useMemo(
    () => sceneFrames(scene, grid.width, grid.height, font),
    [scene, grid.width, grid.height, font],
  );
  const standIns = laid?.standIns ?? [];
  if (standIns.length === 0) return null;
  return (
    <p className="small mb-0 mt-1" role="status">
      <SeverityMark
        severity={standIns.some(({ shown }) => shown === undefined) ? "caution" : "note"}
        text={`“${font.name.split(",")[0]}” lacks ${standIns.length} character${standIns.length === 1 ? "" : "s"}.`}
      />{" "}
      {standIns.slice(0, 12).map(({ character, shown }) => (
        <span key={character} className="stand-in">
          <span className="mono">{character}</span> {shown === undefined ? "a box" : "as "}
          {shown !== undefined && <span className="mono">{shown}</span>}
        </span>
      ))}
    </p>
  );
}

/** Whether it can be read: speed, time a letter is seen, somebody who walks past, and the scan it has to keep time with. */
function Reading({
  at,
  scene,
  onStep,
}: {
  readonly at: number;
  readonly scene: TextScene;
  readonly onStep: (ms: number) => void;
}) {
  const model = useModel();
  const grid = gridOf(model)!;
  const [walk, setWalk] = useState(2);
  const [pitch, setPitch] = useState(4);
  const font = fontById(model.rig, scene.font);
  const frames = useMemo(
    () => sceneFrames(scene, grid.width, grid.height, font),
    [scene, grid.width, grid.height, font],
  );
  const pace = useAtDesk((desk) => desk.signSpeed());
  const { step, late } = pace?.scenes[at] ?? {};
  const lasts = step?.lasts ?? scene.step;
  const reading = readingTime(scene, frames, grid.width, lasts);
  const scans = scanningChip(model) !== undefined;
  const turn = pace?.turn;
  const beat = turn === undefined ? undefined : beatOf(scene.step, turn);
  const tearing = tearingOf(pace?.sending ?? 0, lasts);
  const stepped = STEP_OF[scene.motion] !== undefined;
  return (
    <div className="frames-reading">
      {pace && late && step && (
        <p className="small mb-1">
          <SeverityMark
            severity="caution"
            text={`A step takes ${formatQuantity(step.lasts / 1000, "s", 3)}, not ${formatQuantity(step.asked / 1000, "s", 3)}:`}
          />{" "}
          drawing a frame and sending it takes up to {formatNanoseconds(Math.round(pace.most), 3)}. Write to
          the ports directly, use the board&apos;s own bus unit, hang fewer modules on the chain, or{" "}
          <button
            type="button"
            className="plain-button text-decoration-underline"
            onClick={() => onStep(Math.ceil(pace.most / 1e6))}
          >
            ask for {Math.ceil(pace.most / 1e6)} ms
          </button>
          .
        </p>
      )}
      {reading && (
        <ul className="plain-list small mb-0">
          <li>
            <strong>{plainNumber(reading.lettersPerSecond, 2)} letters a second</strong>,{" "}
            {plainNumber(reading.speed, 3)} columns: <Verdict verdict={reading.verdict} />
          </li>
          <li>
            Each letter is whole for <strong>{formatQuantity(reading.dwell / 1000, "s", 2)}</strong>; the line
            takes <strong>{formatQuantity(reading.line / 1000, "s", 3)}</strong>
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
      {stepped && scans && pace && (
        <p className="small mb-0 mt-1">
          {tearing.noticed ? (
            <>
              <SeverityMark
                severity="caution"
                text={`Torn for ${formatNanoseconds(Math.round(tearing.time), 3)} of every step:`}
              />{" "}
              so long the rows are rewritten one after the other, and moving letters look slanted.
            </>
          ) : (
            <>
              The rows are rewritten one after the other within{" "}
              {formatNanoseconds(Math.round(tearing.time), 3)}: so long a step is seen torn, which is hardly
              noticed.
            </>
          )}
        </p>
      )}
      {stepped && beat && turn !== undefined && (
        <p className="small mb-0 mt-1">
          {beat.unevenness < 0.005 ? (
            <SeverityMark severity="good" text={`Every step lasts ${beat.least} turns of the scan: even.`} />
          ) : (
            <>
              <SeverityMark
                severity={beat.unevenness > 0.2 ? "caution" : "note"}
                text={`Steps last ${beat.least} or ${beat.most} turns of the scan: ${Math.round(beat.unevenness * 100)} % uneven.`}
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
      )}
    </div>
  );
}

function Verdict({ verdict }: { verdict: "slow" | "comfortable" | "hurried" | "blurs" }) {
  switch (verdict) {
    case "slow":
      return <SeverityMark severity="note" text="slow: people lose the word" />;
    case "comfortable":
      return <SeverityMark severity="good" text="reads comfortably" />;
    case "hurried":
      return <SeverityMark severity="caution" text="hurried: 15 letters a second is the most" />;
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

function Passer({ pace, pitch, onPace, onPitch, sees }: PasserProps) {
  return (
    <li className="passer">
      <span>
        A passer-by sees <strong>{sees.letters} letters</strong>: the dots are told apart from about{" "}
        {plainNumber(sees.distance, 2)} m on, for {formatQuantity(sees.time, "s", 2)}
      </span>
      <span className="field-row">
        <CommitField label="m/s" shown={String(pace)} read={positive(40)} onCommit={onPace} width={64} />
        <CommitField
          label="mm a dot"
          shown={String(pitch)}
          read={positive(200)}
          onCommit={onPitch}
          width={72}
        />
      </span>
    </li>
  );
}
