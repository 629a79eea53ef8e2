import { safeFileName } from "@/core/foreign";
import { useJustAtDesk, usePreferences, useRig } from "@/store";
import { DownloadButton } from "@/ui";
import type { HeldFor } from "@/workers";

/** The sketch that holds the rig while one looks or measures, where it matters what runs. */
export function HeldSketch({ held, name }: { held: HeldFor; name: string }) {
  const rig = useRig();
  const legNames = usePreferences((state) => state.legNames);
  const sketch = useJustAtDesk(rig, (desk) => desk.benchSketch(held, legNames), [held, legNames]);
  return sketch ? (
    <DownloadButton text={() => sketch.text} name={safeFileName(`${rig.name} ${name}`, sketch.ending)}>
      Its sketch
    </DownloadButton>
  ) : null;
}
