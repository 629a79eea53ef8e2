import { useMemo, useState } from "react";
import Form from "react-bootstrap/Form";
import { gridOf, moduleBoxes } from "@/core/address";
import { litDots, type Bitmap } from "@/core/dots";
import { formatQuantity } from "@/core/quantity";
import { sceneTitle, signRun } from "@/core/show";
import { holdState, pickPip, useAtDesk, useModel, useOpenRig } from "@/store";
import { IconButton, PictureFace } from "@/ui";
import { RibbonView } from "./ribbon-view";

interface Props {
  readonly chosen: number;
  readonly onScene: (scene: number) => void;
}

/** The whole run: the picture at a moment, the text as a long ribbon with the display's window on it, and a scrubber. */
export function RunView({ chosen, onScene }: Props) {
  const model = useModel();
  // Its scenes, also while the sign reacts and shows something else.
  const rig = useMemo(() => ({ ...model.rig, live: undefined }), [model.rig]);
  const pick = useOpenRig((state) => state.pick);
  const grid = gridOf(model)!;
  const run = useMemo(() => signRun(rig, grid.width, grid.height), [rig, grid]);
  const [place, setPlace] = useState(0);
  const [onion, setOnion] = useState(false);
  const [shownFor, setShownFor] = useState<number>();
  const { frames } = run;
  // Another scene that is chosen is looked at from where it shows something.
  if (shownFor !== chosen) {
    setShownFor(chosen);
    const first = firstLit(frames, chosen);
    const there = frames[Math.min(place, frames.length - 1)]?.scene === chosen;
    if (first >= 0 && (shownFor === undefined || !there)) setPlace(first);
  }
  const at = Math.min(place, frames.length - 1);
  const frame = frames[at]!;
  const bitmap = useMemo(() => frame.bitmap(), [frame]);
  const next = useMemo(() => frames[(at + 1) % frames.length]!.bitmap(), [frames, at]);
  const go = (to: number) => {
    const there = ((to % frames.length) + frames.length) % frames.length;
    setPlace(there);
    if (frames[there]!.scene >= 0 && frames[there]!.scene !== chosen) {
      setShownFor(frames[there]!.scene);
      onScene(frames[there]!.scene);
    }
  };
  const speed = useAtDesk((desk) => desk.signSpeed());
  const times = useMemo(
    () => (speed?.times.length === frames.length ? speed.times : frames.map(({ time }) => time)),
    [speed, frames],
  );
  const moment = useMemo(() => times.slice(0, at).reduce((sum, time) => sum + time, 0), [times, at]);
  const whole = useMemo(() => times.reduce((sum, time) => sum + time, 0), [times]);
  const picked = model.addresses.findIndex(({ pip }) => pip === pick);
  const label = `Frame ${at + 1} of ${frames.length}, ${sceneTitle(rig, frame.scene)}`;
  return (
    <section className="sheet frames-run" aria-label="The run">
      <div className="lens frames-lens">
        <PictureFace
          bitmap={onion ? overlaid(bitmap, next) : bitmap}
          colour={model.display.led?.colour ?? "red"}
          modules={moduleBoxes(model)}
          pickedDot={picked < 0 ? undefined : grid.dotOf[picked]}
          onDot={(dot) => {
            const index = grid.at[dot]!;
            if (index >= 0) pickPip(model.addresses[index]!.pip);
          }}
          height={150}
          label={label}
        />
      </div>
      <div className="spread flex-wrap mt-2">
        <span className="small">
          <strong>
            Frame {at + 1} of {frames.length}
          </strong>
          , {formatQuantity(times[at]! / 1000, "s", 3)} · {formatQuantity(moment / 1000, "s", 4)} of{" "}
          {formatQuantity(whole / 1000, "s", 4)}
          {run.cut && <span className="severity-caution"> · the run is longer than a program holds</span>}
        </span>
        <span className="row-line">
          <Form.Check
            type="switch"
            id="frames-onion"
            className="small"
            label="next frame shown faintly"
            checked={onion}
            onChange={(event) => setOnion(event.target.checked)}
          />
          <IconButton
            variant="plain"
            icon="bi-chevron-left"
            label="Frame before"
            onClick={() => go(at - 1)}
          />
          <IconButton
            variant="plain"
            icon="bi-chevron-right"
            label="Frame after"
            onClick={() => go(at + 1)}
          />
          <button type="button" className="btn btn-plain btn-sm" onClick={() => holdState(bitmap)}>
            Hold it on the face
          </button>
        </span>
      </div>
      <Form.Range
        aria-label="Frame of the run"
        min={0}
        max={Math.max(0, frames.length - 1)}
        value={at}
        onChange={(event) => go(Number(event.target.value))}
      />
      <RibbonView frame={frame} grid={grid} colour={model.display.led?.colour ?? "red"} />
    </section>
  );
}

/** Frames of a scene that are looked at for one to begin with. */
const LOOKED = 240;

/** The first frame of a scene that shows nearly as much as any of them. */
function firstLit(frames: ReturnType<typeof signRun>["frames"], scene: number): number {
  const first = frames.findIndex((frame) => frame.scene === scene);
  if (first < 0) return -1;
  const own = frames.slice(first, first + LOOKED).filter((frame) => frame.scene === scene);
  const lit = own.map((frame) => litDots(frame.bitmap()));
  const most = Math.max(...lit);
  return first + lit.findIndex((count) => count >= most * 0.75);
}

/** A picture with what comes next behind it: 2 stands for a dot that only the next one has. */
const overlaid = (now: Bitmap, next: Bitmap): Bitmap => ({
  ...now,
  dots: now.dots.map((dot, at) => (dot ? 1 : next.dots[at] ? 2 : 0)),
});
