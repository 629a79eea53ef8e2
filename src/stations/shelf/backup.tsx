import Button from "react-bootstrap/Button";
import type { Restored } from "@/keep";
import { keeper, refuse, say, storageProblem, useKept } from "@/store";
import { formatDate, saveBytes } from "@/ui";

/** Hands everything the browser keeps over as one file. */
export async function backUp(): Promise<void> {
  const { bytes, name } = await keeper().makeBackup();
  saveBytes(bytes, name, "application/zip");
  say({ text: `Backed up as ${name}` });
}

/** Reads a back-up; says in a dialog what came back, or why nothing did. */
export async function restoreFrom(file: File, show: (restored: Restored) => void): Promise<void> {
  const title = `${file.name} was not restored`;
  try {
    const restored = await keeper().restoreBackup(file);
    if (restored.ok) show(restored);
    else refuse(title, `${restored.problem} Nothing on the shelf was changed.`);
  } catch (error) {
    refuse(title, `Nothing on the shelf was changed: ${storageProblem(error)}.`);
  }
}

const reminded = () => keeper().backupReminder();

/** Says that much has changed since the last back-up. */
export function BackupReminderLine() {
  const reminder = useKept(reminded);
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
      <Button size="sm" variant="quiet" onClick={() => void keeper().remindLater()}>
        In a week
      </Button>
    </p>
  );
}
