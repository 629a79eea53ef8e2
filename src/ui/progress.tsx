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
