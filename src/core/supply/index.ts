export { dischargeOf, type Discharge } from "./discharge";
export { LEAD_OHMS, dropOf, type Drop } from "./drop";
export { fuseFor } from "./fuse";
export { regulatedBy, type Regulated } from "./regulator";
