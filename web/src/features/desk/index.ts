export { Desk } from "./Desk";
export { useDropToDesk } from "./useDropToDesk";
