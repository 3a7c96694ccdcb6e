import type { ColumnInfo, Mend, TableInfo } from "../../../api/client";

/** A mend as far as it is written; null while it does not say enough to be tried. */
export type Draft = Mend | null;
export type FormProps<M extends Mend = Mend> = {
  table: TableInfo;
  column: ColumnInfo | undefined;
  mend: M | undefined;
  onDraft: (draft: Draft) => void;
};
