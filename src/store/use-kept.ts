import { proxy } from "comlink";
import { useEffect, useState } from "react";
import { keeper } from "@/workers";

const following = new Set<() => void>();
let told: Promise<void> | undefined;

/** Calls whenever anything was stored, by this tab or another, until it is ended. */
function onStored(call: () => void): () => void {
  told ??= keeper().onStored(proxy(() => following.forEach((one) => one())));
  following.add(call);
  return () => void following.delete(call);
}

/**
 * What the keeper answers, asked again whenever anything was stored.
 * @param ask the same function each time
 * @returns undefined until it has answered for the first time
 */
export function useKept<Answer>(ask: () => Promise<Answer>): Answer | undefined {
  const [answer, setAnswer] = useState<Answer>();
  useEffect(() => {
    let alive = true;
    let asking = false;
    let again = false;
    const look = async () => {
      again = true;
      if (asking) return;
      asking = true;
      while (again && alive) {
        again = false;
        const found = await ask();
        if (alive) setAnswer(found as Awaited<Answer>);
      }
      asking = false;
    };
    const end = onStored(() => void look());
    void look();
    return () => {
      alive = false;
      end();
    };
  }, [ask]);
  return answer;
}
