export { RecordGrid } from "./RecordGrid";
