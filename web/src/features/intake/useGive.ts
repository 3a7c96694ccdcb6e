import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, giveFile, sentenceOf } from "../../api/client";
import { importIs, keys, useAbout } from "../../api/queries";
import { megabytes } from "../../shared/numbers";
import { packed } from "./packed";

export type GivingState =
  | { at: "rest" }
  | { at: "sending"; name: string; sent: number; size: number }
  | { at: "looking"; name: string }
  | { at: "refused"; name: string; sentence: string };

const TEMPLATES = ["potx", "dotx"];
const LAID_IN = ["pptx", "docx"];
const AS_TEMPLATE = "To lay figures in it, give it as a template: on a plate, under Page.";

/** Giving a file, of a new table or a newer one of a table: send it, and go to where it is looked at. */
export function useGive(table?: number) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const about = useAbout();
  const [state, setState] = useState<GivingState>({ at: "rest" });
  const abort = useRef<AbortController | null>(null);

  const take = useCallback(
    async (files: readonly File[]) => {
      if (!files.length || abort.current) return; // one at a time: a file dropped meanwhile waits for another drop
      // Several are given as one package, whose files of one shape are laid one under the other.
      const file = await packed(files);
      const refuse = (sentence: string) => setState({ at: "refused", name: file.name, sentence });
      const most = about.data?.upload_bytes_most;
      if (most && file.size > most) {
        return refuse(
          `${file.name}: the file has ${megabytes(file.size)}, more than the ${megabytes(most)} that are taken in; leave out columns or records you do not need.`,
        );
      }
      const ending = /\.(\w+)$/.exec(file.name)?.[1]?.toLowerCase() ?? "";
      if (TEMPLATES.includes(ending)) return refuse(`${file.name} holds no table. ${AS_TEMPLATE}`);
      const { exports } = about.data ?? (await api.about().catch(() => ({ exports: [] })));
      const carries = exports.some((form) => form.ending === ending && form.reads.includes("source"));
      if (table === undefined && carries) {
        // A figure that left here comes back: its plate opens. A workbook that is none of ours is a table like others.
        setState({ at: "looking", name: file.name });
        try {
          const { plate, folio } = await api.openSource(file);
          return navigate(folio === null ? `/plates/${plate}` : `/folios/${folio}`);
        } catch (error) {
          const sentence = sentenceOf(error);
          const foreign = sentence.includes("no source");
          if (!foreign) return refuse(sentence);
          if (ending !== "xlsx") return refuse(LAID_IN.includes(ending) ? `${sentence} ${AS_TEMPLATE}` : sentence);
        }
      }
      const folio = table === undefined && ending === "json" ? await folioIn(file) : null;
      if (folio) {
        setState({ at: "looking", name: file.name });
        try {
          const started = await api.startFolio({ folio });
          return navigate(`/folios/${started.folio.id}`);
        } catch (error) {
          return refuse(sentenceOf(error));
        }
      }
      abort.current = new AbortController();
      setState({ at: "sending", name: file.name, sent: 0, size: file.size });
      try {
        const look = await giveFile(
          file,
          table,
          (sent) =>
            setState(
              sent < file.size
                ? { at: "sending", name: file.name, sent, size: file.size }
                : { at: "looking", name: file.name },
            ),
          abort.current.signal,
        );
        client.setQueryData(keys.look(look.file.id), look);
        importIs(client, look.file);
        navigate(`/imports/${look.file.id}`);
      } catch (error) {
        if (error instanceof DOMException) setState({ at: "rest" });
        else refuse(sentenceOf(error));
      } finally {
        abort.current = null;
      }
    },
    [about.data, client, navigate, table],
  );

  /** A table of the demo, as if it had been dropped. */
  const takeSample = useCallback(
    async (name: string) => {
      setState({ at: "looking", name });
      try {
        const look = await api.giveSample(name);
        client.setQueryData(keys.look(look.file.id), look);
        importIs(client, look.file);
        navigate(`/imports/${look.file.id}`);
      } catch (error) {
        setState({ at: "refused", name, sentence: sentenceOf(error) });
      }
    },
    [client, navigate],
  );

  return { state, take, takeSample, cancel: () => abort.current?.abort(), rest: () => setState({ at: "rest" }) };
}

const FOLIO_MOST = 20_000_000;

/** The folio that a file of JSON is; null for one that is none, such as a table. */
async function folioIn(file: File): Promise<unknown> {
  if (file.size > FOLIO_MOST) return null;
  try {
    const found = JSON.parse(await file.text()) as { finch_folio?: unknown } | null;
    return found?.finch_folio === undefined ? null : found;
  } catch {
    return null;
  }
}
