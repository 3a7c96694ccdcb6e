export { PlateEditor } from "./PlateEditor";
