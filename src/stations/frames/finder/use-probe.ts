import { useEffect, useMemo } from "react";
import { gridOf, modelOf, pictureOf } from "@/core/address";
import { bitmapHex } from "@/core/dots";
import { probePicture } from "@/core/frames";
import { columnOf, isDot } from "@/core/glyph";
import { sketchText } from "@/core/program";
import { controllerById, splitPipId, type DotModule, type Rig } from "@/core/rig";
import { atDesk, holdState } from "@/store";

/** The sketch that shows the picture, printed when it is wanted. */
export interface Probe {
  readonly text: () => Promise<string>;
  readonly ending: ".ino" | ".v";
}

/** Holds the probe on a module of the face, and the sketch that shows the same on the table. */
export function useProbe(rig: Rig, modules: readonly DotModule[], at: number): Probe {
  const made = useMemo(() => {
    const model = modelOf(rig);
    const grid = gridOf(model)!;
    const probed = modules[at]!;
    const own = probePicture(probed);
    const picture = pictureOf(model, grid, (_, pip) => {
      const { unit, digit, segment } = splitPipId(pip);
      return (
        unit === probed.unit &&
        isDot(segment) &&
        own.dots[(digit - 1) * own.width + columnOf(segment) - 1] === 1
      );
    });
    const shown: Rig = {
      ...rig,
      name: `${rig.name}: which way round`,
      sign: {
        ...rig.sign!,
        scenes: [
          {
            kind: "pictures",
            name: "which way round",
            width: grid.width,
            height: grid.height,
            frames: [{ dots: bitmapHex(picture), time: 1000 }],
            repeat: 1,
          },
        ],
      },
    };
    return { picture, shown };
  }, [rig, modules, at]);
  useEffect(() => {
    holdState(made.picture);
    return () => holdState(undefined);
  }, [made]);
  return useMemo(
    () => ({
      text: async () => sketchText((await atDesk(made.shown).code("letters")).written?.lines ?? []),
      ending: controllerById(rig.plan.controller).flavour === "logic" ? ".v" : ".ino",
    }),
    [made, rig],
  );
}
