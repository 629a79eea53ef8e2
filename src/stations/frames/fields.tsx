import { LIMITS } from "@/core/rig";
import { CommitField } from "@/ui";

/** Reads a whole number within bounds. */
export const wholeNumber =
  ([least, most]: readonly [number, number]) =>
  (text: string): { ok: true; value: number } | { ok: false; message: string } => {
    const value = Number(text);
    return text.trim() !== "" && Number.isInteger(value) && value >= least && value <= most
      ? { ok: true, value }
      : { ok: false, message: `whole, ${least} to ${most}` };
  };

/** How often a scene is shown before the next. */
export function RepeatField({
  repeat,
  onRepeat,
}: {
  readonly repeat: number;
  readonly onRepeat: (repeat: number) => void;
}) {
  return (
    <CommitField
      label="Times"
      shown={String(repeat)}
      read={wholeNumber(LIMITS.repeat)}
      onCommit={onRepeat}
      width={64}
    />
  );
}
