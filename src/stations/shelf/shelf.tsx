"use client";
import "./shelf.css";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { Restored } from "@/keep";
import { keeper, refuse, say, storageProblem, useKept } from "@/store";
import { FileButton, MoreMenu, PipLogo, ThemeSwitch, fetched } from "@/ui";
import { BackupReminderLine, backUp, restoreFrom } from "./backup";
import { RigCard, UnreadableCard } from "./rig-card";

const BinDialog = fetched("The bin", () => import("./bin-dialog").then((module) => module.BinDialog));
const RestoredDialog = fetched("The list", () =>
  import("./restored-dialog").then((module) => module.RestoredDialog),
);

const NOTHING_CHANGED = "Nothing on the shelf was changed.";

/** Whether a file is an archive, by its name or by its first bytes. */
const isArchive = async (file: File): Promise<boolean> =>
  /\.zip$/i.test(file.name) || (await file.slice(0, 4).text()) === "PK\u0003\u0004";

const shelfEntries = () => keeper().shelfEntries();

/** Home: every rig as a card with its live face. */
export function Shelf() {
  const entries = useKept(shelfEntries);
  const router = useRouter();
  const [dialog, setDialog] = useState<"bin" | Restored>();

  const takeFile = async (file: File | null | undefined) => {
    if (!file) return;
    if (await isArchive(file)) return restoreFrom(file, setDialog);
    const title = `${file.name} was not imported`;
    try {
      const result = await keeper().importRig(file);
      if (!result.ok) return refuse(title, NOTHING_CHANGED, result.problems);
      say({
        text: `${result.rig.name} imported`,
        action: { label: "Open", run: () => router.push(`/rig/${result.rig.id}/plan`) },
      });
    } catch (error) {
      refuse(title, `${NOTHING_CHANGED} It could not be stored: ${storageProblem(error)}.`);
    }
  };

  return (
    <div
      className="page"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void takeFile(event.dataTransfer.files[0]);
      }}
    >
      <ShelfHead onFile={(file) => void takeFile(file)} onBin={() => setDialog("bin")} />
      <BackupReminderLine />
      <ul className="shelf-cards" aria-label="Rigs">
        {entries?.map((entry) =>
          entry.kind === "rig" ? (
            <RigCard
              key={entry.record.id}
              rig={entry.rig}
              summary={entry.summary}
              changed={entry.record.changed}
            />
          ) : (
            <UnreadableCard
              key={entry.record.id}
              name={entry.name}
              record={entry.record}
              problem={entry.problem}
            />
          ),
        )}
        <li>
          <Link href="/new" className="shelf-new">
            <i className="bi bi-plus-lg" aria-hidden />
            <strong>New rig</strong>
            <span className="quiet small">three questions, then wires, bytes and a program</span>
          </Link>
        </li>
      </ul>
      <p className="quiet small mt-4">
        Rigs stay in this browser. To move or keep one, export it as a <code className="mono">.pip.json</code>{" "}
        file; drop such a file, or a back-up, anywhere on this page to bring it in.
      </p>
      {dialog === "bin" && <BinDialog onClose={() => setDialog(undefined)} />}
      {typeof dialog === "object" && (
        <RestoredDialog restored={dialog} onClose={() => setDialog(undefined)} />
      )}
    </div>
  );
}

async function bringBackDemoRigs(): Promise<void> {
  const added = await keeper().addDemoRigs();
  say({
    text: added
      ? `${added} demo rig${added === 1 ? "" : "s"} brought back`
      : "All demo rigs are on the shelf already",
  });
}

interface HeadProps {
  readonly onFile: (file: File | undefined) => void;
  readonly onBin: () => void;
}

/** Name, ways to a rig, and what is done to the shelf as a whole. */
function ShelfHead({ onFile, onBin }: HeadProps) {
  const archive = useRef<HTMLInputElement>(null);
  return (
    <header className="page-head">
      <PipLogo size={34} />
      <div className="me-auto">
        <h1 className="page-name">Bold Pip</h1>
        <p className="quiet mb-0">
          Wires, bytes and code for LED digits, proven on a simulated rig before you touch yours.
        </p>
      </div>
      <Link className="btn btn-primary" href="/new">
        <i className="bi bi-plus-lg me-1" aria-hidden />
        New rig
      </Link>
      <FileButton accept=".json,.zip,application/json,application/zip" onFile={onFile}>
        Import
      </FileButton>
      <MoreMenu
        label="More"
        icon="bi-three-dots-vertical"
        entries={[
          { title: "Back up everything", run: () => void backUp() },
          { title: "Restore a back-up", run: () => archive.current?.click() },
          null,
          { title: "Bin", run: onBin },
          { title: "Bring back the demo rigs", run: () => void bringBackDemoRigs() },
          { title: "JSON Schema of rig files", href: "/schema/rig-2.json" },
        ]}
      />
      <ThemeSwitch />
      <input
        ref={archive}
        type="file"
        accept=".zip,application/zip"
        hidden
        aria-label="Back-up to restore"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          onFile(file);
        }}
      />
    </header>
  );
}
