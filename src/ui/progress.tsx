import type { PlannerView } from "./use-planner";

/** How far work is that is kept up to date: with the way to stop it, and once it was stopped, to start it again. */
export function PlannerProgress({ work, label }: { work: PlannerView<unknown>; label: string }) {
  const { progress, stopped, cancel, again } = work;
  if (progress !== undefined) return <Progress share={progress} label={label} onStop={cancel} />;
  if (!stopped) return null;
  return (
    <span className="row-line">
      <span className="quiet">Stopped.</span>
      <button type="button" className="btn btn-plain btn-sm" onClick={again}>
        Run it again
      </button>
    </span>
  );
}

/** How far long work is, with the way to stop it. */
export function Progress({ share, label, onStop }: { share: number; label: string; onStop: () => void }) {
  const percent = Math.round(share * 100);
  return (
    <span className="row-line">
      <span
        className="meter-track progress-track"
        role="progressbar"
        aria-label={label}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={percent}
      >
        <span className="meter-fill meter-good" style={{ width: `${percent}%` }} />
      </span>
      <button type="button" className="btn btn-plain btn-sm" onClick={onStop}>
        Stop
      </button>
    </span>
  );
}
