export { serve } from "./serve";
export { SERVER_LIMITS } from "./limits";
export { answer } from "./answers";
export { pools } from "./pool";
export { type RouteName } from "./question";
