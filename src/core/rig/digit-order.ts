import type { Plan } from "./document";

/** Digits, or rows of dots, that one driver chip scans at most. */
export const MOST_ON_ONE_CHIP = 8;

type Ordered = Pick<Plan, "digits" | "digitOutputs">;

const onChip = ({ digits }: Pick<Plan, "digits">): number => Math.min(digits, MOST_ON_ONE_CHIP);

/** Whether a chip's first digit leg drives the rightmost of its digits. */
export const drivesLast = (plan: Ordered): boolean => plan.digitOutputs[0] === onChip(plan);

/** The digits of one chip on its legs in order, from the left or from the right; legs beyond them as they were. */
export function digitOrder(plan: Pick<Plan, "digits">, first: "leftmost" | "rightmost"): number[] {
  const used = onChip(plan);
  return Array.from({ length: MOST_ON_ONE_CHIP }, (_, at) =>
    at < used && first === "rightmost" ? used - at : at + 1,
  );
}
