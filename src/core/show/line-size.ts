import { fontHeight, layLine } from "../dots";
import { fontById, type Rig } from "../rig";
import { signText, widestLine } from "./live-scenes";

/** Columns and rows a face takes at the most. */
export function lineSize(
  rig: Pick<Rig, "sign" | "live" | "plan">,
  template: string,
): { readonly columns: number; readonly rows: number } {
  const font = fontById(rig, signText(rig).font);
  const { ribbon } = layLine(widestLine(template, rig.live!), font);
  return { columns: ribbon.width, rows: fontHeight(font) };
}
