"use client";
import { useRouter } from "next/navigation";
import { useEffect, useEffectEvent, useState, type ReactNode } from "react";
import { fileKindOf, type FileKind } from "@/core/file-kind";
import { handFile, refuse, say, useOpenRig, type GivenKind } from "@/store";
import { goInRig } from "@/ui";
import { headOf, useRigFiles } from "./rig-files";

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

const hasFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes("Files") ?? false;

/** Any file dropped anywhere goes where it belongs, with a word. */
export function DropAnywhere({ children }: { children: ReactNode }) {
  const { dropped, dialog } = useTaken();
  const [over, setOver] = useState(false);
  const take = useEffectEvent((file: File) => void dropped(file));
  useEffect(() => {
    const drag = (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault();
      setOver(true);
    };
    const leave = (event: DragEvent) => event.relatedTarget === null && setOver(false);
    const drop = (event: DragEvent) => {
      setOver(false);
      if (!hasFiles(event) || event.defaultPrevented) return;
      event.preventDefault();
      const file = event.dataTransfer?.files[0];
      if (file) take(file);
    };
    window.addEventListener("dragover", drag);
    window.addEventListener("dragleave", leave);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", drag);
      window.removeEventListener("dragleave", leave);
      window.removeEventListener("drop", drop);
    };
  }, []);
  return (
    <>
      {children}
      {over && (
        <div className="drop-says" aria-hidden>
          Drop it: rig, back-up, capture, compiled program, byte table, font or picture
        </div>
      )}
      {dialog}
    </>
  );
}

/** Takes a file in by its kind. */
function useTaken() {
  const router = useRouter();
  const { importRig, restore, dialog } = useRigFiles();
  const give = (kind: GivenKind, file: File) => {
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
      router.push(looked);
      say({ text: `“${file.name}” is ${says}: opened without a rig` });
    } else
      refuse(
        `“${file.name}” was not opened`,
        `It is ${says}, and needs ${wants}: open one, then drop it there.`,
      );
  };
  const dropped = async (file: File) => {
    const kind: FileKind | undefined = fileKindOf(file.name, await headOf(file));
    if (kind === "rig") return importRig(file);
    if (kind === "backup") return restore(file);
    if (kind) return give(kind, file);
    refuse(
      `“${file.name}” was not opened`,
      "It is no file this application knows. It takes rigs (.pip.json), back-ups (.zip), captures (.vcd, .csv), compiled programs (.hex, .elf), byte tables (source text), fonts (.bdf) and pictures (.png, .gif, .pbm, .pgm).",
    );
  };
  return { dropped, dialog };
}
