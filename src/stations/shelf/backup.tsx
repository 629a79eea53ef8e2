import Button from "react-bootstrap/Button";
import { keeper, say, useKept } from "@/store";
import { formatDate, saveBytes } from "@/ui";

/** Hands everything the browser keeps over as one file. */
export async function backUp(): Promise<void> {
  const { bytes, name } = await keeper().makeBackup();
  saveBytes(bytes, name, "application/zip");
  say({ text: `Backed up as ${name}` });
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
