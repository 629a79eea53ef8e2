import "./compiled.css";
import type { KeptFirmware } from "@/core/rig";
import { editRig, runCompiled, say, refuse, useGivenFile, useOpenRig, useRig } from "@/store";
import { FileButton, PlannerProgress, useJob, usePlanner } from "@/ui";
import type { FirmwareReport, FirmwareTaken } from "@/workers";
import { Against } from "./against";
import { Cost } from "./cost";
import { ProgramSheet } from "./program-sheet";
import { Shown } from "./shown";
import { WithHands } from "./with-hands";

/** Seconds that are run to say what a program does. */
const LOOKED_AT = 6;

/** A compiled program of the maker's own on this rig: what it shows, what it does otherwise, what it costs. */
export function Compiled() {
  const { firmware } = useRig();
  const open = useOpenFile();
  useGivenFile("firmware", open);
  if (!firmware)
    return (
      <section className="sheet compiled-empty">
        <h2>A program you have already</h2>
        <p>
          Your own, a friend’s or one from a book: compiled for the ATmega328P, ATmega2560 or ATtiny84, it
          runs here on this rig’s wires before you solder anything. Face, currents and waveforms are this
          rig’s, and the buttons and knobs under the face work.
        </p>
        <p className="quiet">
          A <code>.hex</code> is what is loaded into the chip. An <code>.elf</code>, from the same build, also
          has the names of routines and the lines of the source.
        </p>
        <FileButton accept=".hex,.elf,.ihx,.ihex" onFile={open}>
          Open a .hex or .elf file
        </FileButton>
      </section>
    );
  return <OpenProgram firmware={firmware} onFile={open} />;
}

function useOpenFile(): (file: File) => void {
  const job = useJob();
  return (file) =>
    job.run<FirmwareTaken>(
      (planner) => planner.readFirmware(file, file.name),
      (read) => {
        if (!read.ok) {
          refuse(`“${file.name}” was not opened`, read.message);
          return;
        }
        editRig((rig) => ({ ...rig, firmware: read.kept }));
        runCompiled({});
        say({ text: `“${file.name}” runs on the face now. Undo takes it out again.` });
      },
    );
}

function OpenProgram({ firmware, onFile }: { firmware: KeptFirmware; onFile: (file: File) => void }) {
  const rig = useRig();
  const settings = useOpenRig((state) => state.compiled);
  const work = usePlanner<FirmwareReport>(
    JSON.stringify([
      firmware.name,
      firmware.flash,
      settings ?? null,
      rig.plan,
      rig.units,
      rig.wires.map(({ from, to }) => [from, to]),
      rig.show,
      rig.glyphs,
      rig.code,
      rig.sign ?? null,
      rig.live ?? null,
    ]),
    (planner, report) => planner.firmware(rig, firmware, LOOKED_AT, settings, report),
  );
  const report = work.result;
  return (
    <div className="compiled-columns">
      <div className="compiled-column">
        <ProgramSheet firmware={firmware} report={report} onFile={onFile} />
        <Shown report={report?.ok ? report : undefined} />
      </div>
      <div className="compiled-column">
        {(work.progress !== undefined || work.stopped || work.failed !== undefined) && (
          <section className="sheet row-line small">
            <span>Running its first {LOOKED_AT} s</span>
            <PlannerProgress work={work} label="Running the compiled program" />
            {work.failed !== undefined && <span className="severity-fault">It ended: {work.failed}</span>}
          </section>
        )}
        {report?.ok && (
          <>
            <Against report={report} stale={work.stale} />
            {rig.live && !report.held && <WithHands firmware={firmware} />}
            <Cost report={report} />
          </>
        )}
      </div>
    </div>
  );
}
