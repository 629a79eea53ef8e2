"use client";
import "./shelf.css";
import Link from "next/link";
import { useRef, useState } from "react";
import { keeper, say, setWaysIn, useKept } from "@/store";
import { FileButton, MoreMenu, fetched } from "@/ui";
import { useRigFiles } from "../drop";
import { PageHead } from "../page";
import { BackupReminderLine, backUp } from "./backup";
import { RigCard, UnreadableCard } from "./rig-card";
import { WaysIn } from "./ways-in";

const BinDialog = fetched("The bin", () => import("./bin-dialog").then((module) => module.BinDialog));
const shelfEntries = () => keeper().shelfEntries();

/** Home: every rig as a card with its live face. */
export function Shelf() {
  const entries = useKept(shelfEntries);
  const [dialog, setDialog] = useState<"bin">();

  const { bring, dialog: restored } = useRigFiles();
  return (
    <div className="page">
      <ShelfHead onFile={(file) => file && void bring(file)} onBin={() => setDialog("bin")} />
      <BackupReminderLine />
      <WaysIn />
      <ul className="shelf-cards" id="rigs" aria-label="Rigs">
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
      {restored}
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
    <PageHead
      home
      title="Bold Pip"
      lead="Wires, bytes and code for LED digits and dots, proven on a simulated rig before you touch yours."
    >
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
          { title: "Show the ways to begin", run: () => setWaysIn(true) },
          { title: "Bring back the demo rigs", run: () => void bringBackDemoRigs() },
          { title: "JSON Schema of rig files", href: "/schema/rig-2.json" },
        ]}
      />
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
    </PageHead>
  );
}
