export { type GivingState, useGive } from "./useGive";
export { usePaste } from "./usePaste";
