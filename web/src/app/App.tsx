import { BrowserRouter, Route, Routes } from "react-router";
import { Desk } from "../features/desk";
import { ImportScreen } from "../features/intake";
import { PlateEditor } from "../features/plate";
import { TableScreen } from "../features/table";
import { useFocusHome } from "../shared/useFocusHome";
import { Lost } from "./Lost";

export function App() {
  useFocusHome();
  return (
    <BrowserRouter>
      <Routes>
        <Route path="/" element={<Desk />} />
        <Route path="/plates/:id" element={<PlateEditor />} />
        <Route path="/tables/:id" element={<TableScreen />} />
        <Route path="/imports/:id" element={<ImportScreen />} />
        <Route path="*" element={<Lost />} />
      </Routes>
    </BrowserRouter>
  );
}
