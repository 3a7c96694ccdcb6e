/** The mends that can be made by hand: the table a new form is entered in. */
import type { ReactNode } from "react";
import type { Mend } from "../../../api/client";
import { ComputeForm } from "./ComputeForm";
import { DropForm } from "./DropForm";
import { FillForm } from "./FillForm";
import type { FormProps } from "./form";
import { JoinForm } from "./JoinForm";
import { KindForm } from "./KindForm";
import { MergeForm } from "./MergeForm";
import { RelabelForm } from "./RelabelForm";
import { RenameForm } from "./RenameForm";
import { SplitForm } from "./SplitForm";
import { TidyForm } from "./TidyForm";
import { UnfoldForm } from "./UnfoldForm";
import { UniqueForm } from "./UniqueForm";

type Form = {
  kind: Mend["do"];
  title: string;
  note: string;
  form: (props: FormProps) => ReactNode;
};

const entry = <K extends Mend["do"]>(
  kind: K,
  title: string,
  note: string,
  form: (props: FormProps<Extract<Mend, { do: K }>>) => ReactNode,
): Form => ({ kind, title, note, form: form as Form["form"] });

export const MENDS: readonly Form[] = [
  entry("merge", "Merge spellings", "several become one", MergeForm),
  entry("relabel", "Relabel by a list", "codes to names", RelabelForm),
  entry("tidy", "Trim and case", "even letters", TidyForm),
  entry("kind", "Change the kind", "text, number, moment", KindForm),
  entry("drop", "Leave records out", "by a condition", DropForm),
  entry("unique", "Leave repeats out", "the first stays", UniqueForm),
  entry("fill", "Fill blanks down", "from the record above", FillForm),
  entry("split", "Split a column", "at a mark", SplitForm),
  entry("join", "Join columns", "as text", JoinForm),
  entry("compute", "Compute a column", "by an expression", ComputeForm),
  entry("rename", "Rename a column", "", RenameForm),
  entry("unfold", "Unfold a matrix", "into records", UnfoldForm),
];
