import { create } from "zustand";

/** A capture another station hands to the reading of captures. */
interface Given {
  readonly blob: Blob;
  readonly name: string;
}

const useGiven = create<{ readonly given: Given | undefined }>()(() => ({ given: undefined }));

/** Hands a capture over: Writes opens it when it is shown next. */
export const handCapture = (blob: Blob, name: string): void => useGiven.setState({ given: { blob, name } });

/** What waits to be opened. */
export const givenCapture = (): Given | undefined => useGiven.getState().given;

/** Says that it was opened: it is there once. */
export const captureTaken = (): void => useGiven.setState({ given: undefined });
