import Dexie, { type Subscription } from "dexie";
import { database } from "./database";

/** A rig's record in a nutshell: whether it is on the shelf, and which of its revisions. */
export interface Head {
  readonly there: boolean;
  readonly revision: number;
}

const followed = new Map<number, Subscription>();
let last = 0;

/**
 * Tells how a rig stands, now and whenever this tab or another stores it or deletes it.
 * @returns what to end it by
 */
export function follow(id: string, tell: (head: Head) => void, fail: (problem: Error) => void): number {
  const live = Dexie.liveQuery(async (): Promise<Head> => {
    const record = await database().rigs.get(id);
    return { there: record !== undefined && !record.deleted, revision: record?.revision ?? 0 };
  });
  followed.set(
    (last += 1),
    live.subscribe({ next: (head) => tell(head), error: (problem) => fail(problem as Error) }),
  );
  return last;
}

/** Ends what {@link follow} began, by the number it gave. */
export function unfollow(by: number): void {
  followed.get(by)?.unsubscribe();
  followed.delete(by);
}

/** Calls whenever anything was stored, by this tab or another. */
export function onStored(tell: () => void): void {
  // A function of the page can be called here, and nothing else be done with it.
  Dexie.on("storagemutated", () => tell());
}
