export {
  about,
  amount,
  choice,
  eitherBy,
  eitherByKey,
  flag,
  form,
  keyed,
  list,
  object,
  optional,
  text,
  unordered,
  whole,
  type Of,
  type Shape,
} from "./shapes";
export { canonical } from "./canonical";
export { jsonSchemaOf, type JsonSchema } from "./json-schema";
export { parseJson } from "./json-text";
export { fits, type Problem } from "./validate";
export { yupOf } from "./yup-schema";
