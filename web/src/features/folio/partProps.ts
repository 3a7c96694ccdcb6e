import type { FolioPage, FolioPages, PageOfFolio } from "../../api/client";
import type { Change } from "./folios";

/** What a part of the dock is given. */
export type PartProps = {
  data: FolioPages;
  page: FolioPage | undefined;
  spec: PageOfFolio;
  at: number;
  room: number | null;
  onChange: (change: Change) => void;
  onGo: (at: number) => void;
  onRefused: (problem: unknown) => void;
};
