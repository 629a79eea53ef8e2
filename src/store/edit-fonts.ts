import { writeBdf, type DotFont } from "@/core/dots";
import { LIMITS } from "@/core/rig";
import { editSign } from "./edit-sign";
import { refuse } from "./refusals";

/** An id no font of the rig has yet. */
export const freeFontId = (fonts: Readonly<Record<string, string>>): string => {
  for (let at = 1; ; at += 1) if (!(`own-${at}` in fonts)) return `own-${at}`;
};

/** Keeps a font of one's own in the rig. @returns whether it was kept: one too large is refused */
export function keepFont(id: string, font: DotFont): boolean {
  const text = writeBdf(font);
  if (text.length > LIMITS.fontBytes) {
    refuse(
      `${font.name} was not kept`,
      `It takes ${(text.length / 1048576).toFixed(1)} MiB as a file, and a rig keeps at most ${LIMITS.fontBytes / 1048576} MiB.`,
    );
    return false;
  }
  editSign((sign) => ({ ...sign, fonts: { ...sign.fonts, [id]: text } }));
  return true;
}
