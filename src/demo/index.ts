export { DEMO_RIGS, demoRig, plainDemoRig } from "./rigs";
