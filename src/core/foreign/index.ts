export { commentText } from "./comment";
export { csvRows } from "./csv";
export { bdfString, safeFileName, vcdText } from "./words";
