import type { Seen } from "@/core/find-out";
import { makeBitmap } from "@/core/dots";
import { SEGMENTS, type PipName } from "@/core/glyph";
import { asUnit, digitKey, matrixSize, splitDigitKey, type Plan } from "@/core/rig";
import { useModel } from "@/store";
import { DigitRow, PictureFace, litSegments } from "@/ui";

interface Props {
  readonly plan: Plan;
  readonly seen: Seen | undefined;
  readonly onSee: (seen: Seen) => void;
}

const HAS: ReadonlySet<PipName> = new Set<PipName>([...SEGMENTS, "colon"]);
/** The one display there is on the pad. */
const PAD = asUnit("DS1");

/** The module as it lies on the table, to be clicked where it lights. */
export function SeenPad({ plan, seen, onSee }: Props) {
  const colour = useModel().display.led?.colour ?? "red";
  const size = matrixSize(plan);
  const lit = typeof seen === "object" ? seen : undefined;
  if (size) {
    const columns = Math.min(8, size.columns);
    return (
      <div className="lens p-3 find-out-pad">
        <PictureFace
          bitmap={makeBitmap(
            columns,
            size.rows,
            (x, y) => lit?.digit === y + 1 && lit.segment === `c${x + 1}`,
          )}
          colour={colour}
          height={190}
          onDot={(dot) =>
            onSee({ digit: Math.floor(dot / columns) + 1, segment: `c${(dot % columns) + 1}` as PipName })
          }
          label="One block as you see it"
        />
      </div>
    );
  }
  const digits = Math.min(8, plan.bought?.digits ?? plan.digits);
  return (
    <div className="lens p-3 find-out-pad">
      <DigitRow
        colour={colour}
        digits={Array.from({ length: digits }, (_, at) => ({
          key: digitKey({ unit: PAD, digit: at + 1 }),
          lights: litSegments(lit?.digit === at + 1 ? [lit.segment] : []),
          has: HAS,
        }))}
        height={150}
        onPick={(key, segment) => onSee({ digit: splitDigitKey(key).digit, segment })}
        label="The module as you see it"
      />
    </div>
  );
}
