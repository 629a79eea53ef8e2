export { commentText } from "./comment";
export { csvRows } from "./csv";
export { bdfString, cText, safeFileName, vcdText } from "./words";
