import { LIMITS } from "@/core/rig";
import { editRig, useModel } from "@/store";
import { CommitField } from "@/ui";

/** Whole rounds; a name for the endless case. */
const readRounds = (text: string) => {
  if (/^(0|forever|endless)$/i.test(text.trim())) return { ok: true as const, value: 0 };
  const value = Number(text);
  return Number.isInteger(value) && value > 0 && value <= LIMITS.rounds[1]
    ? { ok: true as const, value }
    : { ok: false as const, message: "a whole number, or 0 for ever" };
};

/** How often the rig's show is gone through. */
export function RoundsField({ width }: { readonly width: number }) {
  const { rounds } = useModel().rig.show;
  return (
    <CommitField
      label="Rounds"
      shown={rounds === 0 ? "forever" : String(rounds)}
      read={readRounds}
      onCommit={(value) => editRig((rig) => ({ ...rig, show: { ...rig.show, rounds: value } }))}
      width={width}
    />
  );
}
