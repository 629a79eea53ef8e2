import { create } from "zustand";

export interface Message {
  readonly id: number;
  readonly text: string;
  readonly tone: "plain" | "trouble";
  readonly action?: { readonly label: string; readonly run: () => void };
}

export const useMessages = create<{ readonly messages: readonly Message[] }>()(() => ({ messages: [] }));

let last = 0;

/** Says something in the corner of the page. */
export function say(message: Omit<Message, "id" | "tone"> & Partial<Pick<Message, "tone">>): void {
  last += 1;
  const added: Message = { tone: "plain", ...message, id: last };
  useMessages.setState(({ messages }) => ({ messages: [...messages.slice(-2), added] }));
}

/** Takes a message away; one that is gone already is left so. */
export const dismiss = (id: number): void =>
  useMessages.setState(({ messages }) => ({ messages: messages.filter((message) => message.id !== id) }));
