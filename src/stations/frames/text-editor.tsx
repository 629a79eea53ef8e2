import { useId, useMemo } from "react";
import Form from "react-bootstrap/Form";
import { gridOf } from "@/core/address";
import {
  MOTIONS,
  sceneFrames,
  type DotFont,
  type Motion,
  type SceneFrames,
  type TextScene,
} from "@/core/dots";
import { LIMITS, fontById, fontsOf } from "@/core/rig";
import { editScene, useModel } from "@/store";
import { CommitField, QuantityField, SelectField, SeverityMark, WholeField } from "@/ui";
import { RepeatField } from "./fields";
import { STEP_OF } from "./motions";
import { TextReading } from "./text-reading";

const MOTION_SAYS: Readonly<Record<Motion, string>> = {
  left: "scroll left",
  right: "scroll right",
  up: "rise, pause, leave",
  down: "drop in, pause, leave",
  hold: "stand still",
  blink: "blinks",
  wipe: "wipe from the left",
  type: "type letter by letter",
  bounce: "slide to the end and back",
  lines: "one line after another",
};

const RESTS: readonly Motion[] = ["up", "down", "hold", "wipe", "type", "bounce", "lines"];

interface Props {
  readonly at: number;
  readonly scene: TextScene;
}

/** A text: its words, its font, how it comes and goes, and whether it can be read. */
export function TextEditor({ at, scene }: Props) {
  const model = useModel();
  const { rig } = model;
  const grid = gridOf(model)!;
  const font = fontById(rig, scene.font);
  const frames = useMemo(
    () => sceneFrames(scene, grid.width, grid.height, font),
    [scene, grid.width, grid.height, font],
  );
  const id = useId();
  const change = (values: Partial<TextScene>, gesture?: string) =>
    editScene(at, { ...scene, ...values }, gesture);
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
      <Missing font={font} standIns={frames.laid?.standIns ?? []} />
      <div className="field-row mt-2">
        <SelectField
          label="Font"
          value={scene.font}
          options={fontsOf(rig).map((one) => [one.id, one.name] as const)}
          onChoose={(chosen) => change({ font: chosen })}
        />
        <SelectField
          label="Motion"
          value={scene.motion}
          options={MOTIONS.map((motion) => [motion, MOTION_SAYS[motion]] as const)}
          onChoose={(motion) => change({ motion })}
        />
      </div>
      <div className="field-row mt-2">
        {(step || scene.motion === "blink") && (
          <QuantityField
            label={step ? `Time per ${step}` : "On and off time"}
            unit="s"
            value={scene.step / 1000}
            range={[LIMITS.step[0] / 1000, LIMITS.step[1] / 1000]}
            onCommit={(seconds) => change({ step: Math.max(LIMITS.step[0], Math.round(seconds * 1000)) })}
            width={104}
          />
        )}
        {step && (
          <CommitField
            label={`${step.charAt(0).toUpperCase()}${step.slice(1)}s per second`}
            shown={String(Number((1000 / scene.step).toPrecision(4)))}
            read={(text) => {
              const value = Number(text.replace(",", "."));
              return value >= 1000 / LIMITS.step[1] && value <= 1000 / LIMITS.step[0]
                ? { ok: true as const, value }
                : { ok: false as const, message: `up to ${1000 / LIMITS.step[0]}` };
            }}
            onCommit={(rate) => change({ step: Math.max(LIMITS.step[0], Math.round(1000 / rate)) })}
            width={136}
          />
        )}
        {RESTS.includes(scene.motion) && (
          <QuantityField
            label={scene.motion === "hold" || scene.motion === "lines" ? "Time each" : "Pause"}
            unit="s"
            value={scene.pause / 1000}
            range={[0, LIMITS.pause[1] / 1000]}
            onCommit={(seconds) => change({ pause: Math.round(seconds * 1000) })}
            width={92}
          />
        )}
        <RepeatField repeat={scene.repeat} onRepeat={(repeat) => change({ repeat })} />
        <WholeField
          label="Letter spacing, columns"
          value={scene.gap}
          range={LIMITS.gap}
          onCommit={(gap) => change({ gap })}
          width={152}
        />
        <SelectField
          label="Alignment"
          value={scene.align}
          options={[
            ["left", "left"],
            ["center", "centre"],
            ["right", "right"],
          ]}
          onChoose={(align) => change({ align })}
        />
      </div>
      <div className="row-line mt-2 small">
        <Form.Check
          type="switch"
          id={`${id}-inverted`}
          label="Inverted (dark on lit)"
          checked={scene.inverted}
          onChange={(event) => change({ inverted: event.target.checked })}
        />
        {(scene.motion === "left" || scene.motion === "right") && (
          <Form.Check
            type="switch"
            id={`${id}-seamless`}
            label="Loop without a blank gap"
            checked={scene.seamless}
            onChange={(event) => change({ seamless: event.target.checked })}
          />
        )}
      </div>
      <TextReading at={at} scene={scene} frames={frames} font={font} onStep={(ms) => change({ step: ms })} />
    </section>
  );
}

/** Characters the font does not have, with what is shown for each. */
function Missing({
  font,
  standIns,
}: {
  font: DotFont;
  standIns: NonNullable<SceneFrames["laid"]>["standIns"];
}) {
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
