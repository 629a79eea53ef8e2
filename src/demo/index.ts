export { DEMO_RIGS } from "./rigs";
