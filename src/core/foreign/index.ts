export { commentText } from "./comment";
export { csvRows } from "./csv";
export { markdownText } from "./markdown";
export { bdfString, cText, safeFileName, vcdText } from "./words";
