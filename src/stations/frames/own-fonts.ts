import { useState } from "react";
import {
  BDF_LIMITS,
  fittingFont,
  type DotFont,
  type FontCounts,
  type FontProblem,
  type ReadFont,
} from "@/core/dots";
import { LIMITS } from "@/core/rig";
import { editSign, freeFontId, keepFont, say, useRig } from "@/store";
import { useJob } from "@/ui";

/** What became of a font file's characters. */
function countsOf({ read, taken, left, repeated }: FontCounts): string {
  const number = (count: number) => count.toLocaleString("en");
  return [
    taken === read ? `${number(taken)} characters` : `${number(taken)} of ${number(read)} characters`,
    ...(left > 0 ? [`${number(left)} left out`] : []),
    ...(repeated > 0 ? [`${number(repeated)} there twice`] : []),
  ].join(", ");
}

const atNoLine = (message: string): readonly FontProblem[] => [{ line: 0, message }];

/**
 * The rig's own fonts: read from a file, copied from another to draw in, taken out. What cannot be done, and what was
 * skipped in a file, is told of (`told`); `onFont` hears which font there is to look at then.
 */
export function useOwnFonts(onFont: (id: string) => void) {
  const rig = useRig();
  const [told, setTold] = useState<readonly FontProblem[]>([]);
  const { run, progress, cancel } = useJob();
  const own = rig.sign?.fonts ?? {};
  const full = () => {
    if (Object.keys(own).length < LIMITS.fonts) return false;
    setTold(atNoLine(`A rig keeps at most ${LIMITS.fonts} fonts: take one out first`));
    return true;
  };
  const take = (read: ReadFont, fileName: string) => {
    if (!read.ok) return setTold(read.problems);
    setTold(read.skipped);
    const id = freeFontId(own);
    const kept = fittingFont({ ...read.font, name: read.font.name || fileName }, LIMITS.fontBytes);
    keepFont(id, kept);
    onFont(id);
    const [all, some] = [read.font.glyphs.size, kept.glyphs.size];
    say({
      text:
        all === some
          ? `${kept.name} taken in: ${countsOf(read.counts)}`
          : `${kept.name} is larger than a rig keeps: the first ${some.toLocaleString("en")} of its ${all.toLocaleString("en")} characters are added, in the order of their codes`,
    });
  };
  return {
    told,
    progress,
    cancel,
    readFile: (file: File) => {
      if (full()) return;
      if (file.size > BDF_LIMITS.bytes)
        return setTold(
          atNoLine(
            `${file.name} is ${(file.size / 1048576).toFixed(1)} MiB; a font file is at most ${BDF_LIMITS.bytes / 1048576} MiB`,
          ),
        );
      run(
        (planner): Promise<ReadFont> => planner.font(file, "own"),
        (read) => take(read, file.name),
      );
    },
    copyToEdit: (font: DotFont) => {
      if (full()) return;
      const id = freeFontId(own);
      keepFont(id, { ...font, id, name: `${font.name.split(",")[0]}, mine` });
      onFont(id);
    },
    takeOut: (font: DotFont) => {
      const used = rig.sign!.scenes.some((scene) => scene.kind === "text" && scene.font === font.id);
      if (used || rig.live?.sign?.font === font.id)
        return setTold(atNoLine(`${font.name} is used by a text: give that another font first`));
      editSign((sign) => {
        const { [font.id]: _, ...rest } = sign.fonts;
        return { ...sign, fonts: rest };
      });
      onFont("even");
    },
  };
}
