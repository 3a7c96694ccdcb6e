import { BrowserRouter, Route, Routes } from "react-router";
import { Desk } from "../features/desk";
import { PlateEditor } from "../features/plate";
import { Lost } from "./Lost";

export function App() {
  return (
    <BrowserRouter>
      <Routes>
        <Route path="/" element={<Desk />} />
        <Route path="/plates/:id" element={<PlateEditor />} />
        <Route path="*" element={<Lost />} />
      </Routes>
    </BrowserRouter>
  );
}
