import { format } from "date-fns";
import { useLiveQuery } from "dexie-react-hooks";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import {
  backupReminder,
  fetchBackups,
  refuse,
  remindLater,
  say,
  storageProblem,
  type CameBack,
  type Restored,
} from "@/store";
import { saveBytes } from "@/ui";

/** Hands everything the browser keeps over as one file. */
export async function backUp(): Promise<void> {
  const { makeBackup } = await fetchBackups();
  const { bytes, name } = await makeBackup();
  saveBytes(bytes, name, "application/zip");
  say({ text: `Backed up as ${name}` });
}

/** Reads a back-up; says in a dialog what came back, or why nothing did. */
export async function restoreFrom(file: File, show: (restored: Restored) => void): Promise<void> {
  const title = `${file.name} was not restored`;
  const { BACKUP_LIMITS, restoreBackup } = await fetchBackups();
  if (file.size > BACKUP_LIMITS.fileBytes)
    return refuse(
      title,
      `It is ${(file.size / 1048576).toFixed(0)} MiB; a back-up is at most ${BACKUP_LIMITS.fileBytes / 1048576} MiB.`,
    );
  try {
    const restored = await restoreBackup(new Uint8Array(await file.arrayBuffer()));
    if (restored.ok) show(restored);
    else refuse(title, `${restored.problem} Nothing on the shelf was changed.`);
  } catch (error) {
    refuse(title, `Nothing on the shelf was changed: ${storageProblem(error)}.`);
  }
}

const HEADS: ReadonlyArray<readonly [CameBack["as"], string]> = [
  ["restored", "Back on the shelf"],
  ["added", "Added beside the rig of that name, which is different"],
  ["in the bin", "In the bin, as they were"],
  ["there already", "There already, and left as they are"],
  ["left out", "Left out"],
];

/** What came back, rig by rig. */
export function RestoredDialog({ restored, onClose }: { restored: Restored; onClose: () => void }) {
  if (!restored.ok) return null;
  const { rigs, made, settings } = restored;
  const on = Number.isNaN(Date.parse(made)) ? "" : ` of ${format(new Date(made), "d MMM yyyy, HH:mm")}`;
  return (
    <Modal show onHide={onClose} scrollable aria-labelledby="restored-title">
      <Modal.Header closeButton>
        <Modal.Title id="restored-title" as="h2" className="h6">
          Back-up{on}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {HEADS.map(([as, head]) => {
          const list = rigs.filter((rig) => rig.as === as);
          if (list.length === 0) return null;
          return (
            <section key={as} className="mb-3">
              <h3 className="h6 mb-1">
                {head}: {list.length}
              </h3>
              <ul className="mb-0 small">
                {list.map(({ name, says }, at) => (
                  <li key={at} className="text-break">
                    {name}
                    {says ? `: ${as === "added" ? `now ${says}` : says}` : ""}
                  </li>
                ))}
              </ul>
            </section>
          );
        })}
        {rigs.length === 0 && <p>There is no rig in it.</p>}
        {settings > 0 && <p className="mb-0 small quiet">The settings apply once the page is reloaded.</p>}
      </Modal.Body>
    </Modal>
  );
}

/** Says that much has changed since the last back-up. */
export function BackupReminderLine() {
  const reminder = useLiveQuery(() => backupReminder());
  if (!reminder) return null;
  const { rigs, last } = reminder;
  return (
    <p className="backup-line" role="status">
      <i className="bi bi-box-arrow-down" aria-hidden />
      <span>
        {rigs} of your rigs {last === undefined ? "are kept" : "have changed and are kept"} in this browser
        only{last === undefined ? "." : `: the last back-up is of ${format(last, "d MMM yyyy")}.`}
      </span>
      <Button size="sm" variant="plain" onClick={() => void backUp()}>
        Back up now
      </Button>
      <Button size="sm" variant="quiet" onClick={() => void remindLater()}>
        In a week
      </Button>
    </p>
  );
}
