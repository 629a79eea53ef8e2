import Link from "next/link";
import { useId, useState } from "react";
import type { Finding } from "@/core/check";
import { formatMilliamps, formatQuantity } from "@/core/quantity";
import { LIMITS } from "@/core/rig";
import type { Hop } from "@/core/trail";
import {
  editRig,
  holdState,
  pickPip,
  runCompiled,
  runsCompiled,
  useFindings,
  useLateScene,
  useOpenRig,
  useRig,
  useTrail,
} from "@/store";
import { stationFor } from "../registry";
import {
  SelectField,
  FindingsCount,
  IconButton,
  PipLogo,
  RigFace,
  SeverityMark,
  SpokenFace,
  TrailList,
  fetched,
  type SimulationView,
  StationLink,
} from "@/ui";

const FindingsDialog = fetched("The list", () =>
  import("./findings-dialog").then((module) => module.FindingsDialog),
);

const Hands = fetched("The controls", () => import("./hands").then((module) => module.Hands));

const SPEEDS = [0.0001, 0.01, 0.1, 1, 4, 20];

interface Props {
  readonly simulation: SimulationView;
  readonly onGo: (hop: Hop) => void;
  readonly onShow: (finding: Finding) => void;
  readonly onGrow: () => void;
}

/** The column that is always there: the face, its controls, the trail of the picked pip, what was found. */
export function RigSide({ simulation, onGo, onShow, onGrow }: Props) {
  const hops = useTrail();
  const live = useOpenRig(({ rig, compiled }) => rig?.live !== undefined || compiled !== undefined);
  return (
    <aside className="rig-side" aria-label="Face and trail">
      <RigHead />
      <SideFace simulation={simulation} onGrow={onGrow} />
      {live && <Hands simulation={simulation} />}
      <SideTrail hops={hops} simulation={simulation} onGo={onGo} />
      <SideFindings onShow={onShow} />
    </aside>
  );
}

/** The trail; on a phone, where the station needs the room, it is folded until it is asked for. */
function SideTrail({
  hops,
  simulation,
  onGo,
}: {
  hops: readonly Hop[];
  simulation: SimulationView;
  onGo: (hop: Hop) => void;
}) {
  const compiled = useOpenRig(runsCompiled);
  const [open, setOpen] = useState(false);
  const id = useId();
  return (
    <>
      <button
        type="button"
        className="plain-button trail-fold"
        aria-expanded={open}
        aria-controls={id}
        onClick={() => setOpen(!open)}
      >
        <span>
          Trail of <strong>{hops[0]?.title ?? "the picked pip"}</strong>
        </span>
        <i className={`bi bi-chevron-${open ? "up" : "down"} quiet`} aria-hidden />
      </button>
      <div id={id} className={open ? "trail-room is-open" : "trail-room"}>
        {compiled && <MeasuredLight simulation={simulation} />}
        <TrailList hops={hops} leadsTo={({ topic }) => stationFor(topic).title} onGo={onGo} />
      </div>
    </>
  );
}

/** What a compiled program makes of the picked LED, as it is measured on the face. */
function MeasuredLight({ simulation: { shape, face } }: { simulation: SimulationView }) {
  const pick = useOpenRig((state) => state.pick);
  const at = pick && shape ? shape.pips.indexOf(pick) : -1;
  if (at < 0 || !face) return null;
  const mean = face.currents[at] ?? 0;
  const now = mean > 0 ? `${formatMilliamps(mean)} on average now` : "Dark now";
  return (
    <p className="trail-measured small">
      {face.unknown[at]
        ? "Whether the compiled program lights it now cannot be predicted."
        : `${now}, measured on the compiled program.`}
    </p>
  );
}

/** The name is a draft until the field is left: an empty one would leave the shelf without a word to go by. */
function RigHead() {
  const rig = useRig();
  const saved = useOpenRig((state) => (state.gone ? "failed" : state.saved));
  const [draft, setDraft] = useState<string>();
  const commit = () => {
    const name = draft?.trim();
    if (name && name !== rig.name) editRig((before) => ({ ...before, name }));
    setDraft(undefined);
  };
  const says = {
    saved: "Saved in this browser",
    saving: "Saving…",
    slow: "Still saving…",
    failed: "Not saved",
  };
  const icons = {
    saved: "bi-check2",
    saving: "bi-three-dots",
    slow: "bi-hourglass-split",
    failed: "bi-exclamation-octagon-fill",
  };
  return (
    <div className="rig-head">
      <Link href="/" aria-label="Back to the shelf" title="Shelf" onClick={commit}>
        <PipLogo />
      </Link>
      <input
        className="rig-name"
        aria-label="Name of the rig"
        value={draft ?? rig.name}
        maxLength={LIMITS.name}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
      <span
        className={saved === "failed" ? "severity-fault" : "quiet"}
        title={says[saved]}
        role="status"
        aria-label={says[saved]}
      >
        <i className={`bi ${icons[saved]}`} aria-hidden />
      </span>
    </div>
  );
}

/** The face is drawn without the simulation: it comes from its worker as numbers, and the last one stands until the next. */
function SideFace({ simulation, onGrow }: { simulation: SimulationView; onGrow: () => void }) {
  const pick = useOpenRig((state) => state.pick);
  const held = useOpenRig((state) => state.held);
  const compiled = useOpenRig(runsCompiled);
  const { shape, face, running, speed } = simulation;
  const reads = face?.reads ?? "starting";
  return (
    <div className="rig-face">
      <SpokenFace reads={face?.reads} />
      <div className="lens side-lens">
        <RigFace
          shape={shape}
          face={face}
          pick={pick}
          onPick={pickPip}
          height="var(--side-face)"
          label={`Face: ${reads}`}
        />
        <button
          type="button"
          className="plain-button lens-grow"
          onClick={onGrow}
          aria-label="Enlarge the face"
          title="Enlarge (F)"
        >
          <i className="bi bi-arrows-angle-expand" aria-hidden />
        </button>
        {held && (
          <button type="button" className="plain-button lens-says" onClick={() => holdState(undefined)}>
            one state held · <u>back to the show</u>
          </button>
        )}
        {!held && compiled && (
          <button type="button" className="plain-button lens-says" onClick={() => runCompiled(undefined)}>
            compiled program runs · <u>back to the rig’s own</u>
          </button>
        )}
        {!held && !compiled && reads === "unknown" && <span className="lens-says">unknown at power-up</span>}
      </div>
      <div className="face-controls">
        <IconButton
          variant="primary"
          icon={running ? "bi-pause-fill" : "bi-play-fill"}
          label={running ? "Pause" : "Run"}
          title={`${running ? "Pause" : "Run"} (Space)`}
          onClick={() => simulation.setRunning(!running)}
        />
        <IconButton
          variant="plain"
          icon="bi-skip-end"
          label="Step to the next change"
          title="Next change (.)"
          onClick={simulation.step}
        />
        <IconButton
          variant="plain"
          icon="bi-power"
          label="Start again from power-up"
          onClick={simulation.restart}
        />
        <SelectField
          label="Speed"
          labelled="heard"
          title="Speed against real time"
          size="sm"
          width={92}
          value={speed}
          options={SPEEDS.map((one) => [one, one >= 1 ? `${one} ×` : `1/${Math.round(1 / one)} ×`] as const)}
          onChoose={simulation.setSpeed}
        />
        <span className="face-time" role="timer" aria-label="Simulated time">
          {face?.ended ? "ended" : formatQuantity(Math.floor((face?.time ?? 0) / 1e8) / 10, "s", 5)}
        </span>
      </div>
      <LatePace />
    </div>
  );
}

/** Where the board does not keep up with a sign's steps: how long they really take. */
function LatePace() {
  const { id } = useRig();
  const late = useLateScene();
  if (!late) return null;
  const step = late.step ?? { asked: late.asked, lasts: late.lasts };
  const says = (ms: number) => formatQuantity(ms / 1000, "s", 3);
  return (
    <StationLink href={`/rig/${id}/frames`} className="face-pace tiny">
      <SeverityMark
        severity="caution"
        text={`${late.step ? "a step takes" : "the pictures take"} ${says(step.lasts)}, not ${says(step.asked)}`}
      />
    </StationLink>
  );
}

/** A count of what was found; while it is being looked for it never says that there is nothing. */
function SideFindings({ onShow }: { onShow: (finding: Finding) => void }) {
  const { findings, checking, failed } = useFindings();
  const [open, setOpen] = useState(false);
  return (
    <div className="side-findings">
      <button
        type="button"
        className="plain-button w-100 spread"
        onClick={() => setOpen(true)}
        aria-haspopup="dialog"
      >
        <FindingsCount findings={findings} checking={checking} failed={failed} />
        <i className="bi bi-chevron-up quiet" aria-hidden />
      </button>
      {open && <FindingsDialog onShow={onShow} onClose={() => setOpen(false)} />}
    </div>
  );
}
