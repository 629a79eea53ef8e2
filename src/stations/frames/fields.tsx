import { LIMITS } from "@/core/rig";
import { WholeField } from "@/ui";

interface Props {
  readonly repeat: number;
  readonly onRepeat: (repeat: number) => void;
}

/** How often a scene is shown before the next. */
export function RepeatField({ repeat, onRepeat }: Props) {
  return <WholeField label="Repeats" value={repeat} range={LIMITS.repeat} onCommit={onRepeat} width={64} />;
}
