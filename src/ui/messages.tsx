"use client";
import { useMessages, useRefusal } from "@/store";
import { fetched } from "./fetched";

const MessageList = fetched("What the page says", () =>
  import("./message-list").then((module) => module.MessageList),
);
const RefusalDialog = fetched("What was not done", () =>
  import("./refusal-dialog").then((module) => module.RefusalDialog),
);

/** What the page has to say, and the one dialog for what was not done. */
export function Messages() {
  const hasSpoken = useMessages(({ messages }) => messages.length > 0);
  const refused = useRefusal(({ refusal }) => refusal !== undefined);
  return (
    <>
      {hasSpoken && <MessageList />}
      {refused && <RefusalDialog />}
    </>
  );
}
