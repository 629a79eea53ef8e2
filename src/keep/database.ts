import Dexie, { type EntityTable } from "dexie";
import type { Encoding, Rig } from "@/core/rig";

/** A rig on the shelf. */
export interface ShelfRecord {
  readonly id: string;
  readonly rig: Rig;
  /** What the code was before the wires were last moved, so that it can still be taken back. */
  readonly codeBefore?: Encoding;
  /** ms since 1970 */
  readonly created: number;
  readonly changed: number;
  /** Set while the rig is in the bin, from which it can be taken back. */
  readonly deleted?: number;
  /** Counts up with every change that is stored; 0 where it was never counted. */
  readonly revision?: number;
}

export interface SettingRecord {
  readonly key: string;
  readonly value: unknown;
}

export class BoldPipDatabase extends Dexie {
  rigs!: EntityTable<ShelfRecord, "id">;
  settings!: EntityTable<SettingRecord, "key">;

  constructor(name = "bold-pip") {
    super(name);
    this.version(1).stores({ rigs: "id, created, deleted", settings: "key" });
  }
}

let open: BoldPipDatabase | undefined;

/** The browser's database, opened when first asked for. */
export const database = (): BoldPipDatabase => (open ??= new BoldPipDatabase());
