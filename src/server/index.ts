export { serve, type Asker } from "./serve";
export { SERVER_LIMITS } from "./limits";
export { answer } from "./answers";
export { pools } from "./pool";
export { ROUTES, type Answer, type Question, type RouteName } from "./question";
