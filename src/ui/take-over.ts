import type { Serwist } from "@serwist/window";
import { saveNow } from "@/store";

/** Stores what was changed, then lets the version that waits take the page over. */
export async function takeOver(waiting: Serwist): Promise<void> {
  await saveNow();
  waiting.addEventListener("controlling", () => window.location.reload());
  waiting.messageSkipWaiting();
}
