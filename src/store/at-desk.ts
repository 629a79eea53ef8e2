import { useEffect, useState } from "react";
import type { CodeFile } from "@/core/dialects";
import { runsAlike, type Rig } from "@/core/rig";
import { deskOn } from "@/workers";
import { useRig } from "./open-rig";

/** The desk, with the rig on it. */
type AtDesk = ReturnType<typeof deskOn>;

interface Answered<Answer> {
  readonly rig: Rig;
  readonly is: Answer;
}

/**
 * What the desk answers about a rig.
 * @param ask what it depends on beside the rig is in `about`
 * @returns the last answer about a rig of this id, which may be of the moment before an edit: a picture changes then and
 * does not blink. With it the rig it is about.
 */
function useAnswer<Answer>(
  rig: Rig,
  ask: (desk: AtDesk) => Promise<Answer>,
  about: readonly unknown[],
): Answered<Answer> | undefined {
  const [answered, setAnswered] = useState<Answered<Answer>>();
  const key = JSON.stringify(about);
  useEffect(() => {
    let current = true;
    void ask(deskOn(rig)).then((is) => current && setAnswered({ rig, is }));
    return () => {
      current = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a question is known by what it is about
  }, [rig, key]);
  return answered?.rig.id === rig.id ? answered : undefined;
}

/** What the desk answers about the open rig; the answer before stands until the next has come. */
export function useAtDesk<Answer>(
  ask: (desk: AtDesk) => Promise<Answer>,
  about: readonly unknown[] = [],
): Answer | undefined {
  return useAnswer(useRig(), ask, about)?.is;
}

/** Files of a program as one ZIP. */
export const folderOf = (rig: Rig, name: string, files: readonly CodeFile[]): Promise<Uint8Array> =>
  deskOn(rig).folder(name, files);

/** The same of any rig, and never of what it was before an edit; undefined until the desk has answered. */
export function useJustAtDesk<Answer>(
  rig: Rig,
  ask: (desk: AtDesk) => Promise<Answer>,
  about: readonly unknown[] = [],
): Answer | undefined {
  const answered = useAnswer(rig, ask, about);
  return answered && runsAlike(answered.rig, rig) ? answered.is : undefined;
}
