import { useMemo } from "react";
import { gridOf, moduleBoxes, type RigModel } from "@/core/address";
import { pipId, type PipId } from "@/core/rig";
import { faceShape, type Shown } from "@/core/sim";
import { DigitRow, DotFace, faceDigits, litSegments } from "@/ui";

interface Props {
  readonly model: RigModel;
  /** What each digit shows; dark where there is no entry. */
  readonly shown: readonly Shown[];
  readonly height: number;
  readonly label: string;
}

/** Dots that are lit, and those nobody can tell: for these there is an entry without a level. */
function dotLights(model: RigModel, shown: readonly Shown[]) {
  const lights = new Map<PipId, number | undefined>();
  shown.forEach(({ segments, unknown }, at) => {
    const id = model.digits[at];
    if (!id) return;
    for (const name of segments) lights.set(pipId(id.unit, id.digit, name), 1);
    for (const name of unknown) lights.set(pipId(id.unit, id.digit, name), undefined);
  });
  return lights;
}

/** What the display shows at a moment one looks at, behind its lens. */
export function ShownFace({ model, shown, height, label }: Props) {
  const digits = useMemo(() => faceDigits(faceShape(model), undefined), [model]);
  const grid = gridOf(model);
  const lights = useMemo(() => dotLights(model, shown), [model, shown]);
  if (grid)
    return (
      <div className="lens chip-face">
        <DotFace
          grid={grid}
          modules={moduleBoxes(model)}
          colour={model.display.led?.colour ?? "red"}
          levelAt={(index) => {
            const { pip } = model.addresses[index]!;
            return lights.has(pip) ? lights.get(pip) : 0;
          }}
          drawn={lights}
          height={height}
          label={label}
        />
      </div>
    );
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
