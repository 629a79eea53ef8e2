import { fileOpen, fileSave } from "browser-fs-access";
import type { ReactNode } from "react";
import Button from "react-bootstrap/Button";
import { say } from "@/store";

const wasCancelled = (error: unknown): boolean =>
  error instanceof DOMException && error.name === "AbortError";

/** Hands a text over as a file. */
export async function saveText(text: string, name: string, mime = "text/plain"): Promise<void> {
  try {
    await fileSave(new Blob([text], { type: mime }), {
      fileName: name,
      extensions: [name.slice(name.lastIndexOf("."))],
    });
  } catch (error) {
    if (!wasCancelled(error))
      say({ text: `${name} could not be written: ${String(error)}`, tone: "trouble" });
  }
}

/** Asks for one file. @returns undefined when none was chosen */
export async function chooseFile(extensions: string[], description: string): Promise<File | undefined> {
  try {
    return await fileOpen({ extensions, description });
  } catch (error) {
    if (!wasCancelled(error))
      say({ text: `The file could not be opened: ${String(error)}`, tone: "trouble" });
    return undefined;
  }
}

/** Copies a text and says so. */
export async function copyText(text: string, what: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
    say({ text: `${what} copied` });
  } catch {
    say({ text: `The browser did not allow copying. Use the download instead.`, tone: "trouble" });
  }
}

/** The one download button. */
export function DownloadButton({
  text,
  name,
  children,
}: {
  text: () => string;
  name: string;
  children: ReactNode;
}) {
  return (
    <Button variant="plain" onClick={() => void saveText(text(), name)}>
      <i className="bi bi-download me-1" aria-hidden />
      {children}
    </Button>
  );
}
