import { useState } from "react";
import { safeFileName } from "@/core/foreign";
import { formatNanoseconds } from "@/core/quantity";
import type { Rig } from "@/core/rig";
import type { ModulePicture } from "@/core/trace";
import { DownloadButton, FileButton, Progress, useJob } from "@/ui";
import type { Shown } from "./use-finder";
import type { Probe } from "./use-probe";

interface SourceProps {
  readonly rig: Rig;
  readonly asked: number;
  readonly captured: Shown | undefined;
  readonly probe: Probe;
  readonly onCapture: (shown: Shown) => void;
}

/** Where the picture comes from: a sketch that sends it, or a capture of what the board sends already. */
export function Source({ rig, asked, captured, probe, onCapture }: SourceProps) {
  const { run, progress, cancel } = useJob();
  const [refused, setRefused] = useState<string>();
  const read = (file: File) => {
    setRefused(undefined);
    run(
      (planner, report): Promise<ModulePicture> => planner.modulePicture(rig, file, report),
      (result) => {
        if (!result.ok) return setRefused(`${file.name}: ${result.message}`);
        onCapture({ module: result.module, picture: result.picture, at: result.at });
      },
    );
  };
  return (
    <>
      <div className="spread mb-2 flex-wrap">
        <p className="small mb-0 finder-says">
          {captured
            ? `In the capture, ${formatNanoseconds(Math.round(captured.at ?? 0), 3)} from its beginning, module ${asked + 1} of the chain shows one of these.`
            : `The rig shows one picture on module ${asked + 1} of the chain, counted from the controller. Load this sketch and look at your table; or read a capture of what your board sends already.`}
        </p>
        <span className="row-line">
          <DownloadButton name={safeFileName(`${rig.name} probe`, probe.ending)} text={probe.text}>
            Sketch that shows it
          </DownloadButton>
          <FileButton accept=".vcd,.csv" onFile={read}>
            Capture
          </FileButton>
          {progress !== undefined && (
            <Progress share={progress} label="Reading the capture" onStop={cancel} />
          )}
        </span>
      </div>
      {refused && (
        <p className="severity-fault small mb-2" role="alert">
          {refused}
        </p>
      )}
    </>
  );
}
