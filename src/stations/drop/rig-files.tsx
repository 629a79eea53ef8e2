import { useRouter } from "next/navigation";
import { useState, type ReactNode } from "react";
import type { Restored } from "@/keep";
import { keeper, refuse, say, storageProblem } from "@/store";
import { fetched } from "@/ui";
import { HEAD_LENGTH, fileKindOf } from "@/core/file-kind";

const RestoredDialog = fetched("The list", () =>
  import("./restored-dialog").then((module) => module.RestoredDialog),
);

const NOTHING_CHANGED = "Nothing on the shelf was changed.";

/** The first characters of a file, each byte one of them, so that binary beginnings can be told. */
export const headOf = async (file: File): Promise<string> =>
  String.fromCharCode(...new Uint8Array(await file.slice(0, HEAD_LENGTH).arrayBuffer()));

/** Brings rig files and back-ups onto the shelf; what a back-up brought is listed in a dialog. */
export function useRigFiles(): {
  readonly importRig: (file: File) => Promise<void>;
  readonly restore: (file: File) => Promise<void>;
  /** Whichever of the two the file is. */
  readonly bring: (file: File) => Promise<void>;
  readonly dialog: ReactNode;
} {
  const router = useRouter();
  const [restored, setRestored] = useState<Restored>();
  const importRig = async (file: File) => {
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
  const restore = async (file: File) => {
    const title = `${file.name} was not restored`;
    try {
      const found = await keeper().restoreBackup(file);
      if (found.ok) setRestored(found);
      else refuse(title, `${found.problem} ${NOTHING_CHANGED}`);
    } catch (error) {
      refuse(title, `${NOTHING_CHANGED} ${storageProblem(error)}.`);
    }
  };
  return {
    importRig,
    restore,
    bring: async (file) =>
      (fileKindOf(file.name, await headOf(file)) === "backup" ? restore : importRig)(file),
    dialog: restored && <RestoredDialog restored={restored} onClose={() => setRestored(undefined)} />,
  };
}
