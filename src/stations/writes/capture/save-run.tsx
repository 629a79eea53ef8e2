import { useState } from "react";
import { safeFileName } from "@/core/foreign";
import { LONGEST_RUN, csvOf, vcdOf } from "@/core/trace";
import { useRig } from "@/store";
import { DownloadButton, QuantityField } from "@/ui";

/** The rig's own run as a file that any reader of captures opens. */
export function SaveRun() {
  const rig = useRig();
  const [seconds, setSeconds] = useState(3);
  return (
    <span className="row-line flex-wrap align-items-end">
      <QuantityField
        label="A run of the rig for"
        unit="s"
        value={seconds}
        range={[0.001, LONGEST_RUN / 1e9]}
        onCommit={setSeconds}
        width={90}
      />
      <DownloadButton
        text={() => [...vcdOf(rig, seconds * 1e9)].join("")}
        name={safeFileName(rig.name, ".vcd")}
      >
        VCD
      </DownloadButton>
      <DownloadButton
        text={() => [...csvOf(rig, seconds * 1e9)].join("")}
        name={safeFileName(rig.name, ".csv")}
      >
        CSV
      </DownloadButton>
    </span>
  );
}
