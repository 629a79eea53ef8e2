import { useMemo } from "react";
import type { RigModel } from "@/core/address";
import type { Shown } from "@/core/sim";
import { DigitRow, faceDigits, litSegments } from "@/ui";

interface Props {
  readonly model: RigModel;
  /** What each digit shows; dark where there is no entry. */
  readonly shown: readonly Shown[];
  readonly height: number;
  readonly label: string;
}

/** What the display shows at a moment one looks at, behind its lens. */
export function ShownFace({ model, shown, height, label }: Props) {
  const digits = useMemo(() => faceDigits(model, undefined), [model]);
  return (
    <div className="lens chip-face">
      <DigitRow
        colour={model.display.led?.colour ?? "red"}
        digits={digits.map(({ key, has }, place) => ({
          key,
          has,
          lights: litSegments(shown[place]?.segments ?? [], shown[place]?.unknown),
        }))}
        height={height}
        label={label}
      />
    </div>
  );
}
