interface Props {
  readonly face: string;
  readonly label: string;
  readonly down: boolean;
  /** Read as pressed though nobody presses it. */
  readonly ghost?: boolean;
  readonly onToggle: () => void;
}

/** A key on screen: a click holds it down, another lets it go. */
export function KeyButton({ face, label, down, ghost, onToggle }: Props) {
  return (
    <button
      type="button"
      className={`key-cap${down ? " is-down" : ""}${ghost ? " is-ghost" : ""}`}
      aria-pressed={down}
      aria-label={ghost ? `${label}, read as pressed` : label}
      onClick={onToggle}
    >
      {face}
      {ghost && <span className="key-ghost">ghost</span>}
    </button>
  );
}
