export { TableScreen } from "./TableScreen";
