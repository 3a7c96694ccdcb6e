export { Desk } from "./Desk";
