import { create } from "zustand";

/** A capture another station hands to the reading of captures. */
interface Given {
  readonly blob: Blob;
  readonly name: string;
}

const useGiven = create<{ readonly given: Given | undefined }>()(() => ({ given: undefined }));

/** Hands a capture over: Writes opens it when it is shown next. */
export const handCapture = (blob: Blob, name: string): void => useGiven.setState({ given: { blob, name } });

/** Whether one waits to be opened. */
export const isCaptureGiven = (): boolean => useGiven.getState().given !== undefined;

/** Takes what was handed over; it is there once. */
export function takeGivenCapture(): Given | undefined {
  const { given } = useGiven.getState();
  useGiven.setState({ given: undefined });
  return given;
}
