import { useLiveQuery } from "dexie-react-hooks";
import Button from "react-bootstrap/Button";
import {
  backupReminder,
  fetchBackups,
  refuse,
  remindLater,
  say,
  storageProblem,
  type Restored,
} from "@/store";
import { formatDate, saveBytes } from "@/ui";

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
        only{last === undefined ? "." : `: the last back-up is of ${formatDate(last, "day")}.`}
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
