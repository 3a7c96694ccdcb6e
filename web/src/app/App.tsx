import { lazy, Suspense } from "react";
import { BrowserRouter, Route, Routes, useLocation } from "react-router";
import { Desk } from "../features/desk";
import { ErrorBoundary } from "../shared/ErrorBoundary";
import { FootNotice } from "../shared/FootNotice";
import { Opening } from "../shared/Opening";
import { useFocusHome } from "../shared/useFocusHome";
import { Lost } from "./Lost";

// The desk is what most visits begin with; the other screens are fetched when they are opened.
const PlateEditor = lazy(() => import("../features/plate/PlateEditor"));
const TableScreen = lazy(() => import("../features/table/TableScreen"));
const FolioEditor = lazy(() => import("../features/folio/FolioEditor"));
const PlanScreen = lazy(() => import("../features/plan/PlanScreen"));
const LooksScreen = lazy(() => import("../features/looks/LooksScreen"));
const ImportScreen = lazy(() => import("../features/intake/ImportScreen"));

export function App() {
  useFocusHome();
  return (
    <BrowserRouter>
      <Screen />
      <FootNotice />
    </BrowserRouter>
  );
}

function Screen() {
  return (
    <ErrorBoundary key={useLocation().pathname}>
      <Suspense fallback={<Opening />}>
        <Routes>
          <Route path="/" element={<Desk />} />
          <Route path="/plates/:id" element={<PlateEditor />} />
          <Route path="/tables/:id" element={<TableScreen />} />
          <Route path="/tables/:id/looks" element={<LooksScreen />} />
          <Route path="/folios/:id" element={<FolioEditor />} />
          <Route path="/plans/:id" element={<PlanScreen />} />
          <Route path="/imports/:id" element={<ImportScreen />} />
          <Route path="*" element={<Lost />} />
        </Routes>
      </Suspense>
    </ErrorBoundary>
  );
}
