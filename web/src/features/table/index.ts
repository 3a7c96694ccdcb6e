export { RecordGrid } from "./RecordGrid";
export { TableScreen } from "./TableScreen";
