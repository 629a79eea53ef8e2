"use client";
import { useRouter } from "next/navigation";
import { useEffect, useEffectEvent, useState, type ReactNode } from "react";
import { fileKindOf, type FileKind } from "@/core/file-kind";
import { refuse } from "@/store";
import { headOf, useRigFiles } from "./rig-files";

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
  const dropped = async (file: File) => {
    const kind: FileKind | undefined = fileKindOf(file.name, await headOf(file));
    if (kind === "rig") return importRig(file);
    if (kind === "backup") return restore(file);
    // What knows of open rigs comes with the first file: every page is around this one.
    if (kind) return (await import("./give")).give(kind, file, (href) => router.push(href));
    refuse(
      `“${file.name}” was not opened`,
      "It is no file this application knows. It takes rigs (.pip.json), back-ups (.zip), captures (.vcd, .csv), compiled programs (.hex, .elf), byte tables (source text), fonts (.bdf) and pictures (.png, .gif, .pbm, .pgm).",
    );
  };
  return { dropped, dialog };
}
