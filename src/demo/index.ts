export { DEMO_RIGS, demoRig } from "./rigs";
