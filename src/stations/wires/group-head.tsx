import { useMemo } from "react";
import { useRig } from "@/store";

/** What is ticked now: a tick is seen at once, whatever the drawing is still at. */
export function useTicked() {
  const { wires, units } = useRig();
  return useMemo(
    () => ({
      wires: new Set(wires.filter(({ placed }) => placed).map(({ id }) => id)),
      units: new Set(units.filter(({ placed }) => placed).map(({ ref }) => ref)),
    }),
    [wires, units],
  );
}

interface HeadProps {
  readonly title: string;
  readonly placed: number;
  readonly count: number;
  readonly onAll: (placed: boolean) => void;
}

/** The head of a group of steps: how many are done, and the way to tick them all or none. */
export function GroupHead({ title, placed, count, onAll }: HeadProps) {
  return (
    <h3 className="wire-group">
      {title}
      <span className="quiet ms-auto fw-normal">
        {placed} of {count}
      </span>
      <button
        type="button"
        className="plain-button text-decoration-underline quiet fw-normal"
        onClick={() => onAll(placed < count)}
      >
        {placed < count ? "tick all" : "clear"}
      </button>
    </h3>
  );
}
