import { handFile, refuse, say, useOpenRig, type GivenKind } from "@/store";
import { goInRig } from "@/ui";

/** What a file of each kind is, and the station of a rig that takes it. */
const GOES: Readonly<Record<GivenKind, readonly [says: string, station: string, title: string]>> = {
  capture: ["a capture", "writes", "Writes"],
  firmware: ["a compiled program", "code", "Code"],
  table: ["source text", "code", "Code, as a byte table"],
  font: ["a font", "frames", "Frames"],
  picture: ["a picture", "frames", "Frames"],
};

/** Where a file goes with no rig open; what is left out needs one. */
const LOOKED_AT: Partial<Record<GivenKind, string>> = { capture: "/look/capture", table: "/look/table" };

/** Hands a file to the station that takes it, of the open rig or without one. @param push goes to an address */
export function give(kind: GivenKind, file: File, push: (href: string) => void): void {
  const { rig, loose } = useOpenRig.getState();
  const open = rig && !loose && location.pathname.startsWith(`/rig/${rig.id}`) ? rig : undefined;
  const [says, station, title] = GOES[kind];
  const wants = kind === "font" || kind === "picture" ? "a rig with a display of dots" : "a rig";
  const looked = LOOKED_AT[kind];
  if (open && (station !== "frames" || open.sign !== undefined)) {
    handFile(kind, file);
    goInRig(`/rig/${open.id}/${station}`);
    say({ text: `“${file.name}” is ${says}: opened on ${title}` });
  } else if (looked) {
    handFile(kind, file);
    push(looked);
    say({ text: `“${file.name}” is ${says}: opened without a rig` });
  } else
    refuse(
      `“${file.name}” was not opened`,
      `It is ${says}, and needs ${wants}: open one, then drop it there.`,
    );
}
