/** The mends that can be made by hand: the table a new form is entered in. */
import type { ReactNode } from "react";
import type { Mend } from "../../../api/client";
import { MEND_TERMS } from "../../../api/vocabulary";
import { BlankForm } from "./BlankForm";
import { BringForm } from "./BringForm";
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

/** The form of each mend; one that is made elsewhere has none. */
const FORMS: { [K in Mend["do"]]: ((props: FormProps<Extract<Mend, { do: K }>>) => ReactNode) | null } = {
  merge: MergeForm,
  relabel: RelabelForm,
  tidy: TidyForm,
  correct: null,
  kind: KindForm,
  drop: DropForm,
  unique: UniqueForm,
  fill: FillForm,
  split: SplitForm,
  join: JoinForm,
  blank: BlankForm,
  overlong: null,
  bring: BringForm,
  compute: ComputeForm,
  rename: RenameForm,
  unfold: UnfoldForm,
};

export const MENDS: readonly Form[] = Object.entries(MEND_TERMS)
  .filter(([kind]) => FORMS[kind as Mend["do"]])
  .map(([kind, { title, note }]) => ({
    kind: kind as Mend["do"],
    title,
    note,
    form: FORMS[kind as Mend["do"]] as Form["form"],
  }));
