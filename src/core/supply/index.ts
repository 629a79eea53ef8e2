export { dischargeOf, type Discharge, type DischargePoint } from "./discharge";
export { LEAD_OHMS, dropOf, type Drop, type DroppedBoard } from "./drop";
export { fuseFor } from "./fuse";
