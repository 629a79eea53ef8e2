import { safeFileName } from "@/core/foreign";
import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import type { Problem } from "@/core/document";
import { type Rig } from "@/core/rig";
import type { ShelfEntry } from "@/keep";
import { keeper, say } from "@/store";
import { copyRigLink } from "../link";
import {
  MoreMenu,
  fetched,
  RigFace,
  SeverityMark,
  formatDate,
  saveText,
  useInSight,
  useSimulation,
} from "@/ui";

const NameAndNote = fetched("The form", () => import("./name-and-note").then((module) => module.NameAndNote));

const remove = async (id: string, name: string): Promise<void> => {
  await keeper().binRig(id);
  say({ text: `${name} deleted`, action: { label: "Undo", run: () => void keeper().unbinRig(id) } });
};

/** A rig on the shelf with its live face, which stands still while it is out of sight. */
export function RigCard({ rig, summary, changed }: { rig: Rig; summary: string; changed: number }) {
  const [editing, setEditing] = useState(false);
  const { shape, face, setRunning } = useSimulation(`card-${rig.id}`, rig);
  const place = useRef<HTMLLIElement>(null);
  const seen = useInSight(place, "now");
  useEffect(() => {
    setRunning(seen);
  }, [seen, setRunning]);
  const hand = async () =>
    saveText(await keeper().written(rig), safeFileName(rig.name, ".pip.json"), "application/json");
  const duplicate = async () => {
    const copy = await keeper().addRig(rig);
    say({ text: `Duplicated as ${copy.name}` });
  };
  return (
    <li className="shelf-card" ref={place}>
      <Link href={`/rig/${rig.id}/plan`} className="shelf-open" aria-label={`Open ${rig.name}`}>
        <span className="lens" style={{ padding: "16px 18px" }}>
          <RigFace shape={shape} face={face} height={132} label={`Face of ${rig.name}`} />
        </span>
      </Link>
      <div className="shelf-says">
        <div className="spread">
          <Link href={`/rig/${rig.id}/plan`} className="shelf-title">
            {rig.name}
          </Link>
          <MoreMenu
            label={`More for ${rig.name}`}
            entries={[
              { title: "Export .pip.json", run: () => void hand() },
              { title: "Copy a link to it", run: () => void copyRigLink(rig) },
              { title: "Print it", href: `/rig/${rig.id}/sheet` },
              { title: "Name and note", run: () => setEditing(true) },
              { title: "Duplicate", run: () => void duplicate() },
              null,
              { title: "Delete", run: () => void remove(rig.id, rig.name) },
            ]}
          />
        </div>
        <div className="small quiet">{summary}</div>
        {rig.note && <p className="small mb-0 mt-1 shelf-note">{rig.note}</p>}
        <div className="tiny quiet mt-auto pt-2">{changed > 0 && `changed ${formatDate(changed)}`}</div>
      </div>
      {editing && <NameAndNote rig={rig} onClose={() => setEditing(false)} />}
    </li>
  );
}

/** A record that is no rig this version can read: nothing of it is lost, and it can be taken away as a file. */
interface UnreadableProps {
  readonly record: ShelfEntry["record"];
  readonly name: string;
  readonly problem: Problem;
}

/** A record that no longer reads as a rig: it is never thrown away, but handed out as a file. */
export function UnreadableCard({ record, name, problem }: UnreadableProps) {
  return (
    <li className="shelf-card">
      <div className="shelf-says">
        <strong>{name}</strong>
        <SeverityMark severity="caution" text="cannot be read" />
        <p className="small mt-1">
          <code className="mono">{problem.path}</code> {problem.message}.
        </p>
        <div className="row-line mt-auto">
          <Button
            size="sm"
            variant="plain"
            onClick={() =>
              saveText(
                JSON.stringify(record.rig ?? record, null, 2),
                safeFileName(name, ".pip.json"),
                "application/json",
              )
            }
          >
            Export as it is
          </Button>
          <Button size="sm" variant="plain" onClick={() => void remove(record.id, name)}>
            Delete
          </Button>
        </div>
      </div>
    </li>
  );
}
