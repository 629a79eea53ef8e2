import { useEffect, useRef } from "react";
import { create } from "zustand";
import type { FileKind } from "@/core/file-kind";

/** What a station takes in: dropped anywhere, or handed over by another station. */
export type GivenKind = Extract<FileKind, "capture" | "font" | "picture" | "firmware" | "table">;

interface Given {
  readonly kind: GivenKind;
  readonly file: File;
}

const useGiven = create<{ readonly given: Given | undefined }>()(() => ({ given: undefined }));

/** Hands a file over: the station that takes its kind opens it as soon as it is shown. */
export const handFile = (kind: GivenKind, file: File): void => useGiven.setState({ given: { kind, file } });

/** The kind of file that waits to be opened: a station turns to the view that takes it. */
export const useWaitingKind = (): GivenKind | undefined => useGiven(({ given }) => given?.kind);

/** Takes a file of a kind that was handed over, now or later; each is there once. */
export function useGivenFile(kind: GivenKind, take: (file: File) => void): void {
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => {
    const look = () => {
      const { given } = useGiven.getState();
      if (given?.kind !== kind) return;
      useGiven.setState({ given: undefined });
      latest.current(given.file);
    };
    look();
    return useGiven.subscribe(look);
  }, [kind]);
}
