import { useRef, type ReactNode } from "react";
import Button from "react-bootstrap/Button";
import { say } from "@/store";

/** Hands a text over as a file. */
export function saveText(text: string, name: string, mime = "text/plain"): void {
  saveBlob(new Blob([text], { type: mime }), name);
}

function saveBlob(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

/** Hands bytes over as a file. */
export function saveBytes(bytes: Uint8Array, name: string, mime: string): void {
  saveBlob(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: mime }), name);
}

interface ChooseProps {
  readonly accept: string;
  readonly onFile: (file: File) => void;
  readonly children: ReactNode;
}

/** The one button that asks for a file. */
export function FileButton({ accept, onFile, children }: ChooseProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button variant="plain" onClick={() => input.current?.click()}>
        <i className="bi bi-upload me-1" aria-hidden />
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
    </>
  );
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
  size,
  children,
}: {
  text: () => string | Promise<string>;
  name: string;
  /** Small where it stands beside small buttons. */
  size?: "sm";
  children: ReactNode;
}) {
  const handOver = async () => saveText(await text(), name);
  return (
    <Button variant="plain" size={size} onClick={() => void handOver()}>
      <i className="bi bi-download me-1" aria-hidden />
      {children}
    </Button>
  );
}
