import type { Rig } from "@/core/rig";
import { keeper, refuse } from "@/store";
import { copyText } from "@/ui";

/** Copies a link that holds the whole rig; says how long it is, or why there is none. */
export async function copyRigLink(rig: Rig): Promise<void> {
  const packed = await keeper().packRig(rig);
  if (!packed.ok)
    return refuse(
      "This rig is too large for a link",
      `It takes ${packed.length.toLocaleString("en")} characters, and links are carried whole up to ${packed.most.toLocaleString("en")}. Export it as a .pip.json file instead.`,
    );
  const link = `${location.origin}/link#${packed.packed}`;
  await copyText(link, `Link to a copy of ${rig.name}, ${link.length.toLocaleString("en")} characters,`);
}
