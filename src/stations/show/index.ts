export { ShowStation } from "./show";
